import { redo, undo } from '@codemirror/commands';
import {
  EditorState,
  type ChangeSet,
  type Extension,
  type Text,
  type Transaction,
  type TransactionSpec,
} from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import type { Proposed } from '../../core/propose/propose';
import type { ChangeRequest } from '../../core/propose/request';
import type { TextEdit } from '../../core/language/edits';
import type { ScreenDetail } from '../../core/report/detail';
import type { MarginNote } from '../../core/report/margin';
import { unread, type Overview } from '../../core/report/overview';
import type { PlanDocument } from '../../wire/plans';
import type { SupplyTable } from '../../core/report/supply-table';
import type { WalkToKeep } from '../../core/propose/keep-walk';
import type { LinksCard } from '../../core/report/links-card';
import type { WalkCard, WalkRequest } from '../../core/report/walk-card';
import { Analyst, type AnalystListener } from '../analysis/analyst';
import {
  nothing,
  type AnswerTo,
  type FoundWalk,
  type Given,
  type Looked,
  type RequestKind,
  type Watched,
} from '../analysis/protocol';
import { showMargin, showOverview } from './overview-effect';
import { endOfFirst } from './caret';
import type { Draft } from './drafts';
import { Listeners } from './listeners';
import { namesOf, type ScreenName } from './screen-names';
import { smallestEdit } from './smallest-edit';
import { Saver, type SaveState } from './saver';

/** Relation of the shown verdicts to the text. */
export type Standing =
  /** They are of the current text, or will be in a moment. */
  | { readonly kind: 'current' }
  /** The text has changed a while ago, and its analysis is running. */
  | { readonly kind: 'behind' }
  /** The text cannot be analysed. */
  | { readonly kind: 'failed'; readonly error: string };

const current: Standing = { kind: 'current' };
/** An analysis that takes longer than this is shown as running; milliseconds. */
const moment = 1000;

/** Results of the analysis for the views; a new object with each change. */
export interface Snapshot {
  readonly overview: Overview;
  /** Labels and titles of the overview's screens. The list keeps its identity until one changes. */
  readonly names: readonly ScreenName[];
  /** Detail of the watched screen; for a moment still of the previous one. */
  readonly detail: ScreenDetail | null;
  /** Null while no view shows them. */
  readonly supply: SupplyTable | null;
  readonly walk: WalkCard | null;
  readonly links: LinksCard | null;
  /** Texts of this plan that were never saved, and that wait for the user's decision. */
  readonly drafts: readonly Draft[];
}

/**
 * An open plan: its text with the history of edits, the analysis that follows it, and the saving. Every view reads the
 * same session and changes the plan only through `edit`, so undo is one mechanism and survives changing the view.
 */
export class Session implements AnalystListener {
  private state: EditorState;
  private view: EditorView | null = null;
  private snapshot: Snapshot;
  private save: SaveState;
  private readonly listeners = new Listeners();
  private readonly saveListeners = new Listeners();
  private readonly caretListeners = new Listeners();
  private readonly textListeners = new Listeners();
  private readonly standingListeners = new Listeners();
  private readonly noticeListeners = new Listeners<[said: string]>();
  private watched: Watched;
  /** The text of the document, made once for all who ask after a keystroke. */
  private written: { readonly doc: Text; readonly text: string } | null = null;
  private analyst: Analyst | null = null;
  private saver: Saver | null = null;
  /** URLs that the user tries, one a line: they stay while the page does. */
  private urls = '';
  private standing: Standing = current;
  private standingTimer: ReturnType<typeof setTimeout> | undefined;
  private delay = 0;
  private delayTimer: ReturnType<typeof setTimeout> | undefined;
  /** Numbers of the current text, and of the last analysed one. */
  private seq = 0;
  private analysed = -1;
  /** The change that made each text that is not analysed yet. */
  private pending: { seq: number; changes: ChangeSet }[] = [];
  /** For an overview, the next one, and the changes between their texts. */
  private readonly followed = new WeakMap<Overview, { readonly by: Overview; readonly changes: ChangeSet | null }>();

  constructor(
    readonly plan: PlanDocument,
    extensions: (session: Session) => Extension,
  ) {
    this.state = EditorState.create({ doc: plan.text, extensions: [extensions(this), this.follow()] });
    this.watched = { screen: null, variant: null, supply: false, walk: null, links: null };
    this.snapshot = { overview: unread, names: [], ...nothing, drafts: [] };
    this.save = { kind: 'saved', at: plan.updatedAt };
  }

  /** Starts the worker and the saver; returns a function that stops them. */
  start(): () => void {
    const analyst = new Analyst(this);
    const saver = new Saver(
      this.plan,
      () => this.text,
      (save) => {
        this.save = save;
        this.saveListeners.tell();
      },
      (text) => this.replaceText(text),
      () => void this.findDrafts(),
    );
    this.analyst = analyst;
    this.saver = saver;
    // The page may be older than the server's text: before a reload, the last save was on its way.
    void this.findDrafts().then(() => this.saver?.look());
    analyst.watch(this.watched);
    this.ask();
    return () => {
      clearTimeout(this.standingTimer);
      clearTimeout(this.delayTimer);
      analyst.stop();
      saver.stop();
      this.analyst = null;
      this.saver = null;
    };
  }

  /**
   * Goes on with this window's draft, or else the newest, and offers the others. If the user types already, all are
   * offered.
   */
  private async findDrafts(): Promise<void> {
    const { saver } = this;
    const drafts = await saver?.findDrafts();
    if (!drafts || this.saver !== saver) return;
    const [first, ...others] = drafts;
    if (!first || this.text !== this.plan.text) return this.publish({ drafts });
    this.publish({ drafts: others });
    this.takeDraft(first);
  }

  /** Says something to the user that happened to the text. */
  notice(said: string): void {
    this.noticeListeners.tell(said);
  }

  readonly subscribeToNotices = this.noticeListeners.subscribe;

  readonly subscribe = this.listeners.subscribe;

  readonly getSnapshot = (): Snapshot => this.snapshot;

  /** The saving has subscribers of its own: it changes with every keystroke, and few show it. */
  readonly subscribeToSave = this.saveListeners.subscribe;

  readonly getSave = (): SaveState => this.save;

  readonly subscribeToStanding = this.standingListeners.subscribe;

  readonly getStanding = (): Standing => this.standing;

  readonly subscribeToCaret = this.caretListeners.subscribe;

  readonly getCaret = (): number => this.editor.selection.main.head;

  readonly subscribeToText = this.textListeners.subscribe;

  readonly getText = (): string => this.text;

  get text(): string {
    const { doc } = this.editor;
    if (this.written?.doc !== doc) this.written = { doc, text: doc.toString() };
    return this.written.text;
  }

  /** Whether the overview is of the current text. */
  get isCurrent(): boolean {
    return this.analysed === this.seq;
  }

  /** The editor's state, whether a view shows it or not. */
  get editor(): EditorState {
    return this.view ? this.view.state : this.state;
  }

  /** Shows the text in an element. Returns a function that removes it. */
  mount(parent: HTMLElement): () => void {
    const view = new EditorView({ state: this.state, parent });
    this.view = view;
    return () => {
      this.state = view.state;
      this.view = null;
      view.destroy();
    };
  }

  dispatch(spec: TransactionSpec): void {
    if (this.view) {
      this.view.dispatch(spec);
      return;
    }
    const transaction = this.state.update(spec);
    this.state = transaction.state;
    this.transacted(transaction);
  }

  /** Puts the caret at an offset of the text that an overview is of, and the editor in front of the user. */
  goTo(offset: number, basis: Overview, focus = true): void {
    const at = this.nowAt(offset, basis);
    if (this.editor.selection.main.head !== at) this.dispatch({ selection: { anchor: at } });
    this.showCaret();
    if (focus) this.view?.focus();
  }

  /** Gives the text the focus, where it is shown. */
  focus(): void {
    this.view?.focus();
  }

  /** Scrolls to the caret. */
  showCaret(): void {
    this.view?.dispatch({ effects: EditorView.scrollIntoView(this.editor.selection.main.head, { y: 'center' }) });
  }

  /**
   * Makes edits that were computed on the analysed text.
   *
   * @param basis their analysis
   * @param moves whether the caret goes to the first one, so that the user sees it
   * @returns false if the text has changed in the same places since, or if the analysis was never this session's
   */
  edit(edits: readonly TextEdit[], basis: Overview, moves = true): boolean {
    if (!this.hasShown(basis)) return false;
    const since = this.changesSince(basis);
    for (const { from, to } of edits) {
      if (since && since.touchesRange(from, to)) return false;
    }
    const changes = edits.map(({ from, to, insert }) => ({
      from: this.nowAt(from, basis),
      to: this.nowAt(to, basis),
      insert,
    }));
    const set = this.editor.changes(changes);
    const end = moves ? endOfFirst(changes, set) : null;
    const selection = end === null ? undefined : { anchor: end };
    this.dispatch({ changes: set, selection, scrollIntoView: moves, userEvent: 'input.fix' });
    return true;
  }

  undo(): void {
    undo({ state: this.editor, dispatch: (transaction) => this.run(transaction) });
  }

  redo(): void {
    redo({ state: this.editor, dispatch: (transaction) => this.run(transaction) });
  }

  /** Names the details to analyse beside the overview; omitted ones stay unchanged. */
  watch(change: Partial<Watched>): void {
    const watched = { ...this.watched, ...change };
    const { screen, variant, supply, walk, links } = this.watched;
    if (
      screen === watched.screen &&
      variant === watched.variant &&
      supply === watched.supply &&
      sameWalk(walk, watched.walk) &&
      links?.urls === watched.links?.urls
    )
      return;
    this.watched = watched;
    if (watched.screen === null) this.publish({ detail: null });
    this.analyst?.watch(watched);
  }

  get tried(): string {
    return this.urls;
  }

  /** Asks for the URL space, and for the results of URLs, one a line. */
  try(urls: string): void {
    this.urls = urls;
    this.watch({ links: { urls } });
  }

  /**
   * Sends a request about a text. Null without an answer, for any reason: the text goes on without it.
   *
   * @param signal cancels the request
   */
  private async request<K extends RequestKind>(
    kind: K,
    text: string,
    given: Given<K>,
    signal?: AbortSignal,
  ): Promise<AnswerTo<K> | null> {
    return (await this.analyst?.request(kind, text, given, signal).catch(() => null)) ?? null;
  }

  complete(offset: number, signal?: AbortSignal): Promise<AnswerTo<'complete'>> {
    return this.request('complete', this.text, { offset }, signal);
  }

  /** All declarations of the current text. */
  async outline(): Promise<AnswerTo<'outline'>> {
    return (await this.request('outline', this.text, null)) ?? [];
  }

  /** Description of the name at an offset; null if the text changes before the answer. */
  async describe(offset: number): Promise<AnswerTo<'describe'>> {
    const { text } = this;
    const found = await this.request('describe', text, { offset });
    return this.text === text ? found : null;
  }

  /**
   * The effect of a change on the current text, together with that text, for `make`.
   *
   * @param signal cancels the request
   */
  async propose(
    change: ChangeRequest,
    signal?: AbortSignal,
  ): Promise<{ readonly text: string; readonly answer: Proposed } | null> {
    const { text } = this;
    try {
      const answer = await this.analyst?.request('propose', text, change, signal);
      return answer ? { text, answer } : null;
    } catch (error) {
      return { text, answer: { refusal: `This cannot be worked out. ${(error as Error).message}` } };
    }
  }

  /**
   * The walk that shows a finding (by its place in an overview), or the shortest one to a screen. Null if there is
   * none, or if the overview is not of the current text.
   */
  async witness(of: number | string, variant: string | null, basis: Overview): Promise<FoundWalk | null> {
    if (!this.isCurrent || basis !== this.snapshot.overview) return null;
    return this.request('witness', this.text, { of, variant });
  }

  /** Walks that use the outcomes which the kept ones leave out. */
  tour(variant: string | null): Promise<AnswerTo<'tour'> | null> {
    return this.request('tour', this.text, { variant });
  }

  /** Adds walks to the plan. Returns false if the text has changed meanwhile. */
  async keep(walks: readonly WalkToKeep[]): Promise<boolean> {
    const { text } = this;
    const edits = (await this.request('keep', text, walks)) ?? [];
    return edits.length > 0 && this.make(edits, text);
  }

  /**
   * Makes edits that were computed on a text, all as one step of undo. Returns false if the current text is another
   * one.
   */
  make(edits: readonly TextEdit[], text: string): boolean {
    if (this.text !== text) return false;
    this.dispatch({ changes: edits.map(({ from, to, insert }) => ({ from, to, insert })), userEvent: 'input.change' });
    return true;
  }

  /** Lays the text out. Returns false if it has syntax errors. */
  async format(): Promise<boolean> {
    const before = this.text;
    const text = await this.request('format', before, null);
    if (text !== null && this.text === before && text !== before) this.replaceText(text);
    return text !== null;
  }

  /** Goes on with a text that was never saved; the current one is one undo away. */
  takeDraft(draft: Draft): void {
    this.replaceText(draft.text);
    this.saver?.resume(draft);
    this.publish({ drafts: this.snapshot.drafts.filter(({ key }) => key !== draft.key) });
  }

  /** Goes on with an earlier text of the plan; the current one is one undo away, and the server keeps it. */
  restore(text: string): void {
    this.saver?.restored();
    this.replaceText(text);
  }

  /** Throws a text away that was never saved, or is kept elsewhere by now. */
  dropDraft(draft: Draft): void {
    this.saver?.discard(draft);
    this.publish({ drafts: this.snapshot.drafts.filter(({ key }) => key !== draft.key) });
  }

  takeTheirs(): void {
    this.saver?.takeTheirs();
  }

  keepMine(): void {
    this.saver?.keepMine();
  }

  /** Maps an offset of the text of an overview to the current text. */
  nowAt(offset: number, basis: Overview): number {
    return Math.min(this.changesSince(basis)?.mapPos(offset) ?? offset, this.editor.doc.length);
  }

  /** Maps an offset of the current text to the text of an overview. */
  wasAt(offset: number, basis: Overview): number {
    return this.changesSince(basis)?.invertedDesc.mapPos(offset) ?? offset;
  }

  private run(transaction: Transaction): void {
    if (this.view) {
      this.view.dispatch(transaction);
    } else {
      this.state = transaction.state;
      this.transacted(transaction);
    }
  }

  private replaceText(text: string): void {
    const old = this.text;
    if (old !== text) this.dispatch({ changes: smallestEdit(old, text) });
  }

  /** The changes since the text of an overview; null without changes. A view may still draw an older overview. */
  private changesSince(basis: Overview): ChangeSet | null {
    const since: ChangeSet[] = [];
    for (let next = this.followed.get(basis); next; next = this.followed.get(next.by))
      if (next.changes) since.push(next.changes);
    return composed([...since, ...this.pending.map(({ changes }) => changes)]);
  }

  /** Whether an overview is the one of the snapshot, or an earlier one of this session. */
  private hasShown(basis: Overview): boolean {
    let overview: Overview | undefined = basis;
    while (overview && overview !== this.snapshot.overview) overview = this.followed.get(overview)?.by;
    return overview !== undefined;
  }

  /** Changes since the text with that number; null if there are none. */
  private changesAfter(seq: number): ChangeSet | null {
    return composed(this.pending.filter((one) => one.seq > seq).map((one) => one.changes));
  }

  private follow(): Extension {
    return EditorView.updateListener.of((update) => {
      for (const transaction of update.transactions) this.transacted(transaction);
      if (update.focusChanged && update.view.hasFocus) this.analyst?.warmUp();
      if (update.selectionSet || update.docChanged) this.caretListeners.tell();
    });
  }

  private transacted(transaction: Transaction): void {
    if (!transaction.docChanged) return;
    this.seq++;
    this.pending.push({ seq: this.seq, changes: transaction.changes });
    this.ask();
    this.saver?.changed();
    this.textListeners.tell();
  }

  /**
   * Lets analyses begin so many milliseconds after an edit: for a view in which something else follows the text first.
   * Returns a function that ends that.
   */
  delayAnalyses(delay: number): () => void {
    this.delay = delay;
    return () => {
      this.delay = 0;
      if (this.delayTimer !== undefined) this.askNow();
    };
  }

  private askNow(): void {
    clearTimeout(this.delayTimer);
    this.delayTimer = undefined;
    this.analyst?.check(this.seq, this.text);
  }

  /** Requests an analysis of the current text. */
  private ask(): void {
    if (this.delay === 0) this.askNow();
    else this.delayTimer ??= setTimeout(() => this.askNow(), this.delay);
    this.standingTimer ??= setTimeout(() => this.stand({ kind: 'behind' }), moment);
  }

  private stand(standing: Standing): void {
    clearTimeout(this.standingTimer);
    this.standingTimer = undefined;
    if (this.standing.kind === standing.kind && standing.kind !== 'failed') return;
    this.standing = standing;
    this.standingListeners.tell();
  }

  marginCame(seq: number, value: readonly MarginNote[]): void {
    this.dispatch({ effects: showMargin.of({ value, since: this.changesAfter(seq) }) });
  }

  overviewCame(seq: number, overview: Overview, { detail, supply, walk, links }: Looked): void {
    if (seq <= this.analysed && seq !== this.seq) return;
    this.analysed = seq;
    this.followed.set(this.snapshot.overview, {
      by: overview,
      changes: composed(this.pending.filter((one) => one.seq <= seq).map((one) => one.changes)),
    });
    this.pending = this.pending.filter((one) => one.seq > seq);
    this.dispatch({ effects: showOverview.of({ value: overview, since: this.changesAfter(seq) }) });
    this.publish({ overview, names: namesOf(overview, this.snapshot.names), detail, supply, walk, links });
    if (overview.stage === 'decided' && seq === this.seq) this.stand(current);
  }

  lookedAt({ detail, supply, walk, links }: Looked): void {
    this.publish({ detail, supply, walk, links });
  }

  failed(seq: number, error: string): void {
    if (seq === this.seq) this.stand({ kind: 'failed', error });
  }

  restarted(): void {
    this.notice('The analysis stopped, and was started again. The text is as it was.');
  }

  private publish(change: Partial<Snapshot>): void {
    this.snapshot = { ...this.snapshot, ...change };
    this.listeners.tell();
  }
}

const composed = (changes: readonly ChangeSet[]): ChangeSet | null =>
  changes.length === 0 ? null : changes.reduce((all, next) => all.compose(next));

/** Whether two requests are equal; typed values are equal while the user types nothing. */
const sameWalk = (a: WalkRequest | null, b: WalkRequest | null): boolean =>
  a === b || (a !== null && b !== null && a.steps === b.steps && a.taken === b.taken && a.typed === b.typed);
