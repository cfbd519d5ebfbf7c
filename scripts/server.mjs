// Starts the production server and waits until it answers.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';
import { nextCommand, root, Stop } from './prepare.mjs';

export const host = '127.0.0.1';

/** In bytes. A walk stands in the address, and may be long. */
const mostHeaders = 256 * 1024;

/** Whether nobody listens on the port yet. */
function isFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });
}

export async function needFree(port) {
  if (!(await isFree(port))) throw new Stop(`Port ${port} is taken: is Andante running already? PORT=${port + 1} npm start takes another.`);
}

/** A port that nobody listens on. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, host, () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

/**
 * Starts the server; `env` may move its data. Returns its address and its process once it answers.
 * What it says is kept back unless it fails to start; later its log goes on to standard error.
 */
export async function startServer(port, env = {}) {
  const child = spawn(process.execPath, [`--max-http-header-size=${mostHeaders}`, nextCommand, 'start', '-H', host, '-p', String(port)], {
    cwd: root, stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1', PORT: String(port), ...env },
  });
  let said = '';
  let started = false;
  const keep = (part) => {
    if (started) process.stderr.write(part);
    else said += part;
  };
  child.stdout.on('data', (part) => { if (!started) said += part; });
  child.stderr.on('data', keep);
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const address = `http://${host}:${port}`;
  for (let tries = 0; ; tries++) {
    const answer = await fetch(`${address}/api/plans`).catch(() => null);
    if (answer?.ok) break;
    const over = await Promise.race([ended.then(() => true), sleep(100, false)]);
    if (over || answer?.status === 500 || tries > 600) {
      child.kill();
      process.stderr.write(said);
      throw new Stop(answer?.status === 500
        ? 'The database cannot be opened; the lines above say why. ANDANTE_DATA names the folder that holds it.'
        : 'The server did not start; the lines above say why.');
    }
  }
  started = true;
  return { address, child, ended };
}
