import { livingIdentities } from './identity';

/** A text that was never saved, as the browser keeps it. */
export interface Draft {
  /** Key in the browser's storage. */
  readonly key: string;
  readonly text: string;
  /** The version of the plan that it was made from. */
  readonly version: number;
  /** When it was kept; milliseconds since 1970-01-01T00:00Z. */
  readonly at: number;
}

/** How long writing a draft may wait for the next keystroke, in milliseconds. */
const pause = 200;

/**
 * The drafts of a plan, one a window. A reload finds its own; any window finds those of closed windows. A draft stays
 * until its text is saved, kept elsewhere, or discarded by the user.
 */
export class Drafts {
  /** Until the window knows its name, a draft is kept under another. */
  private own = crypto.randomUUID();
  private readonly prefix: string;
  private timer: ReturnType<typeof setTimeout> | undefined;

  private readonly named: Promise<void>;
  /** Whether the draft under this window's own name is one that it has kept itself, and not one of before a reload. */
  private isOwnNew = false;

  /** @param identity the window's name, once it is known */
  constructor(plan: string, identity: Promise<string>) {
    this.prefix = `andante:draft:${plan}:`;
    this.named = identity.then((name) => this.takeName(name));
  }

  /** A text typed before the window knew its name replaces the window's own draft, which moves out of its way. */
  private takeName(name: string): void {
    const before = this.prefix + this.own;
    this.own = name;
    try {
      const kept = localStorage.getItem(before);
      const left = localStorage.getItem(this.prefix + name);
      if (kept !== null && left !== null) localStorage.setItem(this.prefix + crypto.randomUUID(), left);
      if (kept !== null) localStorage.setItem(this.prefix + name, kept);
      this.discard(before);
    } catch {
      // The draft stays in the storage, and is found there.
    }
  }

  keep(text: string, version: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.keepNow(text, version), pause);
  }

  /** Keeps the text at once. Returns false if the browser's storage is full or forbidden. */
  keepNow(text: string, version: number): boolean {
    clearTimeout(this.timer);
    try {
      localStorage.setItem(this.prefix + this.own, JSON.stringify({ text, version, at: Date.now() }));
      this.isOwnNew = true;
      return true;
    } catch {
      return false;
    }
  }

  /** Deletes this page's draft: its text is saved. A draft from before a reload stays until it is found. */
  clear(): void {
    clearTimeout(this.timer);
    if (this.isOwnNew) this.discard(this.prefix + this.own);
    this.isOwnNew = false;
  }

  /** Keeps a text apart from the window's own; the next visit offers it. */
  setAside(text: string, version: number): void {
    try {
      localStorage.setItem(this.prefix + crypto.randomUUID(), JSON.stringify({ text, version, at: Date.now() }));
    } catch {
      // It is still one undo away.
    }
  }

  /** Whether a draft is kept where this window keeps its own. */
  isOwn(key: string | null): boolean {
    return key === this.prefix + this.own;
  }

  discard(key: string): void {
    try {
      localStorage.removeItem(key);
    } catch {
      // The browser keeps nothing.
    }
  }

  /** The drafts that this window, or one that is gone, has left behind: its own first, then the newest. */
  async find(): Promise<Draft[]> {
    await this.named;
    const own = this.prefix + this.own;
    try {
      const living = await livingIdentities();
      return Array.from({ length: localStorage.length }, (_, index) => localStorage.key(index)!)
        .filter(
          (key) =>
            key.startsWith(this.prefix) && (key === own ? !this.isOwnNew : !living.has(key.slice(this.prefix.length))),
        )
        .flatMap((key) => this.read(key))
        .sort((a, b) => Number(b.key === own) - Number(a.key === own) || b.at - a.at);
    } catch {
      return [];
    }
  }

  private read(key: string): Draft[] {
    try {
      const { text, version, at } = JSON.parse(localStorage.getItem(key) ?? 'null') as Draft;
      return typeof text === 'string' && typeof version === 'number' && typeof at === 'number'
        ? [{ key, text, version, at }]
        : [];
    } catch {
      return [];
    }
  }
}
