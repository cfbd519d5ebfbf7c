import { defineConfig } from 'vitest/config';

// `ANDANTE_RUNS` asks for so many times as many runs of each property (tests/unit/plans.ts): they may take so many times as long.
const runs = Math.max(1, Number(process.env.ANDANTE_RUNS ?? 1));

/** Counts what the engine runs, instead of measuring time. */
const growth = 'tests/unit/growth.test.ts';

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
          exclude: [growth],
          testTimeout: 300_000 * runs,
        },
      },
      {
        test: {
          name: 'growth',
          maxWorkers: '100%',
          include: [growth],
          // A process of its own: the engine counts neither code that it optimises, nor code that it drops.
          execArgv: ['--no-flush-bytecode', '--no-opt', '--no-sparkplug'],
          testTimeout: 300_000,
        },
      },
      {
        test: {
          name: 'browser',
          isolate: false,
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
