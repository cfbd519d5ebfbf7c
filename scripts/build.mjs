// npm run build: the command line and the application, where they are stale.
import { build, install, main, needNode } from './prepare.mjs';

await main(async () => {
  needNode();
  await install();
  await build();
});
