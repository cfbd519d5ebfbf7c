// npm start: installs what is missing, builds what is stale, serves.
import { build, install, main, needNode, portFromEnvironment } from './prepare.mjs';
import { needFree, startServer } from './server.mjs';

await main(async () => {
  needNode();
  const port = portFromEnvironment();
  // Before anything is built: a build would pull the ground from under a server that is running already.
  await needFree(port);
  await install();
  await build();
  const { address, child, ended } = await startServer(port);
  console.log(`Andante is at ${address}`);
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  process.exitCode = (await ended) ?? 0;
});
