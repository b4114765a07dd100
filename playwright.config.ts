import { defineConfig } from '@playwright/test';
import { CHROMIUM_ARGS } from './scripts/lib/chromium-args.mjs';

const port = process.env.EUPHON_TEST_PORT ?? '46800';

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results',
  // How long anything takes is the machine's matter; the limit only ends what hangs.
  timeout: 600_000,
  workers: 2,
  // Browsers, a server, a worker and the other tests share two cores: what is slow is not wrong. A test that needs its
  // second try is printed as flaky.
  expect: { timeout: 30_000 },
  retries: 1,
  reporter: 'list',
  globalSetup: './tests/e2e/start.ts',
  use: {
    // What cannot be clicked is waited for no longer than what is expected.
    actionTimeout: 60_000,
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.EUPHON_CHROMIUM || '/usr/bin/chromium',
      // Visits are short: compiling hot code a third time costs more than it saves.
      args: [...CHROMIUM_ARGS, '--js-flags=--no-opt', '--autoplay-policy=no-user-gesture-required'],
    },
  },
});
