/** Walking a plan as an app: states, and what a tap does to them. No state is ever changed in place. */
import { parse } from '../core/language/parse';
import { isMatched, spaceOf } from '../core/links/space';
import { isIn, openings, type Branch, type Plan } from '../core/plan/model';
import { eachStep } from '../core/plan/steps';
import { resolve } from '../core/plan/resolve';
import { showPlainly, type Value, type Values } from '../core/plan/value';
import { OfferWriter, type OfferCard } from '../core/report/walk-offers';
import { StackWriter, titleOf } from '../core/report/walk-stacks';
import { sayAssumptions } from '../core/walk/conditions';
import { activeStack, type Configuration, type Frame } from '../core/walk/configuration';
import { Data } from '../core/walk/data';
import type { AppEvent } from '../core/walk/event';
import { depthOf } from '../core/walk/frames';
import { listInSight } from '../core/walk/in-sight';
import { outcomesOfEvent, type Outcome } from '../core/walk/outcomes';
import { Walker } from '../core/walk/walker';

/** How a screen comes into sight: the plan's motion, and whether it goes on or back. */
export interface Arrived {
  readonly motion: string;
  readonly direction: 'on' | 'back' | 'still';
}

/** A question that the prototype asks, since the plan leaves the outcome open. */
export interface Question {
  readonly label: string;
  readonly answers: readonly { readonly text: string; readonly outcome: Outcome }[];
}

export interface State {
  readonly variant: string;
  /** Null if the app is left, or has no screen to begin with. */
  readonly configuration: Configuration | null;
  readonly arrived: Arrived;
  readonly question: Question | null;
  /** A sentence about what has just happened that no screen shows, or null. */
  readonly said: string | null;
  /** Values that the user has typed on the top screen, by the head of the offer. */
  readonly typed: Readonly<Record<string, Values>>;
}

/** A screen in sight. */
export interface Shown {
  readonly title: string;
  readonly values: readonly { readonly name: string; readonly value: string }[];
}

/** A control of the top screen, or something that may happen there. */
export interface Control {
  readonly event: AppEvent;
  readonly card: OfferCard;
}

export interface Scene {
  readonly top: Shown;
  readonly modal: boolean;
  /** The list beside the top, or null. */
  readonly list: Shown | null;
  /** Title of the screen beneath, where the header has an arrow; otherwise null. */
  readonly arrow: string | null;
  readonly controls: readonly Control[];
}

/** A way in from outside. */
export interface Door {
  readonly label: string;
  /** `link`, `shortcut`, `notification`, … */
  readonly kind: string;
  readonly event: AppEvent;
}

const still: Arrived = { motion: 'none', direction: 'still' };
/** For plans that say nothing of motion. */
const usual = { plain: 'slide', modal: 'rise' } as const;

/** A plan to walk through. Each method returns a new state. */
export class App {
  readonly plan: Plan;
  private readonly data: Data;
  private readonly walkers = new Map<string, Walker>();

  constructor(text: string) {
    this.plan = resolve(parse(text));
    this.data = new Data(this.plan);
  }

  private walker(variant: string): Walker {
    let walker = this.walkers.get(variant);
    if (!walker) this.walkers.set(variant, (walker = new Walker(this.plan, variant, this.data)));
    return walker;
  }

  /** The state after a cold start. */
  start(variant: string): State {
    const [configuration = null] = this.walker(variant).coldStart();
    return { variant, configuration, arrived: still, question: null, said: null, typed: {} };
  }

  /** The screens and controls in sight; null if the app shows nothing. */
  scene({ variant, configuration, typed }: State): Scene | null {
    const top = configuration && activeStack(configuration);
    if (!configuration || !top) return null;
    const walker = this.walker(variant);
    const writer = new OfferWriter(this.plan, walker, this.data, new StackWriter(this.plan, variant), typed);
    const cards = writer.offers(configuration);
    const list = listInSight(top, variant);
    return {
      top: shown(top),
      modal: top.modal,
      list: list && shown(list),
      arrow: top.below && top.below !== list ? titleOf(top.below) : null,
      controls: walker.allEvents(configuration).map((event, index) => ({ event, card: cards[index]! })),
    };
  }

  /** The state after a tap on a control, or with a question about its outcome. */
  tap(state: State, { event, card }: Control): State {
    if (!state.configuration) return state;
    const given = Object.hasOwn(state.typed, card.head) ? state.typed[card.head]! : {};
    return this.happen(state, event, card.label, given);
  }

  /** The state after an answer to the question. */
  answer(state: State, outcome: Outcome): State {
    return this.after({ ...state, question: null }, outcome);
  }

  withoutQuestion(state: State): State {
    return { ...state, question: null };
  }

  /** The state with a value that the user has typed for a control. */
  type(state: State, { card }: Control, name: string, value: Value): State {
    const before = Object.hasOwn(state.typed, card.head) ? state.typed[card.head]! : {};
    return { ...state, typed: { ...state.typed, [card.head]: { ...before, [name]: value } } };
  }

  /** Links with a sample URL, and entries. */
  doors(variant: string): Door[] {
    return this.walker(variant)
      .externalEvents()
      .map((event) =>
        event.kind === 'link'
          ? { label: event.link.pattern, kind: 'link', event }
          : { label: event.entry.label, kind: event.entry.node.door ?? 'entry', event },
      );
  }

  /** The state after a way in from outside. */
  enter(state: State, { label, event }: Door): State {
    if (event.kind === 'entry' && event.entry.url !== null) return this.open(state, event.entry.url);
    return this.happen(state, event, label, {});
  }

  /** The state after a URL is opened, whether the app runs or not. */
  open(state: State, url: string): State {
    const found = spaceOf(this.plan, state.variant).match(url);
    if (!isMatched(found)) return { ...state, said: `No link of this app fits ${url}.` };
    const { link } = found.pattern;
    return this.happen(state, { kind: 'link', link, values: found.values }, url, {});
  }

  private happen(state: State, event: AppEvent, label: string, given: Values): State {
    const walker = this.walker(state.variant);
    const outcomes = outcomesOfEvent(walker, state.configuration ?? walker.nothing, event, given);
    const [first] = outcomes;
    if (!first) return state;
    if (outcomes.length === 1) return this.after(state, first);
    const answers = outcomes.map((outcome) => ({ text: sayOutcome(outcome), outcome }));
    return { ...state, said: null, question: { label, answers } };
  }

  private after(state: State, { branch, after }: Outcome): State {
    return {
      ...state,
      configuration: after,
      arrived: this.arrivedAt(state.configuration, after, branch),
      said: saidBy(branch),
      typed: {},
    };
  }

  private arrivedAt(before: Configuration | null, after: Configuration | null, branch: Branch | null): Arrived {
    if (!before || !after || before === after || before.active !== after.active) return still;
    const [old, top] = [activeStack(before), activeStack(after)!];
    if (old === top) return still;
    const opens = branch !== null && openings(branch.steps).some(({ call }) => call?.target === top.screen);
    const isOn = opens || depthOf(top) > depthOf(old);
    const motion = branch?.motion ?? this.plan.motion ?? ((isOn ? top : old)?.modal ? usual.modal : usual.plain);
    return { motion, direction: isOn ? 'on' : 'back' };
  }
}

/** How the outcome came about: `if “the card is accepted”`, otherwise what it shows. */
function sayOutcome({ assumed, isDetermined, after }: Outcome): string {
  const conditions = sayAssumptions(assumed);
  const shows = after ? `then ${titleOf(activeStack(after)!)}` : 'then the app closes';
  return isDetermined && conditions !== '' ? conditions : [conditions, shows].filter((part) => part !== '').join(', ');
}

/** What leaves the app for a while. */
function saidBy(branch: Branch | null): string | null {
  const left = branch ? [...eachStep(branch.steps)].flatMap((step) => (step.kind === 'leave' ? [step.what] : [])) : [];
  return left.length > 0 ? `Here the app hands over to: ${left.join(', ')}.` : null;
}

const shown = (frame: Frame): Shown => ({
  title: titleOf(frame),
  values: frame.screen.parameters.flatMap(({ name }) => {
    const value = frame.values?.[name];
    return value === undefined || value === null ? [] : [{ name, value: showPlainly(value) }];
  }),
});

/** Variants that have the start screen, in the order of the plan. */
export const variantsOf = ({ variants, start }: Plan): readonly string[] =>
  variants.filter((variant) => !start?.target || isIn(start.target.only, variant));
