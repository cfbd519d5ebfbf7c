// Starts the production server and waits until it answers.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { root, Stop, whileRunning } from './prepare.mjs';

export const host = '127.0.0.1';

/** Whether nobody listens on the port yet. */
function isFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });
}

export async function needFree(port) {
  if (!(await isFree(port)))
    throw new Stop(`Port ${port} is taken: is Andante running already? PORT=${port + 1} npm start takes another.`);
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
 * Starts the server; `env` may move its data. Returns its address and its process once it answers. Its output is shown
 * only if it fails to start; later its log goes on to standard error.
 */
export async function startServer(port, env = {}) {
  const child = spawn(process.execPath, [join(root, 'scripts', 'serve.mjs'), String(port)], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1', PORT: String(port), ...env },
  });
  whileRunning(child);
  let said = '';
  let started = false;
  let warned = '';
  const keep = (part) => {
    if (started) process.stderr.write(part);
    else {
      said += part;
      warned += part;
    }
  };
  child.stdout.on('data', (part) => {
    if (!started) said += part;
  });
  child.stderr.on('data', keep);
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const address = `http://${host}:${port}`;
  for (let tries = 0; ; tries++) {
    const answer = await fetch(`${address}/api/plans`, { signal: AbortSignal.timeout(60_000) }).catch(() => null);
    if (answer?.ok) break;
    // It answers that it cannot work: its sentence says all.
    if (answer?.status === 503) {
      child.kill();
      throw new Stop((await answer.json()).detail);
    }
    const over = await Promise.race([ended.then(() => true), sleep(100, false)]);
    if (over || answer?.status === 500 || tries > 600) {
      child.kill();
      process.stderr.write(said);
      throw new Stop('The server did not start; the lines above say why.');
    }
  }
  started = true;
  // Output of a successful start, such as the notice that a damaged database was set aside.
  process.stderr.write(warned);
  return { address, child, ended };
}
