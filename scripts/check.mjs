// Types, the core alone (no DOM, no Node), then the pages, then all the rest (which the checker for pages
// would do too, in three times the time); the formatter; the linter with rules that need types: npm run check.
import { spawnSync } from 'node:child_process';

for (const args of [
  ['tsc', '-p', 'src/core'],
  ['astro', 'check', '--minimumSeverity', 'error', '--tsconfig', 'tsconfig.pages.json'],
  ['tsc', '-p', '.'],
  ['prettier', '--check', '--log-level', 'warn', '.'],
  ['eslint', '.'],
]) {
  const { status } = spawnSync('npx', ['--no-install', ...args], {
    stdio: 'inherit',
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' },
  });
  if (status !== 0) process.exit(status ?? 1);
}
