// First the pages, which only their own checker reads: it makes the types of Astro's modules, which the next one needs.
// Then types and the linter with rules that need them, in one go (the core by its own settings: no DOM, no Node), and
// the formatter: npm run check.
import { spawnSync } from 'node:child_process';

for (const args of [
  ['astro', 'check', '--minimumSeverity', 'error', '--tsconfig', 'tsconfig.pages.json'],
  ['oxlint', '--type-aware', '--type-check'],
  ['prettier', '--check', '--log-level', 'warn', '.'],
]) {
  const { status } = spawnSync('npx', ['--no-install', ...args], {
    stdio: 'inherit',
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' },
  });
  if (status !== 0) process.exit(status ?? 1);
}
