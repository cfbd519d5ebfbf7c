import type { Completions } from '../../core/assist/complete';
import type { Description } from '../../core/assist/describe';
import type { OutlineItem } from '../../core/assist/outline';
import type { Answer as Proposed, Request } from '../../core/edit/propose';
import type { ScreenDetail } from '../../core/report/detail';
import type { MarginNote } from '../../core/report/margin';
import type { Overview } from '../../core/report/overview';
import type { SupplyTable } from '../../core/report/supply-table';
import { unpackMargin, unpackOverview } from './packing';
import type { Answer, Question, Watched } from './protocol';

/** What is shown beside the overview; null where it is not looked at. */
export interface Looked {
  readonly detail: ScreenDetail | null;
  readonly supply: SupplyTable | null;
}

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
