import type { Completions } from '../../core/assist/complete';
import type { Description } from '../../core/assist/describe';
import type { OutlineItem } from '../../core/assist/outline';
import type { WalkToKeep } from '../../core/edit/keep-walk';
import type { TextEdit } from '../../core/language/edits';
import type { RestOfTour } from '../../core/report/walk-tour';
import type { Answer as Proposed, Request } from '../../core/edit/propose';
import type { MarginNote } from '../../core/report/margin';
import type { Overview } from '../../core/report/overview';
import { unpackMargin, unpackOverview } from './packing';
import type { Answer, FoundWalk, Looked, Question, Watched } from './protocol';

export interface AnalystListener {
  marginCame(seq: number, margin: readonly MarginNote[]): void;
  overviewCame(seq: number, overview: Overview, looked: Looked): void;
  /** Something else is watched, and this is it. */
  lookedAt(looked: Looked): void;
}

/** The page's side of the worker. */
export class Analyst {
  private readonly worker: Worker;
  private readonly asked = new Map<number, (answer: Answer) => void>();
  private nextId = 1;

  /** @param listener hears what the worker finds, each time with the number of the text that it is of */
  constructor(listener: AnalystListener) {
    this.worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    this.worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      switch (data.kind) {
        case 'margin': return listener.marginCame(data.seq, unpackMargin(data.margin));
        case 'check': return listener.overviewCame(data.seq, unpackOverview(data.overview), data);
        case 'watch': return listener.lookedAt(data);
        default:
          this.asked.get(data.id)?.(data);
          this.asked.delete(data.id);
      }
    };
  }

  check(seq: number, text: string): void {
    this.post({ kind: 'check', seq, text });
  }

  /** Says what is looked at beside the overview, now and with every further analysis. */
  watch(watched: Watched): void {
    this.post({ kind: 'watch', watched });
  }

  async complete(text: string, offset: number): Promise<Completions | null> {
    const answer = await this.ask((id) => ({ kind: 'complete', id, text, offset }));
    return answer.kind === 'complete' ? answer.completions : null;
  }

  /** The text laid out, or null where it has syntax errors. */
  async format(text: string): Promise<string | null> {
    const answer = await this.ask((id) => ({ kind: 'format', id, text }));
    return answer.kind === 'format' ? answer.text : null;
  }

  /** What is known of the name at an offset. */
  async describe(text: string, offset: number): Promise<Description | null> {
    const answer = await this.ask((id) => ({ kind: 'describe', id, text, offset }));
    return answer.kind === 'describe' ? answer.description : null;
  }

  /** All that a text declares. */
  async outline(text: string): Promise<readonly OutlineItem[]> {
    const answer = await this.ask((id) => ({ kind: 'outline', id, text }));
    return answer.kind === 'outline' ? answer.outline : [];
  }

  /** What a change would do to a text. */
  async propose(text: string, request: Request): Promise<Proposed | null> {
    const answer = await this.ask((id) => ({ kind: 'propose', id, text, request }));
    return answer.kind === 'propose' ? answer.answer : null;
  }

  /** The walk that shows a finding (by its place), or the shortest one to a screen (by its label). */
  async witness(text: string, of: number | string, variant: string | null): Promise<FoundWalk | null> {
    const answer = await this.ask((id) => ({ kind: 'witness', id, text, of, variant }));
    return answer.kind === 'witness' ? answer.found : null;
  }

  /** Walks that use what the kept ones do not. */
  async tour(text: string, variant: string | null): Promise<RestOfTour | null> {
    const answer = await this.ask((id) => ({ kind: 'tour', id, text, variant }));
    return answer.kind === 'tour' ? answer.rest : null;
  }

  /** The edits that put walks into the plan. */
  async keep(text: string, walks: readonly WalkToKeep[]): Promise<readonly TextEdit[]> {
    const answer = await this.ask((id) => ({ kind: 'keep', id, text, walks }));
    return answer.kind === 'keep' ? answer.edits : [];
  }

  stop(): void {
    this.worker.terminate();
  }

  private ask(question: (id: number) => Question): Promise<Answer> {
    const id = this.nextId++;
    return new Promise((resolve) => {
      this.asked.set(id, resolve);
      this.post(question(id));
    });
  }

  private post(question: Question): void {
    this.worker.postMessage(question);
  }
}
