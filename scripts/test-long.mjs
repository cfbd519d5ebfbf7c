// npm run test:long: the unit tests with each property so many times as often (ANDANTE_RUNS, 20 unless said), all of a
// fresh seed, and how often each kind of verdict was compared. Takes hours; names of files or `-t` narrow it down.
import { bin, install, main, needNode, run } from './prepare.mjs';

await main(async () => {
  needNode();
  await install();
  await run(bin('vitest'), ['run', '--project', 'unit', ...process.argv.slice(2)], {
    env: { ANDANTE_RUNS: process.env.ANDANTE_RUNS ?? '20', ANDANTE_TALLY: '1' },
  });
});
