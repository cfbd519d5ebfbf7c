// npm run test:long: the unit tests with ANDANTE_RUNS times (20 by default) as many examples of each property, all from
// a fresh seed, and the number of compared verdicts of each kind. Takes hours; names of files or `-t` narrow it down.
import { bin, install, installCompilers, main, needJava, needNode, run } from './prepare.mjs';

await main(async () => {
  needNode();
  await install();
  await installCompilers();
  await needJava();
  await run(bin('vitest'), ['run', '--project', 'unit', ...process.argv.slice(2)], {
    env: { ANDANTE_RUNS: process.env.ANDANTE_RUNS ?? '20', ANDANTE_TALLY: '1' },
  });
});
