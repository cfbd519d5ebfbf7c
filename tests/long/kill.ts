/**
 * `tsx tests/long/kill.ts [ROUNDS] [SEED]`: saves one text after another, kills the server in the middle of it, and
 * reads the text after a new start: it has to be the last acknowledged text, or the one that was on its way.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { freePort, startServer } from '../../scripts/server.mjs';
import type { PlanDocument } from '../../src/wire/plans';
import { asked } from './chance';

const { rounds, chance } = asked(500);
const data = mkdtempSync(join(tmpdir(), 'andante-kill-'));
const start = async () => startServer(await freePort(), { ANDANTE_DATA: data, ANDANTE_LOG: 'silent' });
const json = { 'content-type': 'application/json' };

let server = await start();
const { id } = (await (
  await fetch(`${server.address}/api/plans`, { method: 'POST', headers: json, body: '{"name":"Killed","text":"0"}' })
).json()) as { id: string };
let lost = 0;
let unsure = 0;
let saved = 0;
for (let round = 0; round < rounds; round++) {
  const before = (await (await fetch(`${server.address}/api/plans/${id}`)).json()) as PlanDocument;
  let { text: acknowledged, version } = before;
  let underWay = acknowledged;
  let isDead = false;
  const dies = sleep(chance.below(400)).then(() => {
    isDead = true;
    server.child.kill('SIGKILL');
    return server.ended;
  });
  for (let save = 0; !isDead; save++) {
    underWay = `${round}.${save} ${'lorem ipsum '.repeat(chance.below(20_000))}`;
    const answer = await fetch(`${server.address}/api/plans/${id}/text`, {
      method: 'PUT',
      headers: json,
      body: JSON.stringify({ text: underWay, version }),
    }).catch(() => null);
    if (!answer?.ok) break;
    acknowledged = underWay;
    version++;
    saved++;
  }
  await dies;
  server = await start();
  const after = (await (await fetch(`${server.address}/api/plans/${id}`)).json()) as PlanDocument;
  if (after.text !== acknowledged && after.text === underWay) unsure++;
  else if (after.text !== acknowledged) {
    lost++;
    console.error(
      `round ${round}: ${after.text.slice(0, 20)}… is there, ${acknowledged.slice(0, 20)}… was acknowledged`,
    );
  }
}
server.child.kill('SIGTERM');
await server.ended;
rmSync(data, { recursive: true, force: true });
console.log(
  `${rounds} rounds, ${saved} saves acknowledged, ${lost} lost, ${unsure} kept though nobody had heard of it`,
);
process.exitCode = lost > 0 ? 1 : 0;
