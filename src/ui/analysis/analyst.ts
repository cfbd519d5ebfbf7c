import type { MarginNote } from '../../core/report/margin';
import type { Overview } from '../../core/report/overview';
import { unpackMargin, unpackOverview } from './packing';
import type { Answer, AnswerTo, Asked, Given, Looked, Question, RequestKind, Watched } from './protocol';

export interface AnalystListener {
  readonly marginCame: (seq: number, margin: readonly MarginNote[]) => void;
  readonly overviewCame: (seq: number, overview: Overview, looked: Looked) => void;
  /** Something else is watched, and this is it. */
  readonly lookedAt: (looked: Looked) => void;
  /** The text of that number cannot be analysed: the analysis threw, or the worker died of it twice. */
  readonly failed: (seq: number, error: string) => void;
  /** The worker died, was started again, and has analysed the text since. */
  readonly restarted: () => void;
}

/** Who waits for the answer to a request. */
interface Waiting {
  readonly resolve: (answer: unknown) => void;
  readonly reject: (error: Error) => void;
}

/** The part of a worker that is used here. */
export type AnalysisWorker = Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'>;

/** Time between two questions whether the worker lives, in milliseconds. */
const pulse = 4000;
/** Number of unanswered questions after which a worker counts as dead: no part of an analysis takes as long. */
const patience = 5;

const startWorker = (): AnalysisWorker => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });

/**
 * The page's side of the worker. Every promise is settled, whatever becomes of the worker. A worker that dies is started
 * again. One that dies of the same text once more is left dead until the text changes.
 */
export class Analyst {
  private worker: AnalysisWorker | null = null;
  private readonly asked = new Map<number, Waiting>();
  private nextId = 1;
  private latest: Extract<Question, { kind: 'check' }> | null = null;
  private watched: Watched | null = null;
  /** The text on which the worker died last. */
  private diedOf: string | null = null;
  private unanswered = 0;
  private readonly timer: ReturnType<typeof setInterval>;

  /** @param listener hears the worker's results, each with the number of its text */
  constructor(
    private readonly listener: AnalystListener,
    private readonly start: () => AnalysisWorker = startWorker,
  ) {
    this.begin();
    this.timer = setInterval(() => this.beat(), pulse);
  }

  check(seq: number, text: string): void {
    this.latest = { kind: 'check', seq, text };
    if (!this.worker && text !== this.diedOf) this.begin();
    else this.post(this.latest);
  }

  /** Names the details that this and every further analysis is to send beside the overview. */
  watch(watched: Watched): void {
    this.watched = watched;
    this.post({ kind: 'watch', watched });
  }

  /** Prepares the worker for a user who is about to type. */
  warmUp(): void {
    this.post({ kind: 'warm-up' });
  }

  /**
   * Sends a request about a text.
   *
   * @param signal cancels the request: the worker no longer begins it
   * @returns null without an answer: the worker has died, or the request was cancelled
   * @throws Error if the request fails
   */
  request<K extends RequestKind>(
    request: K,
    text: string,
    given: Given<K>,
    signal?: AbortSignal,
  ): Promise<AnswerTo<K> | null> {
    if (!this.worker || signal?.aborted) return Promise.resolve(null);
    const id = this.nextId++;
    return new Promise((resolve, reject) => {
      this.asked.set(id, { resolve: (answer) => resolve(answer as AnswerTo<K> | null), reject });
      this.post({ kind: 'request', id, request, text, given } as Asked);
      signal?.addEventListener('abort', () => {
        if (!this.asked.delete(id)) return;
        this.post({ kind: 'cancel', id });
        resolve(null);
      });
    });
  }

  stop(): void {
    clearInterval(this.timer);
    this.end();
  }

  private begin(): void {
    const worker = this.start();
    this.worker = worker;
    this.unanswered = 0;
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (worker === this.worker) this.hear(data);
    };
    worker.onerror = (event) => {
      if (worker === this.worker)
        this.die(event instanceof ErrorEvent && event.message ? event.message : 'The worker could not be started.');
    };
    if (this.watched) this.post({ kind: 'watch', watched: this.watched });
    if (this.latest) this.post(this.latest);
  }

  private hear(answer: Answer): void {
    this.unanswered = 0;
    switch (answer.kind) {
      case 'pong':
        return;
      case 'margin':
        return this.listener.marginCame(answer.seq, unpackMargin(answer.margin));
      case 'check': {
        const overview = unpackOverview(answer.overview);
        if (overview.stage === 'decided' && this.diedOf !== null) {
          this.diedOf = null;
          this.listener.restarted();
        }
        return this.listener.overviewCame(answer.seq, overview, answer);
      }
      case 'watch':
        return this.listener.lookedAt(answer);
      case 'check-failed':
        return this.listener.failed(answer.seq, answer.error);
      case 'answer':
        return this.settled(answer.id)?.resolve(answer.answer);
      case 'failed':
        return this.settled(answer.id)?.reject(new Error(answer.error));
    }
  }

  /** The caller that still waits for the answer to a request, if any. */
  private settled(id: number): Waiting | undefined {
    const waiting = this.asked.get(id);
    this.asked.delete(id);
    return waiting;
  }

  private beat(): void {
    if (!this.worker) return;
    if (this.unanswered >= patience) return this.die('The worker did not answer.');
    this.unanswered++;
    this.post({ kind: 'ping' });
  }

  private die(error: string): void {
    this.end();
    const { latest } = this;
    const again = latest !== null && latest.text === this.diedOf;
    this.diedOf = latest?.text ?? null;
    if (again) this.listener.failed(latest.seq, error);
    else this.begin();
  }

  /** Ends the worker; waiting requests get no answer. */
  private end(): void {
    this.worker?.terminate();
    this.worker = null;
    const waiting = [...this.asked.values()];
    this.asked.clear();
    for (const { resolve } of waiting) resolve(null);
  }

  private post(question: Question): void {
    this.worker?.postMessage(question);
  }
}
