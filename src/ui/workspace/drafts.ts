/** A text that is not saved yet, kept in the browser until it is. */
interface Draft {
  readonly text: string;
  readonly version: number;
  readonly at: number;
}

/** A draft of another tab counts as left behind once it is this old, in milliseconds: a living tab saves sooner. */
const leftBehind = 10_000;
/** How long writing a draft may wait for the next keystroke. */
const pause = 200;

function tabId(): string {
  try {
    const known = sessionStorage.getItem('andante:tab');
    if (known) return known;
    const made = crypto.randomUUID();
    sessionStorage.setItem('andante:tab', made);
    return made;
  } catch {
    return crypto.randomUUID();
  }
}

/**
 * The drafts of a plan, one a tab. A reload finds its own; any tab finds those that a closed one has left behind.
 * Where the browser keeps nothing (storage is full or forbidden) it works without.
 */
export class Drafts {
  readonly tab = tabId();
  private readonly prefix: string;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(plan: string) {
    this.prefix = `andante:draft:${plan}:`;
  }

  keep(text: string, version: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.keepNow(text, version), pause);
  }

  keepNow(text: string, version: number): void {
    clearTimeout(this.timer);
    try {
      localStorage.setItem(this.prefix + this.tab, JSON.stringify({ text, version, at: Date.now() } satisfies Draft));
    } catch {
      // Storage is full or forbidden: saving to the server still goes on.
    }
  }

  clear(): void {
    clearTimeout(this.timer);
    try {
      localStorage.removeItem(this.prefix + this.tab);
    } catch {
      // As above.
    }
  }

  /** Takes the draft that this tab, or one that is gone, has left; the newest where there are several. */
  take(): { text: string; version: number } | null {
    try {
      const found: { key: string; draft: Draft }[] = [];
      for (let index = 0; index < localStorage.length; index++) {
        const key = localStorage.key(index);
        if (!key?.startsWith(this.prefix)) continue;
        const draft = JSON.parse(localStorage.getItem(key) ?? 'null') as Draft | null;
        if (draft && (key === this.prefix + this.tab || Date.now() - draft.at > leftBehind)) found.push({ key, draft });
      }
      found.sort((a, b) => b.draft.at - a.draft.at);
      for (const { key } of found) localStorage.removeItem(key);
      return found[0]?.draft ?? null;
    } catch {
      return null;
    }
  }
}
