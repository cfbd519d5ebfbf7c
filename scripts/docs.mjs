// npm run docs: writes the pages of docs/ that are made from the code.
import { bin, install, main, needNode, run } from './prepare.mjs';

await main(async () => {
  needNode();
  await install();
  await run(bin('tsx'), ['scripts/rules-doc.ts']);
});
