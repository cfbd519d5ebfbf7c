import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import { freePort } from '../../scripts/server.mjs';

const folder = mkdtempSync(join(tmpdir(), 'andante-start-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

interface Started {
  readonly out: string;
  readonly err: string;
  readonly code: number | null;
}

/** Runs the start command until it says its address, asks something of it there, and ends it as Ctrl+C does. */
function start(env: Record<string, string>, ask: (address: string) => Promise<void> = async () => undefined): Promise<Started> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['scripts/start.mjs'], { env: { ...process.env, ANDANTE_LOG: 'silent', ...env } });
    let out = '';
    let err = '';
    let asked = false;
    child.stderr.on('data', (part) => { err += part; });
    child.stdout.on('data', (part) => {
      out += part;
      const address = /^Andante is at (\S+)$/m.exec(out)?.[1];
      if (!address || asked) return;
      asked = true;
      ask(address).then(() => child.kill('SIGINT'), (error: unknown) => {
        child.kill('SIGKILL');
        reject(error as Error);
      });
    });
    child.on('close', (code) => resolve({ out, err, code }));
  });
}

/** No stack trace, no path of a package. */
const plainWords = (text: string): void => expect(text).not.toMatch(/^\s+at |node_modules/m);

describe('npm start', () => {
  test('says where it is, has the demo, and keeps what was made there', async () => {
    const env = { PORT: String(await freePort()), ANDANTE_DATA: join(folder, 'data') };
    const names = async (address: string): Promise<string[]> =>
      ((await (await fetch(`${address}/api/plans`)).json()) as { plans: { name: string }[] }).plans.map((plan) => plan.name);
    const first = await start(env, async (address) => {
      expect(address).toBe(`http://127.0.0.1:${env.PORT}`);
      expect(await names(address)).toEqual(['Saddleback Huts']);
      const made = await fetch(`${address}/api/plans`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"name":"Mine"}' });
      expect(made.status).toBe(201);
      expect(made.headers.get('location')).toMatch(/^\/plans\/\w+$/);
    });
    expect(first.err).toBe('');
    await start(env, async (address) => expect(await names(address)).toEqual(['Mine', 'Saddleback Huts']));
  });

  test('brings the demo back where all plans are gone', async () => {
    const env = { PORT: String(await freePort()), ANDANTE_DATA: join(folder, 'gone') };
    await start(env, async (address) => {
      const { plans } = await (await fetch(`${address}/api/plans`)).json() as { plans: { id: string }[] };
      for (const { id } of plans) expect((await fetch(`${address}/api/plans/${id}`, { method: 'DELETE' })).status).toBe(204);
      expect((await fetch(`${address}/`, { redirect: 'manual' })).headers.get('location')).toBe('/plans');
    });
    await start(env, async (address) => {
      const { plans } = await (await fetch(`${address}/api/plans`)).json() as { plans: { name: string }[] };
      expect(plans.map((plan) => plan.name)).toEqual(['Saddleback Huts']);
    });
  });

  test.each(['abc', '0', '70000', '43.5'])('refuses the port %s in a sentence', async (PORT) => {
    expect(await start({ PORT })).toEqual({ out: '', err: `PORT is to be a number from 1 to 65535, not ${PORT}.\n`, code: 1 });
  });

  test('refuses a port that is taken, before it touches anything', async () => {
    const port = await freePort();
    const other = createServer();
    await new Promise<void>((resolve) => other.listen(port, '127.0.0.1', resolve));
    const { out, err, code } = await start({ PORT: String(port) });
    other.close();
    expect({ out, err, code }).toEqual({ out: '', err: `Port ${port} is taken: is Andante running already? PORT=${port + 1} npm start takes another.\n`, code: 1 });
  });

  test('says what is wrong where the database cannot be opened', async () => {
    const file = join(folder, 'no-folder');
    writeFileSync(file, '');
    const inFile = await start({ PORT: String(await freePort()), ANDANTE_DATA: file });
    expect(inFile.code).toBe(1);
    expect(inFile.err).toContain('The database cannot be opened');
    expect(inFile.err).toContain('ANDANTE_DATA');
    writeFileSync(join(folder, 'andante.sqlite'), 'this is no database, and long enough to be looked at by whoever opens it '.repeat(20));
    const noDatabase = await start({ PORT: String(await freePort()), ANDANTE_DATA: folder });
    expect(noDatabase.code).toBe(1);
    expect(noDatabase.err).toContain('The database cannot be opened');
    plainWords(noDatabase.out);
  });
});
