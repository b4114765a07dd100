import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'unit', include: ['src/**/*.test.ts', 'demo/**/*.test.ts', 'tests/*.test.ts'], testTimeout: 30_000 } },
      { test: { name: 'db', include: ['tests/db/**/*.test.ts'], testTimeout: 60_000, hookTimeout: 60_000, fileParallelism: false } },
      { test: { name: 'media', include: ['tests/media/**/*.test.ts'], testTimeout: 120_000, hookTimeout: 120_000 } },
    ],
  },
});
