// npm run bench: measures the core beside general tools, and typing in the browser. Not part of the tests.
import { bin, build, install, main, needNode, run } from './prepare.mjs';

await main(async () => {
  needNode();
  await install();
  await build();
  await run(bin('tsx'), ['bench/core.ts']);
  console.log();
  await run(bin('tsx'), ['bench/reach.ts']);
  console.log();
  await run(bin('tsx'), ['bench/keystroke.ts']);
});
