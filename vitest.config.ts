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
          testTimeout: 900_000,
          isolate: false,
        },
      },
      {
        // Parts of the page by themselves, in a page that is only made of memory.
        test: {
          name: 'islands',
          include: ['src/**/*.test.tsx'],
          environment: 'jsdom',
          setupFiles: ['tests/support/jsdom-setup.ts'],
          // How long typing takes is the machine's matter; the limit only ends what hangs.
          testTimeout: 300_000,
          isolate: false,
        },
      },
      {
        test: {
          name: 'db',
          include: ['tests/db/**/*.test.ts'],
          testTimeout: 300_000,
          hookTimeout: 300_000,
          isolate: false,
          fileParallelism: false,
        },
      },
      {
        test: {
          name: 'media',
          include: ['tests/media/**/*.test.ts'],
          // How long films take is the machine's matter; the limit only ends what hangs.
          testTimeout: 900_000,
          hookTimeout: 900_000,
          isolate: false,
        },
      },
    ],
  },
});
