// npm start: installs missing packages, builds stale output, serves.
import { build, install, main, needNode, portFromEnvironment } from './prepare.mjs';
import { needFree, startServer } from './server.mjs';

await main(async () => {
  needNode();
  const port = portFromEnvironment();
  // Before anything is built: a build would pull the ground from under a server that is running already.
  await needFree(port);
  await install();
  await build();
  const { address, ended } = await startServer(port);
  console.log(`Andante is at ${address}`);
  process.exitCode = (await ended) ?? 0;
});
