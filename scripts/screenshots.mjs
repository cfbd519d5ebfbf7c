// npm run screenshots: makes the pictures of the main views anew, from the demo, on the production build.
import { bin, build, install, main, needNode, run } from './prepare.mjs';

await main(async () => {
  needNode();
  await install();
  await build();
  await run(bin('tsx'), ['scripts/screenshots.ts']);
});
