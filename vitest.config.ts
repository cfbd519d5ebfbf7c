import { defineConfig } from 'vitest/config';

// `ANDANTE_RUNS` asks for so many times as many runs of each property (tests/unit/plans.ts): they may take so many times as long.
const runs = Math.max(1, Number(process.env.ANDANTE_RUNS ?? 1));

export default defineConfig({
  test: {
    projects: [
      // All processors: by default one is left to whoever watches.
      {
        test: {
          name: 'unit',
          maxWorkers: '100%',
          // The files of a worker share their modules: to load and compile the core for each takes as long as its tests.
          isolate: false,
          globalSetup: 'tests/unit/fresh-seed.ts',
          include: ['tests/unit/**/*.test.ts'],
          testTimeout: 300_000 * runs,
        },
      },
      {
        test: {
          name: 'browser',
          globalSetup: 'tests/browser/shared.ts',
          include: ['tests/browser/**/*.test.ts'],
          testTimeout: 120_000,
          hookTimeout: 120_000,
          // Three pages keep two processors busy: a page often waits, for example for a save.
          maxWorkers: 3,
        },
      },
    ],
  },
});
