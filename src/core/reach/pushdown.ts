/**
 * One variant of a plan as a pushdown system. Its control states are the values of the flags that matter, which tab is active
 * (place 0 is the main stack), and, within an event, what is still to be done. Its stack symbols are frames: a screen, whether
 * it is modal, the arrival that a gate puts off, whether it is the last frame, and whether a gate lies beneath it. With the
 * last two every step is a plain push or pop.
 *
 * What empties the stack puts a last frame on top instead: nothing ever looks below one.
 */
import { isIn, type Branch, type Call, type Link, type MenuItem, type Needs, type Plan, type Screen, type Step, type Tab } from '../plan/model';
import type { Event } from '../walk/walker';
import { Away } from './away';
import { Blocks, Numbers } from './blocks';
import { Valuations, type Outcome as Holds, type Valuation } from './valuations';

/** An arrival that `needs` did not let happen, to be made again by `resume`. */
export interface PutOff {
  readonly id: number;
  readonly kind: 'push' | 'replace' | 'present' | 'reset' | 'switch' | 'link';
  readonly screen: Screen;
  /** Of a link; null for an entry that names its screen, and for steps. */
  readonly link: Link | null;
}

export interface StackSymbol {
  readonly id: number;
  readonly screen: Screen;
  readonly modal: boolean;
  readonly putOff: PutOff | null;
  readonly last: boolean;
  readonly gateBeneath: boolean;
}

export interface Control {
  readonly number: number;
  readonly valuation: Valuation;
  readonly place: number;
  /** What is still to be done before the next event; null where the app waits for one. */
  readonly agenda: Agenda | null;
  /** Whether the watched screen has been on top. */
  readonly seen: boolean;
}

/** What is still to be done, as a list. */
interface Agenda {
  readonly item: Item;
  readonly next: Agenda | null;
}

type Item =
  | { readonly kind: 'steps'; readonly steps: readonly Step[]; readonly at: number }
  | { readonly kind: 'arrive'; readonly putOff: PutOff }
  /** Behind the steps of an else: the lowest frame that they put on, above so many that were there, becomes the gate. */
  | { readonly kind: 'mark'; readonly putOff: PutOff; readonly at: Screen; readonly level: number }
  /** The tab has been left for another one, which shows this screen; its stack is as it will be when the user comes back. */
  | { readonly kind: 'left'; readonly shows: Screen };

/** `(p, γ) → (to, word)`, the word with its top first. Its event is null where it goes on with one that has begun. */
export interface PushdownRule {
  readonly to: Control;
  readonly word: readonly StackSymbol[];
  readonly event: Event | null;
  /** The branch of a trigger or menu item that was taken. */
  readonly branch: Branch | null;
  /** Steps that went back to what is not in the stack. */
  readonly missing: readonly Step[];
  /** What is on top afterwards, where that is not what the word says. */
  readonly shows: Screen | null;
}

/** What an event comes to. */
interface Outcome extends Pick<PushdownRule, 'word' | 'missing' | 'shows'> {
  /** Null where it is as it was. */
  readonly valuation: Valuation | null;
  readonly place: number;
  readonly agenda: Agenda | null;
}

/** Outcomes that are the same whatever values flags have, by what leads to them. */
type Fixed = Map<Branch | Tab | PutOff, readonly Outcome[]>;

/** What a screen offers. */
interface Offer {
  readonly event: Event;
  readonly branches: readonly Branch[];
}

/** The part of a configuration that a rule looks at while it is worked out. */
interface Machine {
  valuation: Valuation;
  place: number;
  /** The frames on top that are known, the lowest first. */
  known: Frame[];
  /** Whether nothing lies beneath them, and whether a gate does. */
  bottom: boolean;
  gateBeneath: boolean;
  agenda: Agenda | null;
  missing: readonly Step[];
  /** The top as it was when the event began; null where that was before. */
  readonly origin: StackSymbol | null;
}

type Frame = Pick<StackSymbol, 'screen' | 'modal' | 'putOff'>;

const back: Event = { kind: 'back' };

/** A bound for plans that nobody means: so many elses run within one event. The same as the walker's. */
const mostElses = 64;

export class Pushdown {
  readonly valuations: Valuations;
  /** Whether a transition goes on after it has switched to a tab: then two stacks have to be known at once. */
  switchesMidway = false;
  /** Whether an event ran into a bound: not all that can follow is then in the system. */
  bounded = false;
  private readonly tabs: readonly Tab[];
  private readonly tabOf = new Map<Screen, number>();
  private readonly symbols = new Map<number, StackSymbol>();
  private readonly controls = new Map<string | number, Control>();
  // Those that wait for an event are alike in what happens to them, and go into blocks of their own.
  private readonly idle: Numbers;
  private readonly busy: Numbers;
  readonly blocks: Blocks;
  private readonly putOffs = new Map<Link | Screen, Map<PutOff['kind'], PutOff>>();
  private putOffCount = 0;
  private readonly stepsIds = new Map<readonly Step[], number>();
  private readonly links: readonly Link[];
  private readonly offers: (readonly Offer[])[] = [];
  /** By the numbers of symbols and places. */
  private readonly fixed: Fixed[] = [];
  private readonly fixedDoors: Fixed = new Map();
  private elses = 0;
  /** The screens that need something. */
  private readonly asking: readonly Screen[];
  readonly away: Away;

  /**
   * @param watched the screen of which each control state is to remember whether it has been on top
   * @param above whether tabs that share flags are taken to do to one another whatever they might (see `Away`): the system then
   *   has all that runs can do, and perhaps more
   */
  constructor(private readonly plan: Plan, private readonly variant: string, readonly watched: Screen | null = null, private readonly above = false) {
    this.valuations = new Valuations(plan, variant);
    this.tabs = plan.tabBars.find((bar) => isIn(bar.only, variant))?.tabs ?? [];
    this.tabs.forEach((tab, index) => {
      const root = tab.call?.target;
      if (root && this.has(root) && !this.tabOf.has(root)) this.tabOf.set(root, index + 1);
    });
    this.blocks = new Blocks(this.valuations.count * (this.tabs.length + 1) * (watched ? 2 : 1));
    this.idle = new Numbers(this.blocks, 0);
    this.busy = new Numbers(this.blocks, 1);
    this.links = plan.screens.flatMap((screen) => (this.has(screen) ? screen.links : []));
    this.asking = plan.screens.filter((screen) => this.has(screen) && screen.needs.length > 0);
    this.away = new Away(plan, variant, this.valuations, (screen) => this.tabOf.has(screen));
  }

  has(screen: Screen): boolean {
    return isIn(screen.only, this.variant);
  }

  /** What a cold start leads to. */
  coldStart(): PushdownRule[] {
    const start = this.plan.start?.target;
    if (!start || !this.has(start)) return [];
    const { initial } = this.valuations;
    return this.rulesOf(this.work(this.fresh(initial, this.put('reset', start, null))), initial, null, null, false);
  }

  /** What links and entries lead to, whatever is on the stack: they empty it. */
  *fromOutside(valuation: Valuation, seen: boolean): Generator<PushdownRule, void, void> {
    const doors: { event: Event; putOff: PutOff }[] = this.links.map((link) => ({ event: { kind: 'link', link }, putOff: this.put('link', link.screen, link) }));
    for (const entry of this.plan.entries) {
      const screen = entry.call?.target;
      if (screen && isIn(entry.only, this.variant) && this.has(screen)) doors.push({ event: { kind: 'entry', entry }, putOff: this.put('link', screen, null) });
    }
    for (const { event, putOff } of doors) yield* this.rulesOf(this.outcomes(this.fixedDoors, putOff, () => this.fresh(valuation, putOff)), valuation, event, null, seen);
  }

  /** Whether links or entries open anything. */
  get hasDoors(): boolean {
    return this.links.length > 0 || this.plan.entries.some((entry) => entry.call?.target && isIn(entry.only, this.variant));
  }

  /** The control state that waits for an event with these flags and in this place. */
  waiting(valuation: Valuation, place: number): Control {
    return this.control(valuation, place, null, false);
  }

  /** A stack without gates as symbols, given bottom first; the top comes first. */
  stack(frames: readonly Pick<Frame, 'screen' | 'modal'>[]): StackSymbol[] {
    return this.word(frames.map(({ screen, modal }) => ({ screen, modal, putOff: null })), true, false);
  }

  /** All rules of a head. */
  rules(control: Control, symbol: StackSymbol): PushdownRule[] {
    const { valuation, place, agenda } = control;
    const begin = (todo: Agenda): Machine => ({
      valuation, place, known: [symbol], bottom: symbol.last, gateBeneath: symbol.gateBeneath, agenda: todo, missing: [], origin: agenda ? null : symbol,
    });
    if (agenda?.item.kind === 'left') return this.backToLeft(control, symbol);
    if (agenda) return this.rulesOf(this.work(begin(raised(agenda))), valuation, null, null, control.seen);
    const seen = control.seen || symbol.screen === this.watched;
    const fixed = this.fixedOn(symbol, place);
    const rules: PushdownRule[] = [];
    for (const { event, branches } of this.offersOn(symbol.screen)) {
      for (const branch of this.possible(branches, valuation)) {
        const outcomes = this.outcomes(fixed, branch, () => begin(stepsOf(branch.steps, 0, null)));
        rules.push(...this.rulesOf(outcomes, valuation, event, branch, seen));
      }
    }
    for (const tab of place > 0 ? this.tabs : []) {
      const root = tab.call?.target;
      if (!root) continue;
      const outcomes = this.outcomes(fixed, tab, () => begin({ item: { kind: 'arrive', putOff: this.put('switch', root, null) }, next: null }));
      rules.push(...this.rulesOf(outcomes, valuation, { kind: 'tab', tab }, null, seen));
    }
    rules.push(...this.back(control, symbol, seen));
    if (this.above && place > 0) rules.push(...this.comingBack(control, symbol, seen));
    return rules;
  }

  private rulesOf(outcomes: readonly Outcome[], before: Valuation, event: Event | null, branch: Branch | null, seen: boolean): PushdownRule[] {
    return outcomes.map(({ valuation, place, agenda, word, missing, shows }) => ({ to: this.control(valuation ?? before, place, agenda, seen), word, event, branch, missing, shows }));
  }

  /** What comes of something; worked out once for all values of flags where it asks and sets none. */
  private outcomes(fixed: Fixed, of: Branch | Tab | PutOff, begin: () => Machine): readonly Outcome[] {
    if (this.valuations.count === 1) return this.work(begin());
    const known = fixed.get(of);
    if (known) return known;
    const { uses } = this.valuations;
    const outcomes = this.work(begin());
    if (this.valuations.uses > uses) return outcomes;
    const same = outcomes.map((outcome) => ({ ...outcome, valuation: null }));
    fixed.set(of, same);
    return same;
  }

  private fixedOn({ id }: StackSymbol, place: number): Fixed {
    return this.valuations.count === 1 ? this.fixedDoors : (this.fixed[id * (this.tabs.length + 1) + place] ??= new Map());
  }

  /** The triggers and menu items that a screen shows. */
  private offersOn(screen: Screen): readonly Offer[] {
    return (this.offers[screen.index] ??= [
      ...screen.transitions.flatMap((transition): Offer[] => (isIn(transition.only, this.variant) ? [{ event: { kind: 'trigger', transition }, branches: transition.branches }] : [])),
      ...this.itemsOn(screen).map((item): Offer => ({ event: { kind: 'item', item }, branches: item.branches })),
    ]);
  }

  /** Leaving the tab and coming back to it: by then flags may have changed, and the watched screen may have been seen. */
  private comingBack({ valuation, place }: Control, symbol: StackSymbol, seen: boolean): PushdownRule[] {
    const tab = this.tabs[place - 1]!;
    return this.away.after(valuation).flatMap((later) => (this.watched && !seen ? [false, true] : [seen]).flatMap((was): PushdownRule[] => (
      later === valuation && was === seen ? [] : [{ to: this.control(later, place, null, was), word: [symbol], event: { kind: 'tab', tab }, branch: null, missing: [], shows: null }])));
  }

  /** By its tab to a stack that was changed just before it was left. */
  private backToLeft({ valuation, place, seen }: Control, symbol: StackSymbol): PushdownRule[] {
    return [{ to: this.control(valuation, place, null, seen), word: [symbol], event: { kind: 'tab', tab: this.tabs[place - 1]! }, branch: null, missing: [], shows: null }];
  }

  /** The branches that can happen, in their order. */
  private possible(branches: readonly Branch[], valuation: Valuation): readonly Branch[] {
    if (branches.length === 1 && !branches[0]!.condition) return branches;
    const possible: Branch[] = [];
    for (const branch of branches) {
      const outcome: Holds = branch.condition ? this.valuations.outcome(branch.condition, valuation) : 'holds';
      if (outcome !== 'fails') possible.push(branch);
      if (outcome === 'holds') break;
    }
    return possible;
  }

  /** The branches that can happen on a screen, whether anything follows them or they leave the app. */
  *branchesAt({ valuation }: Control, screen: Screen): Generator<Branch, void, void> {
    for (const { branches } of this.offersOn(screen)) yield* this.possible(branches, valuation);
  }

  /** The menu items that a screen shows. */
  itemsOn(screen: Screen): MenuItem[] {
    return this.plan.menus.flatMap(({ only, on, items }) => {
      if (!isIn(only, this.variant)) return [];
      const roots = (): boolean => screen === this.plan.start?.target || this.tabOf.has(screen) || items.some((item) => item.branches.some((branch) =>
        branch.steps.some((step) => (step.kind === 'reset' || step.kind === 'switch') && step.call?.target === screen)));
      return on === 'all' || (on === 'roots' ? roots() : on.has(screen)) ? items : [];
    });
  }

  private back(control: Control, symbol: StackSymbol, seen: boolean): PushdownRule[] {
    const { valuation, place } = control;
    const rule = (to: Control, word: StackSymbol[]): PushdownRule => ({ to, word, event: back, branch: null, missing: [], shows: null });
    if (!symbol.last) return [rule(this.control(valuation, place, null, seen), [])];
    if (this.backLeavesFrom(control)) return [];
    // Where the first tab was left with more on its stack, that was on top before: its root alone can be new.
    return [rule(this.control(valuation, 1, null, seen), this.word([frameOf(this.firstTab!)], true, false))];
  }

  /** The root of the first tab, to which Back on the last frame of another one goes; null where there is none. */
  get firstTab(): Screen | null {
    const first = this.tabs[0]?.call?.target;
    return first && this.has(first) ? first : null;
  }

  /** Whether Back on the last frame leaves the app. */
  backLeavesFrom({ place }: Control): boolean {
    return place <= 1 || this.plan.backLeaves || !this.firstTab;
  }

  private fresh(valuation: Valuation, putOff: PutOff): Machine {
    return { valuation, place: 0, known: [], bottom: true, gateBeneath: false, agenda: { item: { kind: 'arrive', putOff }, next: null }, missing: [], origin: null };
  }

  /** Works an event off as far as it can be without seeing more of the stack. */
  private work(machine: Machine): Outcome[] {
    this.elses = 0;
    const outcomes: Outcome[] = [];
    const open = [machine];
    for (let at = open.pop(); at; at = open.pop()) {
      if (this.run(at, open) === 'left') continue;
      const { valuation, place, agenda, known, bottom, gateBeneath, missing } = at;
      outcomes.push({ valuation, place, agenda, word: this.word(known, bottom, gateBeneath), missing, shows: agenda?.item.kind === 'left' ? agenda.item.shows : null });
    }
    return outcomes;
  }

  /** Runs a machine until nothing is left to do, more of the stack has to be seen, or the app is left; what else can happen is put on `open`. */
  private run(machine: Machine, open: Machine[]): 'done' | 'waits' | 'left' {
    while (machine.agenda) {
      const { item, next } = machine.agenda;
      if (item.kind === 'left') return 'waits';
      if (item.kind === 'mark') {
        machine.agenda = next;
        const gate = machine.known[item.level];
        if (gate) machine.known = machine.known.with(item.level, { ...gate, putOff: item.putOff });
      } else if (item.kind === 'arrive') {
        const looks = item.putOff.kind === 'replace' || (item.putOff.kind === 'switch' && this.tabOf.get(item.putOff.screen) === machine.place);
        if (looks && needsTop(machine)) return 'waits';
        machine.agenda = next;
        this.arrive(machine, item.putOff, open);
      } else {
        const step: Step | undefined = item.steps[item.at];
        const rest = step && item.at + 1 < item.steps.length ? stepsOf(item.steps, item.at + 1, next) : next;
        if (step && this.step(machine, step, rest) === 'waits') return 'waits';
        if (!step) machine.agenda = next;
      }
    }
    return machine.known.length === 0 && machine.bottom ? 'left' : 'done';
  }

  /** One step; `rest` is what is to be done after it. Where it waits, it stays on the agenda. */
  private step(machine: Machine, step: Step, rest: Agenda | null): 'done' | 'waits' {
    switch (step.kind) {
      case 'leave': break;
      case 'sets': machine.valuation = this.valuations.set(machine.valuation, step); break;
      case 'back':
        if (needsTop(machine)) return 'waits';
        machine.known.pop();
        break;
      case 'close':
      case 'back to':
      case 'back past':
        if (!takeOff(machine, step)) return 'waits';
        break;
      case 'resume': {
        const gate = machine.known.findLastIndex((frame) => frame.putOff !== null);
        if (gate < 0 && machine.gateBeneath) {
          machine.known = [];
          machine.agenda = lowered(machine.agenda, 0);
          return 'waits';
        }
        if (gate >= 0) {
          const { putOff } = machine.known[gate]!;
          machine.known = machine.known.slice(0, gate);
          machine.agenda = { item: { kind: 'arrive', putOff: putOff! }, next: lowered(rest, machine.known.length) };
          return 'done';
        }
        machine.agenda = step.or ? stepsOf(this.orOf(step), 0, rest) : rest;
        return 'done';
      }
      default: {
        const screen = step.call?.target;
        machine.agenda = screen ? { item: { kind: 'arrive', putOff: this.put(step.kind, screen, null) }, next: rest } : rest;
        return 'done';
      }
    }
    machine.agenda = lowered(rest, machine.known.length);
    return 'done';
  }

  private readonly orSteps = new Map<Step, readonly Step[]>();

  /** The step behind `resume or` as a list, the same one each time, so that it is known again. */
  private orOf(step: Extract<Step, { kind: 'resume' }>): readonly Step[] {
    let steps = this.orSteps.get(step);
    if (!steps) this.orSteps.set(step, (steps = [step.or!]));
    return steps;
  }

  /** Makes an arrival, or what its screens' `needs` want instead; what else can happen is put on `open`. */
  private arrive(machine: Machine, putOff: PutOff, open: Machine[]): void {
    if (!this.has(putOff.screen)) return;
    const tab = putOff.kind === 'switch' ? this.tabOf.get(putOff.screen) : undefined;
    if (this.above && tab !== undefined && machine.place > 0 && tab !== machine.place) {
      // What is on top of the other tab is not known: any screen that needs something might put the arrival off.
      for (const screen of this.asking) {
        if (screen === putOff.screen) continue;
        for (const needs of screen.needs) {
          const outcome = this.valuations.outcome(needs.condition, machine.valuation);
          if (outcome !== 'holds') open.push(this.putOffAt({ ...machine, known: [...machine.known] }, putOff, screen, needs));
          if (outcome === 'fails') break;
        }
      }
    }
    for (const screen of this.arrivingAt(machine, putOff)) {
      for (const needs of screen.needs) {
        const outcome = this.valuations.outcome(needs.condition, machine.valuation);
        if (outcome === 'holds') continue;
        if (outcome === 'either') open.push(this.putOffAt({ ...machine, known: [...machine.known] }, putOff, screen, needs));
        else {
          this.putOffAt(machine, putOff, screen, needs);
          return;
        }
      }
    }
    this.place(machine, putOff, open);
  }

  private arrivingAt(machine: Machine, { kind, screen, link }: PutOff): readonly Screen[] {
    if (kind === 'link') return this.built(screen, link);
    if (kind === 'switch' && this.tabOf.get(screen) === machine.place) return [machine.known.at(-1)?.screen ?? screen];
    return [screen];
  }

  private putOffAt(machine: Machine, putOff: PutOff, at: Screen, needs: Needs): Machine {
    if (putOff.kind === 'link') this.empty(machine);
    for (let agenda = machine.agenda; agenda; agenda = agenda.next) if (agenda.item.kind === 'mark' && agenda.item.at === at) return machine;
    if (++this.elses > mostElses) {
      this.bounded = true;
      return machine;
    }
    machine.agenda = stepsOf(needs.otherwise, 0, { item: { kind: 'mark', putOff, at, level: machine.known.length }, next: machine.agenda });
    return machine;
  }

  private place(machine: Machine, { kind, screen, link }: PutOff, open: Machine[]): void {
    switch (kind) {
      case 'push': machine.known.push(frameOf(screen)); break;
      case 'present': machine.known.push({ ...frameOf(screen), modal: true }); break;
      case 'replace':
        // What lies beneath the top is known without seeing it.
        if (machine.known.length > 0) machine.known.pop();
        machine.agenda = lowered(machine.agenda, machine.known.length);
        machine.known.push(frameOf(screen));
        break;
      case 'reset': this.build(machine, [screen]); break;
      case 'link': this.build(machine, this.built(screen, link)); break;
      case 'switch': {
        const tab = this.tabOf.get(screen);
        if (tab !== undefined && tab === machine.place) {
          // A gate that was the last frame has left it empty: no tab is ever without its root.
          if (machine.known.length === 0 && machine.bottom) machine.known = [frameOf(screen)];
          break;
        }
        if (tab !== undefined && machine.place > 0) {
          if (machine.agenda) this.switchesMidway = true;
          // What was done to this tab's stack before it is left is seen when the user comes back.
          const untouched = machine.known.length === 1 && machine.known[0] === machine.origin;
          if (!untouched && (machine.known.length > 0 || !machine.bottom)) open.push({ ...machine, known: [...machine.known], agenda: { item: { kind: 'left', shows: screen }, next: null } });
        }
        this.build(machine, [screen]);
      }
    }
  }

  private empty(machine: Machine): void {
    machine.place = 0;
    machine.known = [];
    machine.bottom = true;
    machine.gateBeneath = false;
    machine.agenda = lowered(machine.agenda, 0);
  }

  private build(machine: Machine, screens: readonly Screen[]): void {
    this.empty(machine);
    machine.known = screens.map(frameOf);
    machine.place = this.tabOf.get(screens[0]!) ?? 0;
  }

  /** The stack that a link builds, bottom first. */
  private built(screen: Screen, link: Link | null): Screen[] {
    const { start } = this.plan;
    const under: readonly Call[] = link?.under ?? (start && start.target !== screen ? [start] : []);
    return [...under.flatMap((call) => (call.target && this.has(call.target) ? [call.target] : [])), screen];
  }

  private put(kind: PutOff['kind'], screen: Screen, link: Link | null): PutOff {
    const of = link ?? screen;
    let byKind = this.putOffs.get(of);
    if (!byKind) this.putOffs.set(of, (byKind = new Map()));
    let putOff = byKind.get(kind);
    if (!putOff) byKind.set(kind, (putOff = { id: this.putOffCount++, kind, screen, link }));
    return putOff;
  }

  private word(frames: readonly Frame[], bottom: boolean, gateBeneath: boolean): StackSymbol[] {
    let gate = gateBeneath;
    const word = frames.map((frame, index) => {
      const symbol = this.symbol(frame, bottom && index === 0, gate);
      gate ||= frame.putOff !== null;
      return symbol;
    });
    return word.reverse();
  }

  private symbol({ screen, modal, putOff }: Frame, last: boolean, gateBeneath: boolean): StackSymbol {
    const key = (((putOff ? putOff.id + 1 : 0) * this.plan.screens.length + screen.index) * 8) + (modal ? 4 : 0) + (last ? 2 : 0) + (gateBeneath ? 1 : 0);
    let symbol = this.symbols.get(key);
    if (!symbol) this.symbols.set(key, (symbol = { id: this.symbols.size, screen, modal, putOff, last, gateBeneath }));
    return symbol;
  }

  private control(valuation: Valuation, place: number, agenda: Agenda | null, seen: boolean): Control {
    const ready = (valuation * (this.tabs.length + 1) + place) * 2 + (seen ? 1 : 0);
    const key = agenda ? `${ready} ${this.keyOf(agenda)}` : ready;
    let control = this.controls.get(key);
    if (!control) {
      control = { number: (agenda ? this.busy : this.idle).next(), valuation, place, agenda, seen };
      this.controls.set(key, control);
    }
    return control;
  }

  private keyOf(agenda: Agenda): string {
    const parts: string[] = [];
    for (let at: Agenda | null = agenda; at; at = at.next) {
      const { item } = at;
      if (item.kind === 'steps') parts.push(`${this.stepsId(item.steps)}.${item.at}`);
      else if (item.kind === 'left') parts.push(`l${item.shows.index}`);
      else parts.push(item.kind === 'arrive' ? `a${item.putOff.id}` : `m${item.putOff.id}.${item.at.index}.${item.level}`);
    }
    return parts.join('/');
  }

  private stepsId(steps: readonly Step[]): number {
    let id = this.stepsIds.get(steps);
    if (id === undefined) this.stepsIds.set(steps, (id = this.stepsIds.size));
    return id;
  }
}

const frameOf = (screen: Screen): Frame => ({ screen, modal: screen.shape !== null, putOff: null });

/** Whether the top frame would have to be seen to go on. */
const needsTop = ({ known, bottom }: Machine): boolean => known.length === 0 && !bottom;

const stepsOf = (steps: readonly Step[], at: number, next: Agenda | null): Agenda => ({ item: { kind: 'steps', steps, at }, next });

/** An agenda whose marks know that no more than so many known frames are left of those that were there. */
function lowered(agenda: Agenda | null, height: number): Agenda | null {
  if (!agenda) return null;
  const next = lowered(agenda.next, height);
  const { item } = agenda;
  if (item.kind === 'mark' && item.level > height) return { item: { ...item, level: height }, next };
  return next === agenda.next ? agenda : { item, next };
}

/** An agenda whose marks know that one more frame of those that were there is known. */
function raised(agenda: Agenda): Agenda {
  const { item } = agenda;
  const next = agenda.next && raised(agenda.next);
  return { item: item.kind === 'mark' ? { ...item, level: item.level + 1 } : item, next };
}

/** Takes frames off as `close`, `back to` and `back past` do; false where more of the stack has to be seen. */
function takeOff(machine: Machine, step: Step): boolean {
  const target = 'target' in step ? step.target : null;
  for (;;) {
    const top = machine.known.at(-1);
    if (!top) return machine.bottom;
    const found = step.kind === 'close' ? top.modal : top.screen === target;
    if (found && step.kind === 'back to') return true;
    if (found) {
      machine.known.pop();
      return true;
    }
    if (machine.known.length === 1 && machine.bottom) {
      // The last frame stays.
      if (target) machine.missing = [...machine.missing, step];
      return true;
    }
    machine.known.pop();
    machine.agenda = lowered(machine.agenda, machine.known.length);
  }
}
