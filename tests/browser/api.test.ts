import { request } from 'node:http';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { freePort, startServer } from '../../scripts/server.mjs';
import { check } from '../../src/core/check';
import type { Problem } from '../../src/wire/plans';
import { demo } from '../demo';
import { useApp } from './use-app';

const app = useApp('api');

interface Answer {
  readonly status: number;
  readonly type: string;
  readonly allow: string | undefined;
  readonly body: string;
}

/** Sends a request unchanged: unlike fetch, with any Host and Origin. */
function send(
  method: string,
  path: string,
  headers: Record<string, string> = {},
  body: string | Buffer = '',
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const sent = request({ host: '127.0.0.1', port: app.port, method, path, headers, agent: false }, (response) => {
      const parts: Buffer[] = [];
      response.on('data', (part: Buffer) => parts.push(part));
      response.on('end', () =>
        resolve({
          status: response.statusCode!,
          type: response.headers['content-type'] ?? '',
          allow: response.headers.allow,
          body: Buffer.concat(parts).toString(),
        }),
      );
    });
    sent.on('error', reject);
    sent.end(body);
  });
}

/** Sends lines as they are, and gives all that is answered. */
function sendRaw(lines: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const socket = connect(app.port, '127.0.0.1', () => socket.write(lines));
    let answer = '';
    socket.on('data', (part) => {
      answer += String(part);
    });
    socket.on('end', () => resolve(answer));
    socket.on('error', reject);
  });
}

const json = { 'content-type': 'application/json' };

/** Expects a problem document (RFC 9457) without a stack trace. */
function problem({ status, type, body }: Answer, wanted: number): Problem {
  expect(type).toBe('application/problem+json');
  const document = JSON.parse(body) as Problem;
  expect(status).toBe(wanted);
  expect(document).toMatchObject({
    status: wanted,
    type: expect.any(String),
    title: expect.any(String),
    detail: expect.any(String),
  });
  expect(body).not.toMatch(/\bat \S+:\d+|node_modules/);
  return document;
}

describe('requests', () => {
  test('from elsewhere are refused, pages included', async () => {
    for (const path of ['/api/plans', '/plans', '/']) {
      problem(await send('GET', path, { host: 'elsewhere.example' }), 403);
      problem(await send('GET', path, { host: `127.0.0.1:${app.port + 1}` }), 403);
    }
    problem(await send('POST', '/api/plans', { ...json, origin: 'http://elsewhere.example' }, '{}'), 403);
    problem(await send('POST', '/api/plans', { ...json, origin: 'null' }, '{}'), 403);
    for (const host of ['127.0.0.1', 'localhost', '[::1]']) {
      expect(
        (await send('GET', '/api/plans', { host: `${host}:${app.port}`, origin: `http://${host}:${app.port}` })).status,
      ).toBe(200);
    }
  });

  test('that no browser of ours would send are refused with a problem document', async () => {
    problem(await send('TRACE', '/'), 405);
    for (const [method, path, allow] of [
      ['POST', '/plans', 'GET, HEAD'],
      ['PUT', '/api/plans', 'GET, POST, HEAD, OPTIONS'],
      ['DELETE', '/api/deleted', 'GET, HEAD, OPTIONS'],
      ['GET', '/api/plans/nosuchplan00/text', 'PUT, OPTIONS'],
    ] as const) {
      const answer = await send(method, path, json);
      problem(answer, 405);
      expect(answer.allow).toBe(allow);
    }
    problem(await send('GET', '/plans/%zz'), 400);
    problem(await send('GET', '/api/plans/%c0%af'), 400);
    for (const lines of [
      'OPTIONS * HTTP/1.1\r\nHost: 127.0.0.1',
      'GET /api/plans HTTP/1.1\r\nHost: 127.0.0.1\r\nHost: elsewhere.example',
      'GET http://elsewhere.example/ HTTP/1.1\r\nHost: 127.0.0.1',
    ]) {
      const answer = await sendRaw(
        `${lines.replace('Host: 127.0.0.1', `Host: 127.0.0.1:${app.port}`)}\r\nconnection: close\r\n\r\n`,
      );
      expect(answer).toMatch(/^HTTP\/1\.1 400 [^]*content-type: application\/problem\+json/);
    }
    expect(await sendRaw('nonsense\r\n\r\n')).toMatch(/^HTTP\/1\.1 400 /);
  });

  test('that pages elsewhere have a browser send are refused; a link from elsewhere is followed', async () => {
    for (const site of ['cross-site', 'same-site']) {
      problem(
        await send('GET', '/api/plans', {
          'sec-fetch-site': site,
          'sec-fetch-mode': 'no-cors',
          'sec-fetch-dest': 'image',
        }),
        403,
      );
      problem(
        await send(
          'POST',
          '/api/plans',
          { ...json, 'sec-fetch-site': site, 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'document' },
          '{}',
        ),
        403,
      );
      expect(
        (
          await send('GET', '/plans', {
            'sec-fetch-site': site,
            'sec-fetch-mode': 'navigate',
            'sec-fetch-dest': 'document',
          })
        ).status,
      ).toBe(200);
    }
    expect((await send('GET', '/api/plans', { 'sec-fetch-site': 'same-origin' })).status).toBe(200);
  });

  test('for pages are answered with a policy under which only their own scripts run', async () => {
    for (const path of ['/plans', '/plans/nosuchplan00', '/nothing/here']) {
      const response = await fetch(`${app.address}${path}`);
      const policy = response.headers.get('content-security-policy')!;
      const nonce = /script-src 'self' 'nonce-([^']+)';/.exec(policy)![1]!;
      expect(policy).not.toContain('unsafe-eval');
      expect(response.headers.get('cross-origin-opener-policy')).toBe('same-origin');
      expect(response.headers.get('cross-origin-resource-policy')).toBe('same-origin');
      const scripts = [...(await response.text()).matchAll(/<script\b[^>]*>/g)].map(([tag]) => tag);
      expect(scripts.length).toBeGreaterThan(1);
      for (const tag of scripts) expect(tag).toContain(`nonce="${nonce}"`);
    }
  });

  test('for the page of a plan are answered without its analysis', async () => {
    const flags = Array.from({ length: 24 }, (_, index) => index);
    const text = `app "F"\nstart a\n${flags.map((index) => `flag f${index}`).join('\n')}\nscreen a "A" {\n${flags
      .map((index) => `  on "t${index}" when f${index} push b otherwise sets f${(index + 1) % 24} = true\n`)
      .join('')}}\nscreen b "B" {\n}\n`;
    const { id } = JSON.parse(
      (await send('POST', '/api/plans', json, JSON.stringify({ name: 'Flags', text }))).body,
    ) as { id: string };
    const began = performance.now();
    const { findings, reach } = check(text);
    // The values of the flags are too many: the analysis takes long.
    expect([findings, reach.variants[0]!.kind]).toEqual([[], 'bounded']);
    const analysed = performance.now() - began;
    const page = await send('GET', `/plans/${id}`);
    expect(page.status).toBe(200);
    expect(page.body).toContain('otherwise sets f23 = true');
    expect(performance.now() - began - analysed).toBeLessThan(analysed / 2);
    expect((await send('DELETE', `/api/plans/${id}`)).status).toBe(204);
  });

  test('with a body that does not fit are refused in words', async () => {
    expect(problem(await send('POST', '/api/plans', json, '{"nmae": "x"}'), 422).errors).toEqual([
      { at: '/', message: 'must NOT have additional properties' },
    ]);
    problem(await send('POST', '/api/plans', json, '{"name": ""}'), 422);
    problem(await send('POST', '/api/plans', json, '{'), 400);
    problem(await send('POST', '/api/plans', json, Buffer.from([0x22, 0xff, 0x22])), 400);
    problem(await send('POST', '/api/plans', { 'content-type': 'text/plain' }, '{}'), 415);
    const longest = '\n'.repeat(4 * 1024 * 1024);
    expect((await send('POST', '/api/plans', json, JSON.stringify({ text: longest }))).status).toBe(201);
    problem(await send('POST', '/api/plans', json, JSON.stringify({ text: `${longest}#` })), 413);
    problem(
      await send(
        'POST',
        '/api/plans',
        { ...json, 'transfer-encoding': 'chunked' },
        JSON.stringify({ text: 'x'.repeat(25 * 1024 * 1024) }),
      ),
      413,
    );
    problem(await send('GET', '/api/nothing/here'), 404);
    for (const [method, path, body] of [
      ['GET', '', ''],
      ['PATCH', '', '{"name":"x"}'],
      ['DELETE', '', ''],
      ['POST', '/duplicate', ''],
      ['POST', '/restore', ''],
      ['PUT', '/text', '{"text":"x","version":1}'],
      ['GET', '/download', ''],
    ] as const) {
      problem(await send(method, `/api/plans/nosuchplan00${path}`, json, body), 404);
    }
  });

  test('that go away half way are no news for the log', async () => {
    const data = mkdtempSync(join(tmpdir(), 'andante-away-'));
    const port = await freePort();
    const server = await startServer(port, { ANDANTE_DATA: data });
    let logged = '';
    server.child.stderr!.on('data', (part) => {
      logged += String(part);
    });
    const closed = (socket: Socket): Promise<unknown> => new Promise((resolve) => socket.once('close', resolve));
    for (let round = 0; round < 5; round++) {
      const socket = connect(port, '127.0.0.1', () =>
        socket.write(
          `POST /api/plans HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nContent-Type: application/json\r\nContent-Length: 999\r\n\r\n{`,
          () => socket.destroy(),
        ),
      );
      await closed(socket);
    }
    // A whole request is answered; by then the others are over.
    const made = await fetch(`${server.address}/api/plans`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({ text: 'x'.repeat(1_000_000) }),
    });
    expect(made.status).toBe(201);
    server.child.kill('SIGTERM');
    await server.ended;
    expect(logged).toBe('');
    rmSync(data, { recursive: true, force: true });
  });

  test('with a text that would not come back as it was sent are refused, and change nothing', async () => {
    const { id } = JSON.parse(
      (await send('POST', '/api/plans', json, JSON.stringify({ name: 'Huts', text: 'start a' }))).body,
    ) as { id: string };
    for (const [text, said] of [
      ['start\0a', 'Line 1, column 6 holds a NUL (U+0000)'],
      ['start a\n\ud800', 'Line 2, column 1 holds half of a surrogate pair (U+D800)'],
    ] as const) {
      expect(
        problem(await send('PUT', `/api/plans/${id}/text`, json, JSON.stringify({ text, version: 1 })), 422).detail,
      ).toContain(said);
      expect(
        problem(await send('POST', '/api/plans', json, JSON.stringify({ name: 'Huts', text })), 422).detail,
      ).toContain(said);
    }
    expect(JSON.parse((await send('GET', `/api/plans/${id}`)).body)).toMatchObject({ text: 'start a', version: 1 });
    for (const name of ['Huts\u0007', 'Huts \u202e', 'a\nb', '\ud800'])
      problem(await send('PATCH', `/api/plans/${id}`, json, JSON.stringify({ name })), 422);
    const mountain = 'app "\ud83c\udfd4 Ünï\t\u202e"';
    expect(
      (await send('PUT', `/api/plans/${id}/text`, json, JSON.stringify({ text: mountain, version: 1 }))).status,
    ).toBe(200);
    expect(JSON.parse((await send('GET', `/api/plans/${id}`)).body)).toMatchObject({ text: mountain });
    expect((await send('DELETE', `/api/plans/${id}`)).status).toBe(204);
  });

  test('that come too late change nothing and bring the newer text', async () => {
    const { id } = await app.create({ name: 'Late', text: 'one' });
    expect((await send('PUT', `/api/plans/${id}/text`, json, '{"text":"two","version":1}')).status).toBe(200);
    const late = problem(await send('PUT', `/api/plans/${id}/text`, json, '{"text":"three","version":1}'), 409);
    expect(late.type).toBe('urn:andante:problem:overtaken');
    expect(late.current).toMatchObject({ id, text: 'two', version: 2 });
    expect((await app.plan(id)).text).toBe('two');
  });
});

test('a download is the text, under a name that every system takes', async () => {
  const { id } = await app.create({ name: 'Züge “Süd” / 2', text: demo });
  const response = await fetch(`${app.address}/api/plans/${id}/download`);
  expect(await response.text()).toBe(demo);
  expect(response.headers.get('content-disposition')).toBe(
    'attachment; filename="z_ge-s_d-2.andante"; filename*=UTF-8\'\'z%C3%BCge-s%C3%BCd-2.andante',
  );
});

describe('audits', () => {
  const report = {
    total: 2,
    opens: 1,
    gated: 0,
    lost: 0,
    unreadable: 1,
    ambiguous: 0,
    opened: [{ pattern: '/huts/{hutId}', screen: 'hut', count: 1, gated: false, ambiguous: 0, examples: ['/huts/1'] }],
    lostGroups: [],
    unreadableGroups: [
      {
        pattern: null,
        screen: null,
        why: 'it begins with neither a scheme nor a slash',
        count: 1,
        examples: ['=HYPERLINK("https://x.example")'],
      },
    ],
    ambiguousGroups: [],
  };

  test('are kept, listed, downloaded as CSV that no spreadsheet runs, and deleted', async () => {
    const { id } = await app.create({ from: 'demo' });
    const made = await send(
      'POST',
      `/api/plans/${id}/audits`,
      json,
      JSON.stringify({ name: 'Brief, Mai „1“.csv', variant: 'phone', report }),
    );
    expect(made.status).toBe(201);
    const { id: audit } = JSON.parse(made.body) as { id: string };
    expect(JSON.parse((await send('GET', `/api/plans/${id}/audits`)).body)).toMatchObject({
      audits: [{ id: audit, name: 'Brief, Mai „1“.csv', total: 2, lost: 1 }],
    });
    expect(JSON.parse((await send('GET', `/api/plans/${id}/audits/${audit}`)).body)).toMatchObject({
      id: audit,
      report,
    });
    const csv = await send('GET', `/api/plans/${id}/audits/${audit}/download`);
    expect(csv.type).toBe('text/csv; charset=utf-8');
    expect(csv.body).toContain(
      '\r\nno URL,,,it begins with neither a scheme nor a slash,1,0.5000,"\'=HYPERLINK(""https://x.example"")"\r\n',
    );
    expect((await send('DELETE', `/api/plans/${id}/audits/${audit}`)).status).toBe(204);
    for (const [method, path] of [
      ['GET', ''],
      ['DELETE', ''],
      ['GET', '/download'],
    ] as const)
      problem(await send(method, `/api/plans/${id}/audits/${audit}${path}`), 404);
  });

  test('that are none are refused, and nothing is kept', async () => {
    const { id } = await app.create({ from: 'demo' });
    const bodies = [
      {},
      { name: '', variant: 'phone', report },
      { name: 'a', variant: 'phone', report: { ...report, total: -1 } },
      { name: 'a', variant: 'phone', report: { ...report, opened: [{}] } },
      { name: 'a', variant: 'phone', report, more: 1 },
    ];
    for (const body of bodies) problem(await send('POST', `/api/plans/${id}/audits`, json, JSON.stringify(body)), 422);
    problem(await send('POST', `/api/plans/${id}/audits`, json, JSON.stringify({ name: 'x'.repeat(5_000_000) })), 413);
    problem(
      await send(
        'POST',
        '/api/plans/nosuchplan00/audits',
        json,
        JSON.stringify({ name: 'a', variant: 'phone', report }),
      ),
      404,
    );
    problem(await send('GET', '/api/plans/nosuchplan00/audits'), 404);
    expect(JSON.parse((await send('GET', `/api/plans/${id}/audits`)).body)).toEqual({ audits: [] });
  });
});
