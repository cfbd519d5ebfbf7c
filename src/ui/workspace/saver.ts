import { problemType, type PlanDocument } from '../../wire/plans';
import { api, ProblemError } from './api';
import { Drafts } from './drafts';

export type SaveState =
  | { readonly kind: 'saved'; readonly at: number }
  | { readonly kind: 'unsaved' }
  /** The server does not answer; the text is kept in this browser and sent again. */
  | { readonly kind: 'unreachable' }
  /** The plan was changed elsewhere; nothing is saved until one of the texts is chosen. */
  | { readonly kind: 'overtaken'; readonly current: PlanDocument }
  /** The server will not take it, and says why. */
  | { readonly kind: 'refused'; readonly reason: string };

/** How long after the last keystroke a text is saved, and how long at most after the first one; milliseconds. */
const pause = 400;
const longest = 5000;
/** How often an unreachable server is tried again. */
const retry = 2000;
/** Browsers send no larger bodies for a page that is going away; longer texts wait as a draft. */
const largestFarewell = 60_000;

interface News {
  readonly version: number;
  readonly from: string;
}

/** Saves a plan's text soon after each change, and never over a version that it has not seen. */
export class Saver {
  state: SaveState;
  private saved: string;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private unsavedSince: number | null = null;
  private sending = false;
  private readonly drafts: Drafts;
  private readonly channel: BroadcastChannel;
  private readonly stopListening = new AbortController();

  /**
   * @param text gives the text as it is now
   * @param onState hears of every change of state
   * @param onNewer takes a newer text from elsewhere; only called where nothing here is unsaved
   */
  constructor(
    private plan: PlanDocument,
    private readonly text: () => string,
    private readonly onState: (state: SaveState) => void,
    private readonly onNewer: (text: string) => void,
  ) {
    this.saved = plan.text;
    this.state = { kind: 'saved', at: plan.updatedAt };
    this.drafts = new Drafts(plan.id);
    this.channel = new BroadcastChannel(`andante:${plan.id}`);
    this.channel.onmessage = ({ data }: MessageEvent<News>) => {
      if (data.from !== this.drafts.tab && data.version > this.plan.version) void this.look();
    };
    const { signal } = this.stopListening;
    window.addEventListener('focus', () => void this.look(), { signal });
    window.addEventListener('pagehide', () => this.farewell(), { signal });
  }

  /** A text that an earlier visit could not save, with the version that it was made from. */
  takeDraft(): { text: string; version: number } | null {
    const draft = this.drafts.take();
    return draft && draft.text !== this.saved ? draft : null;
  }

  /** Goes on with a draft's text. Where the plan has moved on since, both texts stand against each other. */
  resume(draft: { version: number }): void {
    if (draft.version < this.plan.version) this.become({ kind: 'overtaken', current: this.plan });
    this.changed();
  }

  changed(): void {
    const text = this.text();
    if (text === this.saved && !this.sending) {
      if (this.state.kind === 'unsaved') this.become({ kind: 'saved', at: this.plan.updatedAt });
      this.drafts.clear();
      clearTimeout(this.timer);
      this.unsavedSince = null;
      return;
    }
    this.drafts.keep(text, this.plan.version);
    this.unsavedSince ??= Date.now();
    if (this.state.kind === 'overtaken') return;
    if (this.state.kind === 'saved') this.become({ kind: 'unsaved' });
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), Math.max(0, Math.min(pause, this.unsavedSince + longest - Date.now())));
  }

  /** Drops the text here for the one from elsewhere. */
  takeTheirs(): void {
    if (this.state.kind !== 'overtaken') return;
    this.adopt(this.state.current);
  }

  /** Saves the text here over the one from elsewhere, now that it has been seen. */
  keepMine(): void {
    if (this.state.kind !== 'overtaken') return;
    this.plan = this.state.current;
    this.saved = this.plan.text;
    this.become({ kind: 'unsaved' });
    void this.save();
  }

  stop(): void {
    this.farewell();
    clearTimeout(this.timer);
    this.stopListening.abort();
    this.channel.close();
  }

  private become(state: SaveState): void {
    this.state = state;
    this.onState(state);
  }

  private adopt(current: PlanDocument): void {
    this.plan = current;
    this.saved = current.text;
    this.unsavedSince = null;
    this.drafts.clear();
    clearTimeout(this.timer);
    this.onNewer(current.text);
    this.become({ kind: 'saved', at: current.updatedAt });
  }

  private async save(): Promise<void> {
    clearTimeout(this.timer);
    if (this.sending || this.state.kind === 'overtaken') return;
    const text = this.text();
    this.sending = true;
    try {
      const summary = await api.save(this.plan.id, text, this.plan.version);
      this.plan = { ...summary, text };
      this.saved = text;
      this.unsavedSince = null;
      this.channel.postMessage({ version: summary.version, from: this.drafts.tab } satisfies News);
      this.sending = false;
      if (this.text() === text) {
        this.drafts.clear();
        this.become({ kind: 'saved', at: summary.updatedAt });
      } else {
        this.changed();
      }
    } catch (error) {
      this.sending = false;
      this.failed(error);
    }
  }

  private failed(error: unknown): void {
    if (error instanceof ProblemError && error.problem.type === problemType.overtaken && error.problem.current) {
      this.become({ kind: 'overtaken', current: error.problem.current });
    } else if (error instanceof ProblemError && error.problem.status < 500) {
      this.become({ kind: 'refused', reason: error.problem.detail });
    } else {
      this.become({ kind: 'unreachable' });
      this.timer = setTimeout(() => void this.save(), retry);
    }
  }

  /** Looks whether the plan was changed elsewhere. */
  private async look(): Promise<void> {
    if (this.sending || this.state.kind === 'overtaken') return;
    try {
      const current = await api.find(this.plan.id);
      if (current.version <= this.plan.version || this.sending) return;
      if (current.text === this.text() || this.text() === this.saved) this.adopt(current);
      else this.become({ kind: 'overtaken', current });
    } catch {
      // The next save will say what is wrong.
    }
  }

  /** The page goes away: what is not saved yet is sent along, or waits as a draft. */
  private farewell(): void {
    const text = this.text();
    if (text === this.saved || this.state.kind === 'overtaken') return;
    this.drafts.keepNow(text, this.plan.version);
    if (text.length < largestFarewell) void api.save(this.plan.id, text, this.plan.version, true).catch(() => undefined);
  }
}
