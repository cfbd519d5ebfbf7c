import type { Completions } from '../../core/assist/completion';
import type { Description } from '../../core/assist/describe';
import type { OutlineItem } from '../../core/assist/outline';
import type { WalkToKeep } from '../../core/propose/keep-walk';
import type { TextEdit } from '../../core/language/edits';
import type { RestOfTour } from '../../core/report/walk-tour';
import type { Proposed } from '../../core/propose/propose';
import type { Request } from '../../core/propose/request';
import type { MarginNote } from '../../core/report/margin';
import type { Overview } from '../../core/report/overview';
import { unpackMargin, unpackOverview } from './packing';
import type { Answer, FoundWalk, Looked, Question, Watched } from './protocol';

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

/** The part of a worker that is used here. */
export type AnalysisWorker = Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'>;

/** How often the worker is asked whether it lives, in milliseconds. */
const pulse = 4000;
/** A worker that has answered nothing for so many pulses is dead: no part of an analysis takes as long. */
const patience = 5;

const startWorker = (): AnalysisWorker => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });

/**
 * The page's side of the worker. Every promise is settled, whatever becomes of the worker: what it cannot answer is
 * null. A worker that dies is started again; one that dies of the same text once more is left dead until the text
 * changes.
 */
export class Analyst {
  private worker: AnalysisWorker | null = null;
  private readonly asked = new Map<number, (answer: Answer | null) => void>();
  private nextId = 1;
  private latest: Extract<Question, { kind: 'check' }> | null = null;
  private watched: Watched | null = null;
  /** The text of which the worker died last. */
  private diedOf: string | null = null;
  private unanswered = 0;
  private readonly timer: ReturnType<typeof setInterval>;

  /** @param listener hears what the worker finds, each time with the number of the text that it is of */
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

  /** Says what is looked at beside the overview, now and with every further analysis. */
  watch(watched: Watched): void {
    this.watched = watched;
    this.post({ kind: 'watch', watched });
  }

  /** Says that somebody is about to type: the worker gets ready for it. */
  warmUp(): void {
    this.post({ kind: 'warm-up' });
  }

  async complete(text: string, offset: number): Promise<Completions | null> {
    const answer = await this.ask((id) => ({ kind: 'complete', id, text, offset }));
    return answer?.kind === 'complete' ? answer.completions : null;
  }

  /** The text laid out, or null where it has syntax errors. */
  async format(text: string): Promise<string | null> {
    const answer = await this.ask((id) => ({ kind: 'format', id, text }));
    return answer?.kind === 'format' ? answer.text : null;
  }

  /** What is known of the name at an offset. */
  async describe(text: string, offset: number): Promise<Description | null> {
    const answer = await this.ask((id) => ({ kind: 'describe', id, text, offset }));
    return answer?.kind === 'describe' ? answer.description : null;
  }

  /** All that a text declares. */
  async outline(text: string): Promise<readonly OutlineItem[]> {
    const answer = await this.ask((id) => ({ kind: 'outline', id, text }));
    return answer?.kind === 'outline' ? answer.outline : [];
  }

  /** What a change would do to a text. */
  async propose(text: string, request: Request): Promise<Proposed | null> {
    const answer = await this.ask((id) => ({ kind: 'propose', id, text, request }));
    return answer?.kind === 'propose' ? answer.answer : null;
  }

  /** The walk that shows a finding (by its place), or the shortest one to a screen (by its label). */
  async witness(text: string, of: number | string, variant: string | null): Promise<FoundWalk | null> {
    const answer = await this.ask((id) => ({ kind: 'witness', id, text, of, variant }));
    return answer?.kind === 'witness' ? answer.found : null;
  }

  /** Walks that use what the kept ones do not. */
  async tour(text: string, variant: string | null): Promise<RestOfTour | null> {
    const answer = await this.ask((id) => ({ kind: 'tour', id, text, variant }));
    return answer?.kind === 'tour' ? answer.rest : null;
  }

  /** The edits that put walks into the plan. */
  async keep(text: string, walks: readonly WalkToKeep[]): Promise<readonly TextEdit[]> {
    const answer = await this.ask((id) => ({ kind: 'keep', id, text, walks }));
    return answer?.kind === 'keep' ? answer.edits : [];
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
      default: {
        const settle = this.asked.get(answer.id);
        this.asked.delete(answer.id);
        settle?.(answer.kind === 'failed' ? null : answer);
      }
    }
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

  /** Ends the worker; whoever waits for an answer gets none. */
  private end(): void {
    this.worker?.terminate();
    this.worker = null;
    const waiting = [...this.asked.values()];
    this.asked.clear();
    for (const settle of waiting) settle(null);
  }

  /** Null where there is no answer. */
  private ask(question: (id: number) => Question): Promise<Answer | null> {
    if (!this.worker) return Promise.resolve(null);
    const id = this.nextId++;
    return new Promise((resolve) => {
      this.asked.set(id, resolve);
      this.post(question(id));
    });
  }

  private post(question: Question): void {
    this.worker?.postMessage(question);
  }
}
