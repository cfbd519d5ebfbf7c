// npm run dev: the server for work, which follows every change of the sources.
import { install, main, needNode, nextCommand, portFromEnvironment, run, writeExportParts } from './prepare.mjs';

await main(async () => {
  needNode();
  const port = portFromEnvironment();
  await install();
  await writeExportParts();
  await run(process.execPath, [nextCommand, 'dev', '-H', '127.0.0.1', '-p', String(port)], {
    env: { PORT: String(port) },
  });
});
