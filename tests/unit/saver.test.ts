import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { PlanDocument, Problem } from '../../src/wire/plans';
import { problemType } from '../../src/wire/plans';
import { claimIdentity } from '../../src/ui/session/identity';
import { Saver } from '../../src/ui/session/saver';

/** The server's plan, and its way to answer. */
let server: PlanDocument;
let away: boolean;
let failing: boolean;
let puts: { text: string; version: number; keepalive: boolean }[];
let window: EventTarget;
let text: string;
let savers: Saver[];
const storage = new Map<string, string>();

const json = (status: number, body: object, type = 'application/json'): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': type } });

async function answer(_path: string, options: RequestInit = {}): Promise<Response> {
  if (away) throw new TypeError('no answer');
  if (failing)
    return json(
      500,
      { type: 'about:blank', title: 'Disk full', status: 500, detail: '' } satisfies Problem,
      'application/problem+json',
    );
  if (options.method !== 'PUT') return json(200, server);
  const { text: sent, version } = JSON.parse(options.body as string) as { text: string; version: number };
  puts.push({ text: sent, version, keepalive: options.keepalive ?? false });
  if (sent === 'too large') {
    return json(
      413,
      {
        type: 'about:blank',
        title: 'Too large',
        status: 413,
        detail: 'A body may be 4 MiB at most.',
      } satisfies Problem,
      'application/problem+json',
    );
  }
  if (version !== server.version) {
    return json(
      409,
      { type: problemType.overtaken, title: '', status: 409, detail: '', current: server } satisfies Problem,
      'application/problem+json',
    );
  }
  server = { ...server, text: sent, version: version + 1, updatedAt: Date.now() };
  return json(200, { ...server, text: undefined });
}

/** A browser's storage, as far as the saver uses it. */
const storageLike = {
  get length() {
    return storage.size;
  },
  key: (index: number) => [...storage.keys()][index] ?? null,
  getItem: (key: string) => storage.get(key) ?? null,
  setItem: (key: string, value: string) => {
    if (full) throw new DOMException('no room', 'QuotaExceededError');
    storage.set(key, value);
  },
  removeItem: (key: string) => void storage.delete(key),
};

/** A window on the plan; of a name that no other has, unless one is given. */
function open(plan: PlanDocument = server, name = `window ${savers.length}`): Saver {
  text = plan.text;
  const saver = new Saver(
    plan,
    () => text,
    () => undefined,
    (newer) => {
      text = newer;
    },
    () => late++,
    Promise.resolve(name),
  );
  savers.push(saver);
  living.add(`andante:tab:${name}`);
  return saver;
}

/** Closes the windows while the server is away. */
function close(...names: readonly string[]): void {
  away = true;
  for (const saver of savers.splice(0)) saver.stop();
  away = false;
  for (const name of names) living.delete(`andante:tab:${name}`);
}

/** Names that pages hold, as the browser reports them. */
const living = new Set<string>();
const locks = {
  query: async () => ({ held: [...living].map((name) => ({ name })) }),
  request: async (name: string, { signal }: { signal: AbortSignal }, hold: () => Promise<never>) => {
    if (living.has(name))
      return new Promise((_, reject) => signal.addEventListener('abort', () => reject(signal.reason as Error)));
    living.add(name);
    return hold();
  },
};
let full: boolean;
/** Number of late drafts that a saver reported. */
let late: number;

function type(saver: Saver, now: string): void {
  text = now;
  saver.changed();
}

const wait = (milliseconds: number): Promise<unknown> => vi.advanceTimersByTimeAsync(milliseconds);

beforeEach(() => {
  vi.useFakeTimers({ now: 1_000_000 });
  server = { id: 'p', name: 'P', text: 'one', version: 1, updatedAt: 0 };
  away = false;
  puts = [];
  savers = [];
  storage.clear();
  living.clear();
  full = false;
  late = 0;
  failing = false;
  window = new EventTarget();
  vi.stubGlobal('window', window);
  vi.stubGlobal('fetch', answer);
  vi.stubGlobal('localStorage', storageLike);
  vi.stubGlobal('sessionStorage', storageLike);
  vi.stubGlobal('navigator', { locks });
});

afterEach(() => {
  for (const saver of savers) saver.stop();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('saving', () => {
  test('comes within a second of the last keystroke, once for many', async () => {
    const saver = open();
    for (const now of ['one t', 'one tw', 'one two']) {
      type(saver, now);
      await wait(100);
    }
    expect(saver.state.kind).toBe('unsaved');
    await wait(900);
    expect(server).toMatchObject({ text: 'one two', version: 2 });
    expect(puts).toHaveLength(1);
    expect(saver.state.kind).toBe('saved');
    expect([...storage.keys()].filter((key) => key.includes('draft'))).toEqual([]);
  });

  test('does not wait for ever while somebody keeps typing', async () => {
    const saver = open();
    for (let stroke = 0; stroke < 70; stroke++) {
      type(saver, `one ${'x'.repeat(stroke)}`);
      await wait(100);
    }
    expect(puts.length).toBeGreaterThanOrEqual(1);
    await wait(1000);
    expect(server.text).toBe(text);
  });

  test('of a text that is as it was saved is not needed', async () => {
    const saver = open();
    type(saver, 'one x');
    type(saver, 'one');
    await wait(3000);
    expect(puts).toEqual([]);
    expect(saver.state.kind).toBe('saved');
  });

  test('is tried again until the server answers, and keeps a draft meanwhile', async () => {
    const saver = open();
    away = true;
    type(saver, 'one two');
    await wait(1000);
    expect(saver.state).toEqual({ kind: 'unreachable', why: 'away', kept: true });
    expect([...storage.values()].some((value) => value.includes('one two'))).toBe(true);
    type(saver, 'one two three');
    away = false;
    await wait(3000);
    expect(server.text).toBe('one two three');
    expect(saver.state.kind).toBe('saved');
  });

  test('a refused text says why, and saving goes on with the next one', async () => {
    const saver = open();
    type(saver, 'too large');
    await wait(1000);
    expect(saver.state).toEqual({ kind: 'refused', reason: 'A body may be 4 MiB at most.', kept: true });
    type(saver, 'smaller');
    await wait(1000);
    expect(saver.state.kind).toBe('saved');
    expect(server.text).toBe('smaller');
  });
});

describe('a plan that was changed elsewhere', () => {
  /** The server has a newer text, and this window one of its own. */
  async function conflict(): Promise<Saver> {
    const saver = open();
    server = { ...server, text: 'theirs', version: 5 };
    type(saver, 'mine');
    await wait(1000);
    expect(saver.state).toMatchObject({ kind: 'overtaken', current: { text: 'theirs', version: 5 } });
    expect(server.text).toBe('theirs');
    return saver;
  }

  test('is not overwritten, however much more is typed', async () => {
    const saver = await conflict();
    type(saver, 'mine and more');
    await wait(5000);
    expect(server.text).toBe('theirs');
    expect(puts).toHaveLength(1);
  });

  test('can be taken', async () => {
    (await conflict()).takeTheirs();
    expect(text).toBe('theirs');
    await wait(3000);
    expect(server).toMatchObject({ text: 'theirs', version: 5 });
  });

  test('can be replaced, once it was seen', async () => {
    (await conflict()).keepMine();
    await wait(1000);
    expect(server).toMatchObject({ text: 'mine', version: 6 });
  });

  test('is taken quietly where nothing here is unsaved', async () => {
    const saver = open();
    server = { ...server, text: 'theirs', version: 2 };
    window.dispatchEvent(new Event('focus'));
    await wait(10);
    expect(text).toBe('theirs');
    expect(saver.state.kind).toBe('saved');
    expect(puts).toEqual([]);
  });
});

describe('a text that could not be saved', () => {
  /** Whether a page that is closed now would ask first. */
  const asks = (): boolean => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));

  test('says why, and whether this browser keeps it; a page that has it alone asks before it goes', async () => {
    const saver = open();
    failing = true;
    type(saver, 'one two');
    await wait(1000);
    expect(saver.state).toEqual({ kind: 'unreachable', why: 'failing', kept: true });
    expect(asks()).toBe(false);
    full = true;
    type(saver, 'one two three');
    await wait(1000);
    expect(saver.state).toEqual({ kind: 'unreachable', why: 'failing', kept: false });
    expect(asks()).toBe(true);
    failing = false;
    await wait(3000);
    expect(saver.state.kind).toBe('saved');
    expect(asks()).toBe(false);
  });
});

describe('a page that goes away', () => {
  test('sends what is not saved yet, and keeps it as a draft for the next visit', async () => {
    const saver = open(server, 'a');
    type(saver, 'one two');
    close('a');
    await wait(0);
    expect(server.text).toBe('one');
    const next = open(server, 'b');
    const [draft, ...others] = await next.findDrafts();
    expect(draft).toMatchObject({ text: 'one two', version: 1 });
    expect(others).toEqual([]);
    text = draft!.text;
    next.resume(draft!);
    await wait(1000);
    expect(server).toMatchObject({ text: 'one two', version: 2 });
    expect(await next.findDrafts()).toEqual([]);
    expect([...storage.keys()].filter((key) => key.includes('draft'))).toEqual([]);
  });

  test('leaves the drafts of all windows, and none is lost before somebody has decided on it', async () => {
    for (const name of ['a', 'b', 'c']) {
      type(open(server, name), `text of ${name}`);
      close(name);
      await wait(10);
    }
    const next = open(server, 'b');
    const texts = async (): Promise<string[]> => (await next.findDrafts()).map((draft) => draft.text);
    // Its own first, then the newest.
    expect(await texts()).toEqual(['text of b', 'text of c', 'text of a']);
    expect(await texts()).toHaveLength(3);
    const [own, newest] = await next.findDrafts();
    text = own!.text;
    next.resume(own!);
    next.discard(newest!);
    await wait(1000);
    expect(server.text).toBe('text of b');
    expect(await texts()).toEqual(['text of a']);
  });

  test('does not offer what a window that lives is about to save', async () => {
    away = true;
    type(open(server, 'a'), 'mine');
    await wait(300);
    expect(await open(server, 'b').findDrafts()).toEqual([]);
  });

  test('whose draft is older than the plan leaves the choice to the next visit', async () => {
    type(open(server, 'a'), 'mine');
    close('a');
    server = { ...server, text: 'theirs', version: 2 };
    const next = open(server);
    const [draft] = await next.findDrafts();
    text = draft!.text;
    next.resume(draft!);
    await wait(3000);
    expect(next.state.kind).toBe('overtaken');
    expect(server.text).toBe('theirs');
  });
});

describe('a reload on a slow machine', () => {
  test('takes the newer text without a draft being lost that nobody has found yet', async () => {
    type(open(server, 'a'), 'mine');
    close('a');
    const stale = server;
    server = { ...server, text: 'saved on the way', version: 2 };
    const next = open(stale, 'a');
    await wait(0);
    await next.look();
    expect([text, next.state.kind]).toEqual(['saved on the way', 'saved']);
    expect(await next.findDrafts()).toMatchObject([{ text: 'mine' }]);
  });

  test('hears of the draft that the old page keeps only once the new one has begun', async () => {
    const next = open(server, 'a');
    expect(await next.findDrafts()).toEqual([]);
    const key = 'andante:draft:p:a';
    const kept = JSON.stringify({ text: 'mine', version: 1, at: 1 });
    storage.set(key, kept);
    for (const of of [key, 'andante:draft:p:another'])
      window.dispatchEvent(Object.assign(new Event('storage'), { key: of, newValue: kept }));
    expect(late).toBe(1);
    expect(await next.findDrafts()).toMatchObject([{ text: 'mine' }]);
  });
});

describe('a window', () => {
  test('keeps its name when it is reloaded, and gets another one where it is a copy', async () => {
    const claim = async (): Promise<string> => {
      const name = claimIdentity();
      await wait(1000);
      return name;
    };
    const first = await claim();
    living.delete(`andante:tab:${first}`);
    expect(await claim()).toBe(first);
    const copy = await claim();
    expect(copy).not.toBe(first);
  });
});
