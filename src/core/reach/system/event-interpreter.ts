/** Effect of one event on the part of a configuration that it reads, in the order of docs/meaning.md. */
import type { Branch, Missed, Needs, Screen, Step } from '../../plan/model';
import { returnsAlike } from '../../plan/results';
import {
  lowered,
  raised,
  stepsOf,
  switched,
  type NewFrame,
  type Continuation,
  type InternedArrival,
  type Item,
  type ShownTab,
} from './continuation';
import { frameOf, type Alphabet, type Control, type FrameKind, type StackSymbol } from './alphabet';
import type { Interference } from './interference';
import {
  empty,
  handBack,
  mayWait,
  needsTop,
  show,
  partialOn,
  takeOff,
  withGates,
  type PartialConfiguration,
  type Tabs,
} from './partial-configuration';
import type { Sets, Valuation, Valuations } from './valuations';
import type { VariantOf } from './variant';

/** Outcome of an event, or of the part of it that needs to see no more of the stack. */
export interface EventOutcome {
  readonly valuation: Valuation;
  /** Steps that have set flags, in order. */
  readonly sets: readonly Sets[];
  readonly stack: number;
  readonly continuation: Continuation | null;
  /** Symbols in place of the frame that was on top, the top first. */
  readonly word: readonly StackSymbol[];
  /** What steps looked for in the stack and did not find. */
  readonly missing: readonly Missed[];
  /** The tab that is shown afterwards, if it is not the one of the word. */
  readonly shows: ShownTab | null;
  readonly tabs: Tabs;
  /**
   * Whether it may not happen: it depends on a screen that is only perhaps on top of another tab, or on a flag that is
   * left open.
   */
  readonly guessed: boolean;
  /** Whether the very frame that was on top still is: not another one like it. */
  readonly keepsTop: boolean;
  /** Whether it leaves the app. Such outcomes are given only where steps were `missing`. */
  readonly leaves: boolean;
}

/** Safety limits for degenerate plans: maximum number of elses in one event, and of ways in which one event goes on. */
const mostElses = 64;
const mostWays = 4096;
/** An event that goes on in more ways is worked off in parts. */
const mostAtOnce = 64;

export class EventInterpreter {
  /** Control states in which an event goes on after it has switched to another tab. */
  readonly midway = new Set<Control>();
  /**
   * Number of times that an event depended on flags other than by a condition. It left a tab midway, which `midway`
   * notes with the flags; or it depended on the screen on top of another tab. Such an event is worked off for each
   * valuation.
   */
  flagsUsed = 0;
  /** Whether an event ran into a safety limit, so that outcomes are missing. */
  bounded = false;
  /** Whether an event was worked off in parts. A part does not know which frames beneath its event has pushed itself. */
  inParts = false;
  /** Steps of work so far: items of continuations, and frames that were made. */
  spent = 0;

  /**
   * @param interference changes of flags by other tabs; null for tabs that share nothing
   * @param watched lists that frames know to be in sight beside them
   */
  constructor(
    private readonly variant: VariantOf,
    private readonly valuations: Valuations,
    private readonly alphabet: Alphabet,
    private readonly interference: Interference | null,
    private readonly watched: readonly Screen[],
  ) {}

  /** Outcomes of an arrival from outside, for any stacks before. */
  anew(valuation: Valuation, arrival: InternedArrival): EventOutcome[] {
    return this.work({
      valuation,
      sets: [],
      stack: 0,
      known: [],
      bottom: true,
      gateBeneath: false,
      continuation: { item: { kind: 'arrive', arrival }, next: null },
      elses: 0,
      missing: [],
      tabs: 'kept',
      guessed: false,
      top: null,
      origin: null,
    });
  }

  /**
   * Outcomes of a branch's steps.
   *
   * @param isGuess whether it is open that the branch is taken
   */
  branch(control: Control, top: StackSymbol, { steps }: Branch, isGuess: boolean): EventOutcome[] {
    return this.work({ ...partialOn(control, top, stepsOf(steps, 0, null)), guessed: isGuess });
  }

  /** Outcomes of a tap on a tab. */
  tab(control: Control, top: StackSymbol, root: Screen): EventOutcome[] {
    return this.work(
      partialOn(control, top, {
        item: { kind: 'arrive', arrival: this.alphabet.arrival('switch', root, null) },
        next: null,
      }),
    );
  }

  /** Outcomes of the rest of an event, once it sees a frame. */
  goOn(control: Control, continuation: Continuation, top: StackSymbol): EventOutcome[] {
    return this.work(partialOn(control, top, raised(continuation, top.last)));
  }

  private work(partial: PartialConfiguration): EventOutcome[] {
    const whole = this.outcomesOf({ ...partial, known: [...partial.known] }, false, mostAtOnce);
    if (whole.areAll) return whole.outcomes;
    this.inParts = true;
    const { outcomes, areAll } = this.outcomesOf(partial, true, mostWays);
    if (!areAll) this.bounded = true;
    return outcomes;
  }

  /**
   * @param inParts whether the rest waits once something new is on top, as if it had to be seen. Outcomes of the parts
   *   are then not multiplied
   * @param most ways that are tried; with more, outcomes are missing
   */
  private outcomesOf(
    partial: PartialConfiguration,
    inParts: boolean,
    most: number,
  ): { outcomes: EventOutcome[]; areAll: boolean } {
    const outcomes: EventOutcome[] = [];
    const open = [partial];
    for (let at = open.pop(), ways = 0; at; at = open.pop()) {
      this.spent += 1 + at.known.length;
      if (++ways > most) return { outcomes, areAll: false };
      // Another tab has its root alone right after an emptying of all stacks. Later it is as users left it.
      const leaves = this.run(at, open, inParts) === 'left';
      if ((leaves && at.missing.length === 0) || (at.tabs === 'shown' && !this.interference)) continue;
      const { valuation, sets, stack, continuation, known, bottom, gateBeneath, missing, tabs, guessed } = at;
      const shows = continuation?.item.kind === 'left' ? continuation.item.shows : null;
      outcomes.push({
        valuation,
        sets,
        stack,
        continuation,
        word: this.alphabet.word(known, bottom, gateBeneath),
        missing,
        shows,
        tabs,
        guessed,
        keepsTop: known.length === 1 && known[0] === at.top,
        leaves,
      });
      // The frames beneath do not matter then: users saw only the top.
      if (!leaves && tabs === 'anew' && stack > 0 && !this.interference && this.variant.roots.length > 1)
        outcomes.push({
          valuation,
          sets,
          stack,
          continuation: { item: { kind: 'tabs', shows }, next: null },
          word: this.alphabet.word(known.slice(-1), true, false),
          missing: [],
          shows,
          tabs,
          guessed,
          keepsTop: false,
          leaves,
        });
    }
    return { outcomes, areAll: true };
  }

  /** Runs until the event ends, more of the stack has to be seen, or the app is left. Alternatives go to `open`. */
  private run(
    partial: PartialConfiguration,
    open: PartialConfiguration[],
    inParts: boolean,
  ): 'done' | 'waits' | 'left' {
    while (partial.continuation) {
      this.spent++;
      if (inParts && mayWait(partial)) return 'waits';
      const { item, next } = partial.continuation;
      if (item.kind !== 'steps') {
        if (this.waits(partial, item)) return 'waits';
        partial.continuation = next;
        this.take(partial, item, open);
      } else {
        const step: Step | undefined = item.steps[item.at];
        const rest = step && item.at + 1 < item.steps.length ? stepsOf(item.steps, item.at + 1, next) : next;
        if (step && this.step(partial, step, rest) === 'waits') return 'waits';
        if (!step) partial.continuation = next;
      }
    }
    return partial.known.length === 0 && partial.bottom ? 'left' : 'done';
  }

  /** Whether an item has to see more of the stack. */
  private waits(partial: PartialConfiguration, item: Item): boolean {
    switch (item.kind) {
      case 'left':
      case 'tabs':
      case 'to-list':
        return true;
      case 'place':
        return needsTop(partial);
      case 'arrive':
        return needsTop(partial) && this.looks(item.arrival, partial);
      default:
        return false;
    }
  }

  private take(partial: PartialConfiguration, item: Item, open: PartialConfiguration[]): void {
    if (item.kind === 'arrive') this.arrive(partial, item.arrival, open);
    else if (item.kind === 'place') this.place(partial, item.frame);
    else if (item.kind === 'mark') {
      const gate = partial.known[item.level];
      if (gate) partial.known = partial.known.with(item.level, { ...gate, putOff: item.arrival });
    }
  }

  /** Whether an arrival depends on the frame that is on top. */
  private looks({ kind, screen, asker }: InternedArrival, { stack }: PartialConfiguration): boolean {
    if (kind === 'push' && this.watches) return true;
    return kind === 'replace' || asker !== null || (kind === 'switch' && this.variant.stackOf(screen) === stack);
  }

  /** Runs one step; `rest` is the continuation after it. A step that waits stays on the continuation. */
  private step(partial: PartialConfiguration, step: Step, rest: Continuation | null): 'done' | 'waits' {
    switch (step.kind) {
      case 'leave':
        break;
      case 'sets':
        partial.valuation = this.valuations.set(partial.valuation, step);
        partial.sets = [...partial.sets, step];
        break;
      case 'back':
        if (needsTop(partial)) return 'waits';
        handBack(partial, step.result, partial.known.pop());
        break;
      case 'close':
      case 'back to':
      case 'back past':
        if (!takeOff(partial, step)) return 'waits';
        break;
      case 'resume': {
        const gate = partial.known.findLastIndex((frame) => frame.putOff !== null);
        if (gate < 0 && partial.gateBeneath) {
          partial.known = [];
          partial.continuation = lowered(partial.continuation, 0);
          return 'waits';
        }
        if (gate >= 0) {
          const { putOff } = partial.known[gate]!;
          partial.known = partial.known.slice(0, gate);
          partial.continuation = {
            item: { kind: 'arrive', arrival: putOff! },
            next: lowered(rest, partial.known.length),
          };
          return 'done';
        }
        partial.continuation = step.or ? stepsOf(this.orOf(step), 0, rest) : rest;
        return 'done';
      }
      default: {
        const screen = step.call?.target;
        const arrival = screen && this.alphabet.arrival(step.kind, screen, null, step.asks?.screen);
        partial.continuation = arrival ? { item: { kind: 'arrive', arrival }, next: rest } : rest;
        return 'done';
      }
    }
    partial.continuation = lowered(rest, partial.known.length);
    return 'done';
  }

  private readonly orSteps = new Map<Step, readonly Step[]>();

  /** The step behind `resume or`, as one list each time, so that equal continuations are one object. */
  private orOf(step: Extract<Step, { kind: 'resume' }>): readonly Step[] {
    let steps = this.orSteps.get(step);
    if (!steps) this.orSteps.set(step, (steps = [step.or!]));
    return steps;
  }

  /** Makes an arrival, or runs the else of a screen whose needs fail. Alternatives are put on `open`. */
  private arrive(partial: PartialConfiguration, arrival: InternedArrival, open: PartialConfiguration[]): void {
    const { variant } = this;
    if (!variant.has(arrival.screen)) return;
    const tab = arrival.kind === 'switch' ? variant.stackOf(arrival.screen) : undefined;
    if (this.interference && tab !== undefined && partial.stack > 0 && tab !== partial.stack) {
      // The top of the other tab is unknown: any screen that was seen there may put the arrival off, or be shown.
      let mayShow = false;
      partial.guessed = true;
      this.flagsUsed++;
      for (const screen of this.interference.tops(tab, partial.valuation)) {
        if (screen === arrival.screen) continue;
        let fails = false;
        for (const needs of screen.needs) {
          const outcome = this.valuations.outcome(needs.condition, partial.valuation);
          if (outcome !== 'holds')
            open.push(this.putOff({ ...partial, known: [...partial.known] }, arrival, screen, needs));
          fails = outcome === 'fails';
          if (fails) break;
        }
        mayShow ||= !fails;
      }
      if (mayShow) this.leave(partial, arrival.screen, tab, open);
    }
    for (const screen of this.arrivingAt(partial, arrival)) {
      for (const needs of screen.needs) {
        const outcome = this.valuations.outcome(needs.condition, partial.valuation);
        partial.guessed ||= this.valuations.isGuess(needs.condition);
        if (outcome === 'holds') continue;
        if (outcome === 'either')
          open.push(this.putOff({ ...partial, known: [...partial.known] }, arrival, screen, needs));
        else {
          this.putOff(partial, arrival, screen, needs);
          return;
        }
      }
    }
    this.putOn(partial, arrival, open);
  }

  private arrivingAt(partial: PartialConfiguration, { kind, screen, link }: InternedArrival): readonly Screen[] {
    if (kind === 'link') return this.variant.built(screen, link);
    if (kind === 'switch' && this.variant.stackOf(screen) === partial.stack)
      return [partial.known.at(-1)?.screen ?? screen];
    return [screen];
  }

  private putOff(
    partial: PartialConfiguration,
    arrival: InternedArrival,
    at: Screen,
    needs: Needs,
  ): PartialConfiguration {
    const emptiesAll = this.variant.emptiesAll(arrival);
    if (emptiesAll) empty(partial);
    for (let continuation = partial.continuation; continuation; continuation = continuation.next)
      if (continuation.item.kind === 'mark' && continuation.item.at === at) return partial;
    if (++partial.elses > mostElses) {
      this.bounded = true;
      return partial;
    }
    partial.continuation = stepsOf(needs.otherwise, 0, {
      item: { kind: 'mark', arrival, at, level: partial.known.length, isBeforeAll: emptiesAll },
      next: partial.continuation,
    });
    return partial;
  }

  private putOn(
    partial: PartialConfiguration,
    { kind, screen, link, asker }: InternedArrival,
    open: PartialConfiguration[],
  ): void {
    switch (kind) {
      case 'push':
      case 'present': {
        const asked = asker !== null && partial.known.at(-1)?.screen === asker;
        this.place(partial, { screen, modal: screen.shape !== null || kind === 'present', asked });
        break;
      }
      case 'replace': {
        // The frame beneath the top is known without seeing it.
        const replaced = partial.known.pop();
        partial.continuation = lowered(partial.continuation, partial.known.length);
        const asked = replaced !== undefined && replaced.asked && returnsAlike(replaced.screen, screen);
        const frame = { screen, modal: screen.shape !== null, asked };
        if (this.watches) partial.continuation = { item: { kind: 'place', frame }, next: partial.continuation };
        else this.place(partial, frame);
        break;
      }
      case 'reset':
        this.build(partial, [screen]);
        break;
      case 'link':
        this.build(partial, this.variant.built(screen, link));
        break;
      case 'switch': {
        const tab = this.variant.stackOf(screen);
        if (tab !== undefined && tab === partial.stack) {
          // A gate that was the last frame has left it empty: no tab is ever without its root.
          if (partial.known.length === 0 && partial.bottom) partial.known = [frameOf(screen)];
          break;
        }
        if (tab === undefined || partial.stack === 0) {
          this.build(partial, [screen]);
          break;
        }
        this.leave(partial, screen, tab, open);
        show(partial, tab, [frameOf(screen)]);
        partial.tabs = 'shown';
        partial.continuation &&= switched(partial.continuation);
      }
    }
  }

  /** Leaves a tab for another one: notes how the user comes back to it, and that the event goes on in the other. */
  private leave(partial: PartialConfiguration, screen: Screen, tab: number, open: PartialConfiguration[]): void {
    const { known, bottom, stack, origin, missing, sets, continuation, valuation } = partial;
    if (continuation) {
      this.midway.add(this.alphabet.control(valuation, tab, lowered(continuation, 0), false));
      this.flagsUsed++;
    }
    // Users see changes of this tab's stack, or of the flags, when they come back to it.
    if (known.length === 1 && known[0] === origin && missing.length === 0 && sets.length === 0) return;
    const leftWith = (frames: FrameKind[]): void =>
      void open.push({
        ...partial,
        known: frames,
        continuation: { item: { kind: 'left', shows: { screen, stack: tab } }, next: null },
      });
    leftWith(known.length === 0 && bottom ? [frameOf(this.variant.tabs[stack - 1]!.call!.target!)] : [...known]);
    // An else may come back to this tab before it ends. A frame that it has pushed there is then a gate.
    const marked = withGates(partial);
    if (marked) leftWith(marked);
  }

  private get watches(): boolean {
    return this.watched.length > 0;
  }

  /** Puts a frame on top. Where lists are watched, what lies beneath has to be known. */
  private place(partial: PartialConfiguration, frame: NewFrame): void {
    const { screen, modal, asked } = frame;
    const beside = this.watches ? this.besideOf(frame, partial.known.at(-1)) : null;
    // Written out: a spread takes several times as long, and this runs for each frame of each event.
    partial.known.push({ screen, modal, asked, beside, putOff: null });
  }

  /** The watched list that is in sight beside a frame: it belongs to the nearest pair, under no modal frame. */
  private besideOf({ screen, modal }: NewFrame, below: FrameKind | undefined): Screen | null {
    if (modal || !below) return null;
    if (this.variant.listBeside(screen) !== below.screen) return below.beside;
    return this.watched.includes(below.screen) ? below.screen : null;
  }

  private build(partial: PartialConfiguration, screens: readonly Screen[]): void {
    empty(partial);
    if (this.watches) for (const screen of screens) this.place(partial, frameOf(screen));
    else partial.known = screens.map(frameOf);
    partial.stack = this.variant.stackOf(screens[0]!) ?? 0;
    partial.tabs = 'anew';
  }
}
