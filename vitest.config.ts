import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // Vitest leaves one core free by itself; on two cores that is half of the machine.
    maxWorkers: Math.max(2, availableParallelism() - 1),
    projects: [
      {
        test: {
          name: 'unit',
          include: ['src/**/*.test.ts', 'demo/**/*.test.ts', 'tests/*.test.ts'],
          testTimeout: 180_000,
          isolate: false,
        },
      },
      {
        test: {
          name: 'db',
          include: ['tests/db/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          fileParallelism: false,
        },
      },
      { test: { name: 'media', include: ['tests/media/**/*.test.ts'], testTimeout: 120_000, hookTimeout: 120_000 } },
    ],
  },
});
