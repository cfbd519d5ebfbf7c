import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import Sqlite from 'libsql';
import { freePort, startServer } from '../../scripts/server.mjs';

const folder = mkdtempSync(join(tmpdir(), 'andante-start-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

interface Started {
  readonly out: string;
  readonly err: string;
  readonly code: number | null;
}

/** Runs the start command until it says its address, asks something of it there, and ends it as Ctrl+C does. */
function start(
  env: Record<string, string>,
  ask: (address: string) => Promise<void> = async () => undefined,
): Promise<Started> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['scripts/start.mjs'], {
      env: { ...process.env, ANDANTE_LOG: 'silent', ...env },
    });
    let out = '';
    let err = '';
    let asked = false;
    child.stderr.on('data', (part) => {
      err += part;
    });
    child.stdout.on('data', (part) => {
      out += part;
      const address = /^Andante is at (\S+)$/m.exec(out)?.[1];
      if (!address || asked) return;
      asked = true;
      ask(address).then(
        () => child.kill('SIGINT'),
        (error: unknown) => {
          child.kill('SIGKILL');
          reject(error);
        },
      );
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
      ((await (await fetch(`${address}/api/plans`)).json()) as { plans: { name: string }[] }).plans.map(
        (plan) => plan.name,
      );
    const first = await start(env, async (address) => {
      expect(address).toBe(`http://127.0.0.1:${env.PORT}`);
      expect(await names(address)).toEqual(['Saddleback Huts']);
      const made = await fetch(`${address}/api/plans`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: '{"name":"Mine"}',
      });
      expect(made.status).toBe(201);
      expect(made.headers.get('location')).toMatch(/^\/plans\/\w+$/);
    });
    expect(first.err).toBe('');
    await start(env, async (address) => expect(await names(address)).toEqual(['Mine', 'Saddleback Huts']));
  });

  test('brings the demo back where all plans are gone', async () => {
    const env = { PORT: String(await freePort()), ANDANTE_DATA: join(folder, 'gone') };
    await start(env, async (address) => {
      const { plans } = (await (await fetch(`${address}/api/plans`)).json()) as { plans: { id: string }[] };
      for (const { id } of plans)
        expect((await fetch(`${address}/api/plans/${id}`, { method: 'DELETE' })).status).toBe(204);
      expect((await fetch(`${address}/`, { redirect: 'manual' })).headers.get('location')).toBe('/plans');
    });
    await start(env, async (address) => {
      const { plans } = (await (await fetch(`${address}/api/plans`)).json()) as { plans: { name: string }[] };
      expect(plans.map((plan) => plan.name)).toEqual(['Saddleback Huts']);
    });
  });

  test.each(['abc', '0', '70000', '43.5'])('refuses the port %s in a sentence', async (PORT) => {
    expect(await start({ PORT })).toEqual({
      out: '',
      err: `PORT is to be a number from 1 to 65535, not ${PORT}.\n`,
      code: 1,
    });
  });

  test('refuses a port that is taken, before it touches anything', async () => {
    const port = await freePort();
    const other = createServer();
    await new Promise<void>((resolve) => other.listen(port, '127.0.0.1', resolve));
    const { out, err, code } = await start({ PORT: String(port) });
    other.close();
    expect({ out, err, code }).toEqual({
      out: '',
      err: `Port ${port} is taken: is Andante running already? PORT=${port + 1} npm start takes another.\n`,
      code: 1,
    });
  });

  test.each<[string, () => string, RegExp]>([
    [
      'is no folder',
      () => {
        const file = join(folder, 'no-folder');
        writeFileSync(file, '');
        return file;
      },
      /^The folder \S+ cannot be made: .*\.\n$/,
    ],
    ['is a device', () => '/dev/null', /^The folder \/dev\/null cannot be made: .*\.\n$/],
    ['is empty', () => '', /^ANDANTE_DATA is empty\. .*\.\n$/],
    [
      'has a database of a later version',
      () => {
        const later = join(folder, 'later');
        mkdirSync(later);
        const sqlite = new Sqlite(join(later, 'andante.sqlite'));
        sqlite.exec(
          "CREATE TABLE kysely_migration (name TEXT PRIMARY KEY, timestamp TEXT NOT NULL); INSERT INTO kysely_migration VALUES ('999-later', '2030')",
        );
        sqlite.close();
        return later;
      },
      /^The database \S+ is of a later version of Andante\. .*\.\n$/,
    ],
  ])('says in one sentence what is wrong where ANDANTE_DATA %s', async (_what, make, sentence) => {
    const { err, code, out } = await start({
      PORT: String(await freePort()),
      ANDANTE_DATA: make(),
      ANDANTE_LOG: 'info',
    });
    expect(err).toMatch(sentence);
    expect(code).toBe(1);
    plainWords(out);
  });

  test('sets a damaged database aside, and says so', async () => {
    const file = join(folder, 'andante.sqlite');
    const damaged = 'this is no database, and long enough to be looked at by whoever opens it '.repeat(20);
    writeFileSync(file, damaged);
    const { err, code } = await start(
      { PORT: String(await freePort()), ANDANTE_DATA: folder, ANDANTE_LOG: 'info' },
      async (address) => {
        expect(await (await fetch(`${address}/plans`)).text()).toContain('The database was damaged');
      },
    );
    expect(code, err).toBe(130);
    expect(err).toContain('The database was damaged');
    const aside = readdirSync(folder).find((name) => name.startsWith('andante.sqlite.damaged-'))!;
    expect(readFileSync(join(folder, aside), 'utf8')).toBe(damaged);
  });

  test('twice at once on an empty folder gives two servers that live, and one demo', async () => {
    const data = join(folder, 'both');
    const each = await Promise.all(
      [1, 2, 3].map(async () => {
        const server = await startServer(await freePort(), { ANDANTE_DATA: data, ANDANTE_LOG: 'silent' });
        return server;
      }),
    );
    for (const { address } of each) {
      const { plans } = (await (await fetch(`${address}/api/plans`)).json()) as { plans: { name: string }[] };
      expect(plans.map(({ name }) => name)).toEqual(['Saddleback Huts']);
    }
    for (const { child } of each) child.kill('SIGTERM');
    expect(await Promise.all(each.map(({ ended }) => ended))).toEqual([0, 0, 0]);
    // Closed: nothing is left beside the one file that is not in it.
    expect(existsSync(join(data, 'andante.sqlite-wal')) ? statSync(join(data, 'andante.sqlite-wal')).size : 0).toBe(0);
  });

  test('told to end while it starts ends all that it began', async () => {
    const port = await freePort();
    const child = spawn(process.execPath, ['scripts/start.mjs'], {
      env: { ...process.env, PORT: String(port), ANDANTE_DATA: join(folder, 'early'), ANDANTE_LOG: 'silent' },
    });
    const closed = new Promise<void>((resolve) => child.on('close', () => resolve()));
    await new Promise((resolve) => setTimeout(resolve, 250));
    child.kill('SIGTERM');
    // Its streams close only after all processes that share them have ended.
    await closed;
    await expect(fetch(`http://127.0.0.1:${port}/`)).rejects.toThrow();
  });
});
