import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { check } from '../../src/core/check';
import { overview, readOverview } from '../../src/core/report/overview';
import { Analyst, type AnalysisWorker, type AnalystListener } from '../../src/ui/analysis/analyst';
import { packOverview } from '../../src/ui/analysis/packing';
import { nothing, type Answer, type Question, type Asked } from '../../src/ui/analysis/protocol';
import { Session } from '../../src/ui/session/session';

/** A worker that keeps its requests, and gives the answers that a test supplies. */
class Told implements AnalysisWorker {
  readonly questions: Question[] = [];
  onmessage: AnalysisWorker['onmessage'] = null;
  onerror: AnalysisWorker['onerror'] = null;
  ended = false;

  postMessage(question: Question): void {
    this.questions.push(question);
  }

  terminate(): void {
    this.ended = true;
  }

  answer(answer: Answer): void {
    this.onmessage!.call(null as never, { data: answer } as MessageEvent<Answer>);
  }

  die(): void {
    this.onerror!.call(null as never, { message: 'out of memory' } as ErrorEvent);
  }
}

const watched = { screen: 'home', variant: null, supply: false, walk: null, links: null };
let workers: Told[] = [];
let heard: string[] = [];
const listener: AnalystListener = {
  marginCame: () => heard.push('margin'),
  overviewCame: (seq, { stage }) => heard.push(`${stage} ${seq}`),
  lookedAt: () => heard.push('looked'),
  failed: (seq) => heard.push(`failed ${seq}`),
  restarted: () => heard.push('restarted'),
};
const decided = (seq: number): Answer => ({
  kind: 'check',
  seq,
  overview: packOverview(overview(check('start home\nscreen home "Home" {\n}\n'))),
  ...nothing,
});
const begin = (): Analyst =>
  new Analyst(listener, () => {
    workers.push(new Told());
    return workers.at(-1)!;
  });

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('ErrorEvent', class {});
  workers = [];
  heard = [];
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('a worker that dies', () => {
  test('is started again with what it had to do, and nobody waits for its answers', async () => {
    const analyst = begin();
    analyst.watch(watched);
    analyst.check(3, 'start home');
    const waiting = analyst.request('format', 'start home', null);
    workers[0]!.die();
    expect(await waiting).toBeNull();
    expect(workers[0]!.ended).toBe(true);
    expect(workers[1]!.questions).toEqual([
      { kind: 'watch', watched },
      { kind: 'check', seq: 3, text: 'start home' },
    ]);
    expect(heard).toEqual([]);
    // The error is reported again after another analysis of the text: a worker may die of it again.
    workers[1]!.answer(decided(3));
    workers[1]!.answer(decided(3));
    expect(heard).toEqual(['restarted', 'decided 3', 'decided 3']);
    analyst.stop();
  });

  test('of the same text once more is left alone, until there is another text', async () => {
    const analyst = begin();
    analyst.check(1, 'a');
    workers[0]!.die();
    workers[1]!.die();
    expect(heard).toEqual(['failed 1']);
    expect(await analyst.request('outline', 'a', null)).toBeNull();
    analyst.check(2, 'a');
    expect(workers).toHaveLength(2);
    analyst.check(3, 'ab');
    expect(workers).toHaveLength(3);
    expect(workers[2]!.questions).toEqual([{ kind: 'check', seq: 3, text: 'ab' }]);
    analyst.stop();
  });

  test('a worker that stays silent is restarted; one that answers is not', () => {
    const analyst = begin();
    analyst.check(1, 'a');
    for (let pulse = 0; pulse < 20; pulse++) {
      vi.advanceTimersByTime(4000);
      workers[0]!.answer({ kind: 'pong' });
    }
    expect(workers).toHaveLength(1);
    vi.advanceTimersByTime(60_000);
    expect(workers[0]!.ended).toBe(true);
    expect(heard).toEqual(['failed 1']);
    analyst.stop();
  });
});

describe('a request', () => {
  const text = 'start home';

  test('is answered by its own answer, whichever comes first', async () => {
    const analyst = begin();
    const [outline, format] = [analyst.request('outline', text, null), analyst.request('format', text, null)];
    const [first, second] = workers[0]!.questions as Asked[];
    workers[0]!.answer({ kind: 'answer', id: second!.id, answer: 'laid out' });
    workers[0]!.answer({ kind: 'answer', id: first!.id, answer: [] });
    expect([await outline, await format]).toEqual([[], 'laid out']);
    analyst.stop();
  });

  test('an aborted request is answered at once with null, and the worker is told', async () => {
    const analyst = begin();
    const overtaken = new AbortController();
    const found = analyst.request('complete', text, { offset: 3 }, overtaken.signal);
    const [asked] = workers[0]!.questions as Asked[];
    overtaken.abort();
    expect(await found).toBeNull();
    expect(workers[0]!.questions.at(-1)).toEqual({ kind: 'cancel', id: asked!.id });
    workers[0]!.answer({ kind: 'answer', id: asked!.id, answer: { from: 0, options: [] } });
    expect(await analyst.request('complete', text, { offset: 3 }, overtaken.signal)).toBeNull();
    expect(workers[0]!.questions).toHaveLength(2);
    analyst.stop();
  });

  test('that throws says why in the dialog of a change; a completion that throws finds nothing', async () => {
    const session = new Session({ id: 'p', name: 'P', text, version: 1, updatedAt: 0 }, () => []);
    const analyst = begin();
    session['analyst'] = analyst;
    const proposed = session.propose({ kind: 'delete', screen: 'home' });
    const completed = session.complete(3);
    for (const { id } of workers[0]!.questions as Asked[])
      workers[0]!.answer({ kind: 'failed', id, error: 'RangeError: x' });
    expect(await proposed).toEqual({ text, answer: { refusal: 'This cannot be worked out. RangeError: x' } });
    expect(await completed).toBeNull();
    analyst.stop();
  });
});

describe('an analysis', () => {
  const text = 'app "A"\nstart home\nscreen home "Home" {\n}\n';
  const result = check(text);
  const read = readOverview(result);
  let session: Session;
  beforeEach(() => {
    session = new Session({ id: 'p', name: 'P', text, version: 1, updatedAt: 0 }, () => []);
  });

  test('an overview from parsing alone has the declarations and no verdict', () => {
    expect(read).toMatchObject({
      stage: 'read',
      findings: [],
      counts: { screens: 1, reached: 0, undecided: 1 },
      screens: [{ label: 'home', reachable: 'undecided' }],
    });
    expect(packOverview(read).rest.stage).toBe('read');
  });

  test('reports a failed analysis with its text until an analysis succeeds', () => {
    session.overviewCame(0, overview(result), nothing);
    session.failed(7, 'of a text that is gone');
    expect(session.getStanding()).toEqual({ kind: 'current' });
    session.failed(0, 'RangeError: x');
    expect(session.getStanding()).toEqual({ kind: 'failed', error: 'RangeError: x' });
    session.overviewCame(0, read, nothing);
    expect(session.getStanding().kind).toBe('failed');
    session.overviewCame(0, overview(result), nothing);
    expect(session.getStanding()).toEqual({ kind: 'current' });
  });

  test('a slow analysis is marked as one of an earlier text', () => {
    session.overviewCame(0, overview(result), nothing);
    session.dispatch({ changes: { from: 0, insert: '# more\n' } });
    vi.advanceTimersByTime(500);
    expect(session.getStanding()).toEqual({ kind: 'current' });
    vi.advanceTimersByTime(600);
    expect(session.getStanding()).toEqual({ kind: 'behind' });
    session.overviewCame(1, overview(check(session.text)), nothing);
    expect(session.getStanding()).toEqual({ kind: 'current' });
  });

  test('whose overview has been followed gives no walk', async () => {
    const [first, second] = [overview(result), overview(result)];
    const found = { variant: 'phone', steps: 'start' };
    session['analyst'] = { request: async () => found } as unknown as Analyst;
    session.overviewCame(0, first, nothing);
    expect(await session.witness(0, null, first)).toBe(found);
    session.overviewCame(0, second, nothing);
    expect(await session.witness(0, null, first)).toBeNull();
    expect(await session.witness(0, null, second)).toBe(found);
  });
});
