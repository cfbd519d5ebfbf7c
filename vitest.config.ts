import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

// `ANDANTE_RUNS` asks for so many times as many runs of each property (tests/unit/plans.ts): they may take so many times as long.
const runs = Math.max(1, Number(process.env.ANDANTE_RUNS ?? 1));

/** Counts what the engine runs, instead of measuring time. */
const growth = 'tests/unit/growth.test.ts';

/** The files that take longest, by half a minute and more. Begun last, one would run alone at the end. */
const longest = [
  ...['browser/needs', 'browser/accessibility', 'browser/exports', 'browser/saving', 'browser/walk-view'],
  ...['browser/plan-view', 'browser/reach-view', 'browser/links-view', 'browser/changes', 'browser/hand-over'],
  ...['unit/cli', 'unit/every-production', 'unit/small-plans', 'unit/growth', 'unit/compare/effects'],
];

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification): number => {
      const at = longest.findIndex((name) => moduleId.endsWith(`${name}.test.ts`));
      return at < 0 ? longest.length : at;
    };
    return (await super.sort(files)).sort((a, b) => rank(a) - rank(b));
  }
}

export default defineConfig({
  test: {
    // Keeps the modules that it has transformed for the next run.
    experimental: { fsModuleCache: true },
    sequence: { sequencer: LongestFirst },
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
