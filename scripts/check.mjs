// Types and the linter with rules that need them, in one go (the core by its own settings: no DOM, no Node); then the
// pages, which only their own checker reads; then the formatter: npm run check.
import { spawnSync } from 'node:child_process';

for (const args of [
  ['oxlint', '--type-aware', '--type-check'],
  ['astro', 'check', '--minimumSeverity', 'error', '--tsconfig', 'tsconfig.pages.json'],
  ['prettier', '--check', '--log-level', 'warn', '.'],
]) {
  const { status } = spawnSync('npx', ['--no-install', ...args], {
    stdio: 'inherit',
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' },
  });
  if (status !== 0) process.exit(status ?? 1);
}
