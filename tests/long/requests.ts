/**
 * `tsx tests/long/requests.ts [ROUNDS] [SEED]`: sends requests that no page of ours would send, and checks that each
 * gets the right answer, no stack trace shows, the log stays quiet, and the plans are unchanged.
 */
import { connect } from 'node:net';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, startServer } from '../../scripts/server.mjs';
import { asked } from './chance';

const { rounds, chance } = asked(5000);
const data = mkdtempSync(join(tmpdir(), 'andante-requests-'));
const port = await freePort();
const server = await startServer(port, { ANDANTE_DATA: data });
let logged = '';
server.child.stderr!.on('data', (part) => {
  logged += String(part);
});

const plansNow = async (): Promise<string> => (await fetch(`${server.address}/api/plans`)).text();
const before = await plansNow();
const {
  plans: [{ id }],
} = JSON.parse(before) as { plans: [{ id: string }] };

const methods = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE', 'TRACE', 'OPTIONS', 'HEAD', 'CONNECT', 'get', 'BREW'];
const paths = [
  '/',
  '*',
  '/api/plans',
  `/api/plans/${id}`,
  `/api/plans/${id}/text`,
  `/api/plans/${id}/audits`,
  `/api/plans/${id}/revisions`,
  `/plans/${id}/nowhere`,
  '/plans/%',
  '/plans/%00',
  '/api/plans/..%2f..%2fetc',
  '//elsewhere.example/',
  'http://elsewhere.example/',
  `/plans/${'x'.repeat(9000)}`,
  '/_next/static/../../../package.json',
  '/api/plans?x=%zz',
];
const hosts = [
  `Host: 127.0.0.1:${port}`,
  `Host: 127.0.0.1:${port}`,
  'Host: elsewhere.example',
  '',
  `Host: 127.0.0.1:${port}\r\nHost: elsewhere.example`,
  'Host: ',
];
const origins = [
  '',
  '',
  'Origin: http://elsewhere.example',
  'Origin: null',
  'Sec-Fetch-Site: cross-site',
  'Sec-Fetch-Site: same-site',
];
const types = [
  'Content-Type: application/json',
  'Content-Type: text/plain',
  'Content-Type: application/json; charset=utf-16',
  '',
];
const bodies = [
  '',
  '{',
  '[]',
  '{"text":"a\\u0000b","version":1}',
  '{"text":"\\ud800","version":1}',
  '{"text":1}',
  '{"name":""}',
  '{"version":1e400}',
  '\u0000\u0001',
  `${'['.repeat(5000)}`,
  '{"__proto__":{"text":"x"}}',
  '{"name":"\\u202e"}',
];

/** Sends it unchanged; some senders go away in the middle of it. */
function send(lines: string, goesAway: boolean): Promise<string> {
  return new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1', () => {
      socket.write(goesAway ? lines.slice(0, Math.ceil(lines.length / 2)) : lines);
      if (goesAway) socket.destroy();
    });
    let answer = '';
    socket.setTimeout(10_000, () => socket.destroy(new Error('no answer')));
    socket.on('data', (part) => {
      answer += String(part);
    });
    socket.on('error', (error) => resolve(goesAway ? '' : answer || `broken: ${error.message}`));
    socket.on('close', () => resolve(answer));
  });
}

const counted = new Map<string, number>();
let wrong = 0;
for (let round = 0; round < rounds; round++) {
  const body = chance.of(bodies);
  const [method, path, host, origin] = [chance.of(methods), chance.of(paths), chance.of(hosts), chance.of(origins)];
  // Skips requests that a page of ours might send: they would rightly change something.
  const isOurs =
    host === hosts[0] &&
    origin === '' &&
    ['POST', 'PUT', 'PATCH', 'DELETE'].includes(method) &&
    path.startsWith('/api/plans');
  if (isOurs && (method === 'DELETE' || body === '')) continue;
  const length = chance.of([Buffer.byteLength(body), Buffer.byteLength(body), 0, 999_999_999]);
  const lines = [
    `${method} ${path} HTTP/1.1`,
    host,
    origin,
    chance.of(types),
    `Content-Length: ${length}`,
    'Connection: close',
  ]
    .filter((line) => line !== '')
    .join('\r\n');
  const goesAway = length > Buffer.byteLength(body) || chance.below(10) === 0;
  const answer = await send(`${lines}\r\n\r\n${body}`, goesAway);
  const status = /^HTTP\/1\.1 (\d+)/.exec(answer)?.[1] ?? (goesAway ? 'went away' : 'nothing');
  counted.set(status, (counted.get(status) ?? 0) + 1);
  if (!goesAway && (status === 'nothing' || status.startsWith('5') || /\n\s+at \S+ \(|node_modules/.test(answer))) {
    wrong++;
    console.error(`${status} to ${JSON.stringify(lines)} ${JSON.stringify(body.slice(0, 40))}`);
  }
}
const isAsBefore = (await plansNow()) === before;
server.child.kill('SIGTERM');
await server.ended;
rmSync(data, { recursive: true, force: true });
console.log(
  [...counted]
    .sort()
    .map(([status, count]) => `${status}: ${count}`)
    .join(', '),
);
console.log(
  `${wrong} answered wrongly; the plans are ${isAsBefore ? '' : 'not '}as before; ${logged.split('\n').length - 1} lines logged`,
);
if (logged) console.log(logged.slice(0, 2000));
process.exitCode = wrong > 0 || !isAsBefore ? 1 : 0;
