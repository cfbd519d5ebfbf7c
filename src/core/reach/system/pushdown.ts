/**
 * One variant of a plan as a pushdown system. Its control states are the values of the flags that matter, the active
 * tab, and, within an event, the remaining steps. Its stack symbols are frames: a screen, whether it is modal, whether
 * the frame beneath has asked for its result, the arrival that a gate puts off, whether it is the last frame, and
 * whether a gate lies beneath it.
 * A rule that empties the stack pushes a last frame instead: nothing ever looks below one.
 */
import type { Branch, Entry, Link, Plan, Screen, Tab } from '../../plan/model';
import type { AppEvent } from '../../walk/event';
import type { InternedArrival, NewFrame, ShownTab } from './continuation';
import { Alphabet, frameOf, type Control, type FrameKind, type StackSymbol } from './alphabet';
import { Interference, type ReachedHead as ShownHead } from './interference';
import { EventInterpreter, type EventOutcome } from './event-interpreter';
import type { Monitored } from '../../walk/monitored';
import { plainRule, ruleOf, type PushdownRule } from './pushdown-rule';
import type { Work } from '../../base/slices';
import { valuationsOf, type Valuation, type Valuations } from './valuations';
import { variantOf, type Offer, type VariantOf } from './variant';

/** Rules that depend on no flag, by their source. */
type Fixed = Map<Branch | Tab | Link | Entry, readonly PushdownRule[]>;

export class Pushdown {
  readonly variant: VariantOf;
  /** Learned effects of tabs on each other's flags; null if each tab is analysed alone. */
  readonly interference: Interference | null;
  private readonly alphabet: Alphabet;
  private readonly interpreter: EventInterpreter;
  /** Rules that depend on no flag, nor on other tabs, by symbol and stack. */
  private readonly fixed: Fixed[] = [];
  /**
   * All rules of a head but those that other tabs cause: by symbol and stack, and then by the branches that are
   * possible.
   */
  private readonly lists: Map<string, readonly PushdownRule[]>[] = [];
  private readonly fixedExternal: Fixed = new Map();
  private readonly external: readonly {
    readonly event: AppEvent;
    readonly opened: Link | Entry;
    readonly arrival: InternedArrival;
  }[];
  /** Control states in which events continue after they have switched to a tab. */
  private continued: readonly Control[] = [];
  /** The rule that pops a frame, by stack. */
  private readonly backOf: readonly PushdownRule[];

  /**
   * @param monitored what each control state remembers
   * @param tabs `interfering` if tabs that share flags may change them for one another (see `Interference`). After the
   * last new change, the system has all configurations of all runs, and perhaps more
   * @param valuations of the variant, perhaps with flags that are left open
   */
  constructor(
    plan: Plan,
    variant: string,
    private readonly monitored: Monitored | null = null,
    tabs: 'alone' | 'interfering' = 'alone',
    readonly valuations: Valuations = valuationsOf(plan, variant),
  ) {
    this.variant = variantOf(plan, variant);
    const lists = new Set(plan.screens.map((screen) => this.variant.listBeside(screen)));
    const watched = [...lists].flatMap((list) =>
      list && (list === monitored?.screen || list === monitored?.until) ? [list] : [],
    );
    this.alphabet = new Alphabet(
      plan.screens.length,
      this.variant.tabs.length + 1,
      this.valuations.count,
      monitored !== null,
      watched,
    );
    this.interference = tabs === 'interfering' ? new Interference(this.variant, this.valuations, monitored) : null;
    this.interpreter = new EventInterpreter(this.variant, this.valuations, this.alphabet, this.interference, watched);
    this.external = [
      ...this.variant.links.map(
        (link) =>
          ({
            event: { kind: 'link', link },
            opened: link,
            arrival: this.alphabet.arrival('link', link.screen, link),
          }) as const,
      ),
      ...this.variant.entries.map(
        (entry) =>
          ({
            event: { kind: 'entry', entry },
            opened: entry,
            arrival: this.alphabet.arrival('link', entry.call!.target!, null),
          }) as const,
      ),
    ];
    this.backOf = [0, ...this.variant.tabs].map((_, stack) => plainRule({ kind: 'back' }, stack, []));
  }

  /** Blocks in which control states are numbered. */
  get blocks(): Alphabet['blocks'] {
    return this.alphabet.blocks;
  }

  /** Whether some transition goes on after it has switched to a tab: the rest of it would need two stacks at once. */
  get switchesMidway(): boolean {
    return this.interpreter.midway.size > 0;
  }

  /**
   * Collects the effects of tabs on one another from its analysis; returns whether the system has changed, so that it
   * has to be analysed again. False for a system whose tabs are taken by themselves.
   */
  *learn(pathEdges: readonly ShownHead[]): Work<boolean> {
    if (!this.interference) return false;
    const isNew = yield* this.interference.learn(this, pathEdges);
    const before = this.continued.length;
    this.continued = [...this.interpreter.midway];
    return isNew || this.continued.length > before;
  }

  /** Steps of work spent on making rules. */
  get spent(): number {
    return this.interpreter.spent;
  }

  /** Whether an event ran into a safety limit, so that rules are missing. */
  get bounded(): boolean {
    return this.interpreter.bounded;
  }

  /** Whether an event was worked off in parts: a pop may then uncover a frame that its own event has pushed. */
  get inParts(): boolean {
    return this.interpreter.inParts;
  }

  /** Rules of a cold start, from the initial valuation. */
  coldStart(): readonly PushdownRule[] {
    const { start } = this.variant;
    return start
      ? this.interpreter
          .anew(this.valuations.initial, this.alphabet.arrival('reset', start, null))
          .map((outcome) => ruleOf(outcome, null, null))
      : [];
  }

  /** Rules of links and entries. They empty all stacks, so they apply to any. */
  *fromOutside(valuation: Valuation): Generator<PushdownRule, void, void> {
    for (const { event, opened, arrival } of this.external)
      yield* this.rulesFor(this.valuations.count === 1 ? null : this.fixedExternal, opened, event, null, () =>
        this.interpreter.anew(valuation, arrival),
      );
  }

  /** Whether the variant has links or entries. */
  get hasExternalEvents(): boolean {
    return this.external.length > 0;
  }

  /** Whether something can happen by itself in the variant. */
  get hasOwnEvents(): boolean {
    return this.variant.events.length > 0;
  }

  /** The control state that waits for an event, with this valuation and this stack active. */
  waiting(valuation: Valuation, stack: number): Control {
    return this.alphabet.control(valuation, stack, null, false);
  }

  /** The symbols of a whole stack without gates, top first. */
  symbolsOf(frames: readonly NewFrame[]): StackSymbol[] {
    const kinds = frames.map(({ screen, modal, asked }): FrameKind => ({ ...frameOf(screen), modal, asked }));
    return this.alphabet.word(kinds, true, false);
  }

  /** The control state after a rule, from the valuation before. */
  target(
    { valuation, sets, stack, continuation, seen }: PushdownRule,
    before: Valuation,
    seenBefore: boolean,
  ): Control {
    let after = valuation ?? before;
    if (valuation === null) for (const step of sets) after = this.valuations.set(after, step);
    return this.alphabet.control(after, stack, continuation, seen ?? seenBefore);
  }

  /** The control state after a rule of a head. */
  targetOf(control: Control, symbol: StackSymbol, rule: PushdownRule): Control {
    return this.target(rule, control.valuation, this.hasSeen(control, symbol));
  }

  /** What a control state remembers once this head was on top. */
  hasSeen({ seen, continuation, valuation }: Control, { screen, beside }: StackSymbol): boolean {
    if (this.monitored === null || continuation !== null) return seen;
    const { screen: monitored, when, until } = this.monitored;
    if (until !== null && (screen === until || beside === until)) return false;
    if (seen || (screen !== monitored && beside !== monitored)) return seen;
    return when === null || this.valuations.outcome(when, valuation) !== 'fails';
  }

  /** All rules of a head. Costs the work of its events, once for all heads that share them. */
  rules(control: Control, symbol: StackSymbol): readonly PushdownRule[] {
    const { stack, continuation } = control;
    const { interpreter } = this;
    if (continuation?.item.kind === 'left') return [this.backToLeft(control, symbol)];
    if (continuation?.item.kind === 'to-list') return this.onWayToList(control, symbol, continuation.item.list);
    if (continuation?.item.kind === 'tabs') return this.toOtherTabs(control, continuation.item.shows);
    if (continuation)
      return interpreter.goOn(control, continuation, symbol).map((outcome) => ruleOf(outcome, null, null));
    const rules = this.rulesAlone(control, symbol);
    return this.interference && stack > 0
      ? [
          ...rules,
          ...this.comingBack(control, symbol, this.interference),
          ...this.goingOn(control, symbol, this.interference),
        ]
      : rules;
  }

  /** Rules of a head that waits for an event, but those that other tabs cause. */
  private rulesAlone(control: Control, symbol: StackSymbol): readonly PushdownRule[] {
    const { valuation, stack } = control;
    const { variant } = this;
    const offers = variant.offersOn(symbol.screen);
    const possible = offers.map(({ branches }) => this.possible(branches, valuation));
    const at = symbol.id * (variant.tabs.length + 1) + stack;
    if (this.valuations.count === 1) return this.rulesOf(control, symbol, offers, possible, null);
    // Heads that differ in flags alone have the same rules, where these ask for no flag but to choose their branches.
    const lists = (this.lists[at] ??= new Map());
    const key = possible
      .map((branches, index) =>
        branches === offers[index]!.branches
          ? ''
          : branches.map((branch) => offers[index]!.branches.indexOf(branch)).join(),
      )
      .join(';');
    const known = lists.get(key);
    if (known) return known;
    const dependsOnFlags = this.watchFlags();
    const rules = this.rulesOf(control, symbol, offers, possible, (this.fixed[at] ??= new Map()));
    if (!dependsOnFlags()) lists.set(key, rules);
    return rules;
  }

  private rulesOf(
    control: Control,
    symbol: StackSymbol,
    offers: readonly Offer[],
    possible: readonly (readonly Branch[])[],
    fixed: Fixed | null,
  ): readonly PushdownRule[] {
    const { stack } = control;
    const { interpreter } = this;
    const rules: PushdownRule[] = [];
    for (let index = 0; index < offers.length; index++) {
      for (const branch of possible[index]!) {
        for (const rule of this.rulesFor(fixed, branch, offers[index]!.event, branch, () =>
          interpreter.branch(control, symbol, branch, this.isGuess(offers[index]!, branch)),
        ))
          rules.push(rule);
      }
    }
    for (const tab of this.tabsIn(stack)) {
      const root = tab.call?.target;
      if (root)
        rules.push(
          ...this.rulesFor(fixed, tab, { kind: 'tab', tab }, null, () => interpreter.tab(control, symbol, root)),
        );
    }
    const back = this.back(stack, symbol);
    if (back) rules.push(back);
    if (this.variant.hasBeside) rules.push(...this.towardsList(stack, symbol));
    // Without the room that arrays keep to grow: there are tens of thousands.
    return rules.slice();
  }

  /**
   * Tabs whose taps matter. A tap on the active tab shows its screen once more: that counts for a monitored screen, and
   * for a screen whose needs may fail.
   */
  private tabsIn(stack: number): readonly Tab[] {
    if (stack === 0) return [];
    const { tabs, roots, asking } = this.variant;
    return this.interference
      ? tabs
      : this.monitored || (roots.length === 1 && asking.length > 0)
        ? [tabs[stack - 1]!]
        : [];
  }

  /**
   * Rules made by `work`; made once for all valuations if they depend on no flag. `fixed` is null if there is one
   * valuation.
   */
  private rulesFor(
    fixed: Fixed | null,
    of: Branch | Tab | Link | Entry,
    event: AppEvent,
    branch: Branch | null,
    work: () => readonly EventOutcome[],
  ): readonly PushdownRule[] {
    const known = fixed?.get(of);
    if (known) return known;
    const dependsOnFlags = this.watchFlags();
    const rules = work().map((outcome) => ruleOf(outcome, event, branch));
    if (!fixed || dependsOnFlags()) return rules;
    const same = rules.map((rule) => ({ ...rule, valuation: null }));
    fixed.set(of, same);
    return same;
  }

  /** Returns a function that says whether any work since now has depended on flags. */
  private watchFlags(): () => boolean {
    const {
      valuations: { decided },
      interpreter: { flagsUsed },
    } = this;
    return () => this.valuations.decided > decided || this.interpreter.flagsUsed > flagsUsed;
  }

  /**
   * Rules for leaving the tab and coming back: by then flags may have changed, and the monitored screen may have been
   * on top.
   */
  private comingBack(control: Control, symbol: StackSymbol, interference: Interference): PushdownRule[] {
    const { valuation, stack } = control;
    const tab = this.variant.tabs[stack - 1]!;
    const seen = this.hasSeen(control, symbol);
    const seenLater = this.seenLater(seen, stack, interference);
    const byUser = interference.afterByUser(stack, valuation);
    return interference.after(stack, valuation).flatMap((later) =>
      seenLater.flatMap((was) =>
        (later === valuation && was === seen) || !this.mayComeBack(stack, symbol.screen, later)
          ? []
          : [
              {
                ...plainRule({ kind: 'tab', tab }, stack, [symbol]),
                valuation: later,
                seen: was,
                own: !byUser.has(later),
              },
            ],
      ),
    );
  }

  /**
   * Whether a tab may be shown again with a screen on top. If the needs of the screen fail, they put off the arrival.
   * Only Back to the first tab asks for no needs.
   */
  private mayComeBack(stack: number, { needs }: Screen, valuation: Valuation): boolean {
    if (stack === 1 && !this.variant.backLeavesFrom(2)) return true;
    return needs.every(({ condition }) => this.valuations.outcome(condition, valuation) !== 'fails');
  }

  /** Whether the monitored screen has been shown by the time that a tab is shown again: each that is possible. */
  private seenLater(seen: boolean, stack: number, interference: Interference): readonly boolean[] {
    return !seen && interference.mayHaveShown(stack) ? [false, true] : [seen];
  }

  /** Rules for events that began in another tab, have switched to this one, and go on here. */
  private goingOn(control: Control, symbol: StackSymbol, interference: Interference): PushdownRule[] {
    const { stack } = control;
    const tab = this.variant.tabs[stack - 1]!;
    const seenLater = this.seenLater(this.hasSeen(control, symbol), stack, interference);
    const here = this.continued.filter((each) => each.stack === stack);
    const later = here.length > 0 ? interference.after(stack, control.valuation) : [];
    const byUser = interference.afterByUser(stack, control.valuation);
    return here
      .filter(({ valuation }) => later.includes(valuation))
      .flatMap(({ valuation, continuation }) =>
        seenLater.map((was) => ({
          ...plainRule({ kind: 'tab', tab }, stack, [symbol]),
          valuation,
          continuation,
          seen: was,
          own: !byUser.has(valuation),
        })),
      );
  }

  /** Rules to the other tabs, each of which has its root alone; `shows` is the active one. */
  private toOtherTabs({ valuation, stack }: Control, shows: ShownTab | null): PushdownRule[] {
    return this.roots(valuation)
      .filter(({ control }) => control.stack !== stack)
      .map(({ control, symbol }) => ({
        ...plainRule({ kind: 'tab', tab: this.variant.tabs[control.stack - 1]! }, control.stack, [symbol]),
        ...(control.stack === shows?.stack ? { event: null } : {}),
        tabs: 'shown',
      }));
  }

  /** The rule that pops a frame for a tap on a list beneath; none under a modal frame, which hides what is beneath. */
  private towardsList(stack: number, { screen, modal, last }: StackSymbol): PushdownRule[] {
    if (modal || last) return [];
    const list = this.variant.listBeside(screen);
    const continuation = { item: { kind: 'to-list', list }, next: null } as const;
    return [{ ...plainRule(null, stack, []), continuation, silent: true }];
  }

  /** Rules for a list that has been found: those of its triggers and menus. Otherwise the search goes on. */
  private onWayToList(control: Control, symbol: StackSymbol, list: Screen | null): readonly PushdownRule[] {
    const { valuation, stack } = control;
    if (symbol.screen !== list) return this.towardsList(stack, symbol);
    return this.rules(this.waiting(valuation, stack), symbol).flatMap((rule): PushdownRule[] => {
      const { event } = rule;
      return event?.kind === 'trigger' || event?.kind === 'item'
        ? [{ ...rule, event: { ...event, beside: true } }]
        : [];
    });
  }

  /** Rule back, by a tap on the tab, to a stack that was changed just before it was left. */
  private backToLeft({ stack }: Control, symbol: StackSymbol): PushdownRule {
    return plainRule({ kind: 'tab', tab: this.variant.tabs[stack - 1]! }, stack, [symbol]);
  }

  /** Branches that can happen under a valuation, in order. */
  private possible(branches: readonly Branch[], valuation: Valuation): readonly Branch[] {
    if (branches.length === 1 && !branches[0]!.condition) return branches;
    const possible: Branch[] = [];
    for (const branch of branches) {
      const outcome = branch.condition ? this.valuations.outcome(branch.condition, valuation) : 'holds';
      if (outcome !== 'fails') possible.push(branch);
      if (outcome === 'holds') break;
    }
    return possible;
  }

  /** Whether a flag that is left open decides whether a branch is taken. */
  private isGuess({ branches }: Offer, taken: Branch): boolean {
    const { valuations } = this;
    if (valuations.leftOpen.size === 0) return false;
    const tried = branches.slice(0, branches.indexOf(taken) + 1);
    return tried.some(({ condition }) => condition !== null && valuations.isGuess(condition));
  }

  /** Branches that can happen on a screen in a control state, with those that leave the app. */
  *branchesAt({ valuation }: Control, screen: Screen): Generator<Branch, void, void> {
    for (const { branches } of this.variant.offersOn(screen)) yield* this.possible(branches, valuation);
  }

  /** Branches that a user can take on a screen with a valuation. None of them hangs on a flag that is left open. */
  *branchesByUser(valuation: Valuation, screen: Screen): Generator<Branch, void, void> {
    for (const offer of this.variant.offersOn(screen)) {
      if (offer.event.kind === 'event') continue;
      for (const branch of this.possible(offer.branches, valuation)) if (!this.isGuess(offer, branch)) yield branch;
    }
  }

  /** The symbol of a tab's root, alone on its stack. */
  private rootOf(screen: Screen): StackSymbol {
    return this.alphabet.word([frameOf(screen)], true, false)[0]!;
  }

  /**
   * For each tab, the control state and symbol of its root alone. Of tabs with the same root only the first is ever
   * shown.
   */
  roots(valuation: Valuation): { readonly control: Control; readonly symbol: StackSymbol }[] {
    return this.variant.roots.map(([screen, stack]) => ({
      control: this.waiting(valuation, stack),
      symbol: this.rootOf(screen),
    }));
  }

  /** Heads of `roots` by the time that a tab is shown: other tabs may have changed the flags by then. */
  rootsFrom(valuation: Valuation): { readonly control: Control; readonly symbol: StackSymbol }[] {
    const { variant, interference } = this;
    if (!interference) return this.roots(valuation);
    return variant.roots.flatMap(([, stack]) =>
      interference
        .after(stack, valuation)
        .flatMap((later) =>
          this.roots(later).filter(
            ({ control, symbol }) => control.stack === stack && this.mayComeBack(stack, symbol.screen, later),
          ),
        ),
    );
  }

  private back(stack: number, symbol: StackSymbol): PushdownRule | null {
    if (!symbol.last) return this.backOf[stack]!;
    // The first tab is then shown as it was left, which changes nothing.
    if (this.variant.backLeavesFrom(stack) || !this.interference) return null;
    return { ...plainRule({ kind: 'back' }, 1, [this.rootOf(this.variant.firstTab!)]), tabs: 'shown' };
  }
}
