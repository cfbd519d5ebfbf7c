import { problemType, type PlanDocument, type SaveText } from '../../wire/plans';
import { api, ProblemError } from './api';
import { Drafts, type Draft } from './drafts';
import { pageIdentity } from './identity';

export type SaveState =
  | { readonly kind: 'saved'; readonly at: number }
  | { readonly kind: 'unsaved' }
  /**
   * The server does not answer, or fails; the text is sent again. `kept` says whether this browser keeps it meanwhile.
   */
  | { readonly kind: 'unreachable'; readonly why: 'away' | 'failing'; readonly kept: boolean }
  /** The plan was changed elsewhere; nothing is saved until one of the texts is chosen. */
  | { readonly kind: 'overtaken'; readonly current: PlanDocument }
  /** The server will not take it, and says why. */
  | { readonly kind: 'refused'; readonly reason: string; readonly kept: boolean };

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
  /** Why the server is to keep the text that the next save replaces. */
  private keepBefore: SaveText['keep'];
  private sending = false;
  private readonly drafts: Drafts;
  /** Marks this window's messages. */
  private readonly sender = crypto.randomUUID();
  private readonly channel: BroadcastChannel;
  private readonly stopListening = new AbortController();

  /**
   * @param text returns the current text
   * @param onState hears of every change of state
   * @param onNewer takes a newer text from elsewhere; only called if nothing here is unsaved
   * @param onLateDraft hears that the page before a reload has kept its text late
   */
  constructor(
    private plan: PlanDocument,
    private readonly text: () => string,
    private readonly onState: (state: SaveState) => void,
    private readonly onNewer: (text: string) => void,
    onLateDraft: () => void = () => undefined,
    identity: Promise<string> = pageIdentity(),
  ) {
    this.saved = plan.text;
    this.state = { kind: 'saved', at: plan.updatedAt };
    this.drafts = new Drafts(plan.id, identity);
    this.channel = new BroadcastChannel(`andante:${plan.id}`);
    this.channel.onmessage = ({ data }: MessageEvent<News>) => {
      if (data.from !== this.sender && data.version > this.plan.version) void this.look();
    };
    const { signal } = this.stopListening;
    window.addEventListener('focus', () => void this.look(), { signal });
    window.addEventListener(
      'beforeunload',
      (event) => {
        if (this.wouldBeLost()) event.preventDefault();
      },
      { signal },
    );
    window.addEventListener('pagehide', () => this.farewell(), { signal });
    // Browsers start the new page of a reload while the old one still ends.
    window.addEventListener(
      'storage',
      ({ key, newValue }) => {
        if (newValue !== null && this.drafts.isOwn(key)) onLateDraft();
      },
      { signal },
    );
  }

  /** The texts that earlier visits could not save: this window's own first, then the newest. */
  async findDrafts(): Promise<readonly Draft[]> {
    const found = await this.drafts.find();
    for (const draft of found) if (draft.text === this.saved) this.drafts.discard(draft.key);
    return found.filter(({ text }) => text !== this.saved);
  }

  /**
   * Goes on with a draft's text, which is the text by now. Where the plan has moved on since, both texts stand against
   * each other.
   */
  resume(draft: Draft): void {
    if (draft.version < this.plan.version) this.become({ kind: 'overtaken', current: this.plan });
    this.changed();
    if (this.drafts.keepNow(this.text(), this.plan.version)) this.discard(draft);
  }

  /** Throws a draft away, unless it has become this window's own. */
  discard({ key, text }: Draft): void {
    if (this.text() !== text || !this.drafts.isOwn(key)) this.drafts.discard(key);
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
    this.timer = setTimeout(
      () => void this.save(),
      Math.max(0, Math.min(pause, this.unsavedSince + longest - Date.now())),
    );
  }

  /** Drops the text here for the one from elsewhere. */
  takeTheirs(): void {
    if (this.state.kind !== 'overtaken') return;
    // The replaced text is one undo away, and is kept should this window close.
    const { id, version } = this.plan;
    const mine = this.text();
    this.adopt(this.state.current);
    api.addRevision(id, { text: mine, reason: 'conflict' }).catch(() => this.drafts.setAside(mine, version));
  }

  /** Saves the text here over the one from elsewhere, now that it has been seen. */
  keepMine(): void {
    if (this.state.kind !== 'overtaken') return;
    this.plan = this.state.current;
    this.saved = this.plan.text;
    this.keepBefore = 'conflict';
    this.become({ kind: 'unsaved' });
    void this.save();
  }

  /** The current text is an earlier one: the text that it replaces is to be kept. */
  restored(): void {
    this.keepBefore = 'restored';
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
      const keep = this.keepBefore;
      const summary = await api.save(this.plan.id, { text, version: this.plan.version, keep });
      if (keep === this.keepBefore) this.keepBefore = undefined;
      this.plan = { ...summary, text };
      this.saved = text;
      this.unsavedSince = null;
      this.channel.postMessage({ version: summary.version, from: this.sender } satisfies News);
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
      this.become({ kind: 'refused', reason: error.problem.detail, kept: this.keep() });
    } else {
      this.become({ kind: 'unreachable', why: error instanceof ProblemError ? 'failing' : 'away', kept: this.keep() });
      this.timer = setTimeout(() => void this.save(), retry);
    }
  }

  /** Keeps the text in this browser. Returns false if it cannot. */
  private keep(): boolean {
    return this.drafts.keepNow(this.text(), this.plan.version);
  }

  /** Whether the text would be gone with the page: nothing has it, and it cannot be sent along. */
  private wouldBeLost(): boolean {
    const text = this.text();
    if (text === this.saved || this.keep()) return false;
    return this.state.kind !== 'unsaved' || text.length >= largestFarewell;
  }

  /** Looks whether the plan was changed elsewhere, or by this window just before a reload. */
  async look(): Promise<void> {
    if (this.sending || this.state.kind === 'overtaken') return;
    try {
      const current = await api.find(this.plan.id);
      if (current.version <= this.plan.version || this.sending) return;
      if (current.text === this.text() || this.text() === this.saved) this.adopt(current);
      else this.become({ kind: 'overtaken', current });
    } catch {
      // The next save reports the problem.
    }
  }

  /** The page goes away: an unsaved text is sent along, or waits as a draft. */
  private farewell(): void {
    const text = this.text();
    if (text === this.saved || this.state.kind === 'overtaken') return;
    this.keep();
    if (text.length < largestFarewell)
      void api
        .save(this.plan.id, { text, version: this.plan.version, keep: this.keepBefore }, true)
        .catch(() => undefined);
  }
}
