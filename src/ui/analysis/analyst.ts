import type { Completions } from '../../core/assist/complete';
import type { ScreenDetail } from '../../core/report/detail';
import type { Overview } from '../../core/report/overview';
import { unpack } from './packing';
import type { Answer, Question } from './protocol';

/** The page's side of the worker. */
export class Analyst {
  private readonly worker: Worker;
  private readonly asked = new Map<number, (answer: Answer) => void>();
  private nextId = 1;

  /**
   * @param onOverview takes each analysis, with the number of the text that it is of
   * @param onDetail takes the detail of the watched screen, where another one is watched
   */
  constructor(onOverview: (seq: number, overview: Overview, detail: ScreenDetail | null) => void, onDetail: (detail: ScreenDetail | null) => void) {
    this.worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
    this.worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.kind === 'check') {
        onOverview(data.seq, unpack(data.overview), data.detail);
      } else if (data.kind === 'watch') {
        onDetail(data.detail);
      } else {
        this.asked.get(data.id)?.(data);
        this.asked.delete(data.id);
      }
    };
  }

  check(seq: number, text: string): void {
    this.post({ kind: 'check', seq, text });
  }

  /** Asks for the detail of a screen, now and with every further analysis. */
  watch(screen: string | null): void {
    this.post({ kind: 'watch', screen });
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
