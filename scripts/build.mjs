// npm run build: builds the command line and the application if they are stale.
import { build, install, main, needNode } from './prepare.mjs';

await main(async () => {
  needNode();
  await install();
  await build();
});
