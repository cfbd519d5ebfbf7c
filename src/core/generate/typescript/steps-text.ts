/** The part of the TypeScript output that is the same for each plan: what a step does to the stacks. */
export const stepsText = `/** What each step does to the stacks. */
import {
  accepts,
  backLeaves,
  beneath,
  insteadOf,
  isModal,
  isShownIn,
  listBeside,
  returns,
  screenOfQuestion,
  tabsOf,
} from './plan';
import type { Route, Screen } from './routes';
import type { Arrival, Frame, Stack, State } from './state';
import type { Answers, Circumstances, Flags, Question, Result } from './types';

/** Place of the main stack among the stacks; the first tab has place 1. */
const mainStack = 0;

/** Runs steps on a state, one after the other. */
export class Steps {
  /** Screens whose arrival is being put off: an else that comes back to its own screen would never end. */
  private readonly puttingOff = new Set<Screen>();

  constructor(
    private now: State,
    private readonly circumstances: Circumstances,
  ) {}

  /** The state after all steps; null if they have left the app. */
  get state(): State | null {
    return this.stack.length > 0 ? this.now : null;
  }

  get variant(): State['variant'] {
    return this.now.variant;
  }

  get flags(): Flags {
    return this.now.flags;
  }

  /** The route on top. */
  get top(): Route | null {
    return this.stack.at(-1)?.route ?? null;
  }

  push(route: Route, asks: Question | null = null): this {
    return this.arrive({ by: 'push', route, asker: asks, link: null });
  }

  replace(route: Route): this {
    return this.arrive({ by: 'replace', route, asker: null, link: null });
  }

  present(route: Route, asks: Question | null = null): this {
    return this.arrive({ by: 'present', route, asker: asks, link: null });
  }

  reset(route: Route): this {
    return this.arrive({ by: 'reset', route, asker: null, link: null });
  }

  switchTo(route: Route): this {
    return this.arrive({ by: 'switch', route, asker: null, link: null });
  }

  /** Builds the stack of a link; a link of null opens the screen as an entry does. */
  open(route: Route, link: string | null): this {
    return this.arrive({ by: 'link', route, asker: null, link });
  }

  /** Pops the top. */
  back(result: Result | null = null): this {
    return this.popThrough(this.stack.length - 1, result);
  }

  /** Pops through the nearest modal frame. */
  close(result: Result | null = null): this {
    return this.popThrough(
      this.nearest((frame) => frame.modal),
      result,
    );
  }

  /** Pops until a screen is on top; down to the last frame if the stack lacks it. */
  backTo(screen: Screen): this {
    return this.setStack(
      this.stack.slice(
        0,
        Math.max(
          this.nearest(({ route }) => route.screen === screen),
          0,
        ) + 1,
      ),
    );
  }

  /** Pops through a screen; down to the last frame if the stack lacks it. */
  backPast(screen: Screen): this {
    return this.popThrough(
      this.nearest(({ route }) => route.screen === screen),
      null,
    );
  }

  set(flags: Partial<Flags>): this {
    this.now = { ...this.now, flags: { ...this.now.flags, ...flags } };
    return this;
  }

  /** Makes the arrival that the nearest gate puts off; without a gate, runs the other step. */
  resume(or?: (steps: this) => this): this {
    const gate = this.nearest(({ putOff }) => putOff !== null);
    const arrival = this.stack[gate]?.putOff;
    if (!arrival) return or ? or(this) : this;
    return this.setStack(this.stack.slice(0, gate)).arrive(arrival);
  }

  /** Back by the user; null if it leaves the app. */
  backByUser(): State | null {
    if (this.stack.length > 1) return this.setStack(this.stack.slice(0, -1)).state;
    if (this.now.active <= 1 || backLeaves) return null;
    this.now = { ...this.now, active: 1 };
    return this.state;
  }

  /** Pops everything above the list that is in sight beside the top; false if there is none. */
  backToList(): boolean {
    const at = listInSight(this.now.variant, this.stack);
    if (at === null) return false;
    this.setStack(this.stack.slice(0, at + 1));
    return true;
  }

  private get stack(): Stack {
    return this.now.stacks[this.now.active] ?? [];
  }

  private setStack(stack: Stack): this {
    const { active, stacks } = this.now;
    this.now = { ...this.now, stacks: stacks.map((each, place) => (place === active ? stack : each)) };
    return this;
  }

  private nearest(test: (frame: Frame) => boolean): number {
    for (let at = this.stack.length - 1; at >= 0; at--) if (test(this.stack[at]!)) return at;
    return -1;
  }

  /** Pops through the frame at an index; a negative one pops down to the last frame. */
  private popThrough(index: number, result: Result | null): this {
    if (index < 0) return this.setStack(this.stack.slice(0, 1));
    const popped = this.stack[index];
    const stack = this.stack.slice(0, index);
    const below = stack.at(-1);
    const question = popped?.asked;
    const isHandedOver =
      result &&
      question &&
      below &&
      returns[popped.route.screen] === result.type &&
      screenOfQuestion[question] === below.route.screen &&
      accepts[question]?.includes(result.type);
    if (!isHandedOver) return this.setStack(stack);
    const given: [string, unknown][] = [...Object.entries(below.answers), [question, result.value]];
    const answers = Object.fromEntries(given) as Answers;
    return this.setStack([...stack.slice(0, -1), { ...below, answers }]);
  }

  /** Makes an arrival, or runs the else behind the needs of its screens. */
  private arrive(arrival: Arrival): this {
    if (!isShownIn(this.now.variant, arrival.route.screen)) return this;
    for (const route of this.arrivingAt(arrival)) {
      const instead = insteadOf(route, this.now.flags, this.circumstances);
      if (!instead) continue;
      if (this.emptiesAll(arrival)) this.empty();
      this.putOff(arrival, route.screen, instead);
      return this;
    }
    this.place(arrival);
    return this;
  }

  /** The routes whose needs an arrival has to meet. */
  private arrivingAt(arrival: Arrival): readonly Route[] {
    if (arrival.by === 'link') return this.built(arrival);
    const tab = arrival.by === 'switch' ? this.tabOf(arrival.route.screen) : 0;
    const top = tab > 0 ? this.now.stacks[tab]?.at(-1) : undefined;
    return [top?.route ?? arrival.route];
  }

  /** Runs an else; the lowest frame that it pushes is the gate, which remembers the arrival. */
  private putOff(arrival: Arrival, at: Screen, instead: (steps: Steps) => Steps): void {
    if (this.puttingOff.has(at)) return;
    const before = this.now;
    this.puttingOff.add(at);
    instead(this);
    this.puttingOff.delete(at);
    const old = before.stacks[this.now.active] ?? [];
    const stack = this.stack;
    const gate = stack.findIndex((frame, index) => frame !== old[index]);
    if (gate < 0) return;
    this.setStack(stack.map((frame, index) => (index === gate ? { ...frame, putOff: arrival } : frame)));
  }

  private place(arrival: Arrival): void {
    const { route } = arrival;
    const top = this.stack.at(-1);
    switch (arrival.by) {
      case 'push':
      case 'present': {
        const { asker } = arrival;
        const asked = asker && screenOfQuestion[asker] === top?.route.screen ? asker : null;
        const modal = arrival.by === 'present' || isModal[route.screen];
        this.setStack([...this.stack, { ...frameOf(route), modal, asked }]);
        return;
      }
      case 'replace': {
        // A screen that returns the same type answers in the place of the replaced one.
        const type = top && returns[top.route.screen];
        const asked = type && type === returns[route.screen] ? top.asked : null;
        this.setStack([...this.stack.slice(0, -1), { ...frameOf(route), asked }]);
        return;
      }
      case 'reset':
        this.build([route]);
        return;
      case 'link':
        this.build(this.built(arrival));
        return;
      case 'switch':
        this.switchToTab(route);
    }
  }

  private switchToTab(route: Route): void {
    const tab = this.tabOf(route.screen);
    if (tab === 0) return this.build([route]);
    const { active, stacks } = this.now;
    // No tab is ever without its root: coming from the main stack, all of them are put there.
    const filled = stacks.map((stack, place) =>
      place === mainStack
        ? active === mainStack
          ? []
          : stack
        : stack.length > 0
          ? stack
          : this.rootOf(place),
    );
    this.now = { ...this.now, active: tab, stacks: filled };
  }

  /** Empties all stacks and builds one; on a tab where its bottom is that tab's root. */
  private build(routes: readonly Route[]): void {
    const stack = routes.map(frameOf);
    const tab = this.tabOf(routes[0]!.screen);
    this.now = {
      ...this.now,
      active: tab,
      stacks: this.now.stacks.map((_old, place) =>
        place === tab ? stack : tab === mainStack || place === mainStack ? [] : this.rootOf(place),
      ),
    };
  }

  private empty(): void {
    this.now = { ...this.now, active: mainStack, stacks: this.now.stacks.map(() => []) };
  }

  private emptiesAll({ by, route }: Arrival): boolean {
    return by === 'link' || by === 'reset' || (by === 'switch' && this.tabOf(route.screen) === 0);
  }

  /** The stack that a link builds, bottom first. */
  private built({ route, link }: Arrival): readonly Route[] {
    return [...beneath(route, link).filter(({ screen }) => isShownIn(this.now.variant, screen)), route];
  }

  /** Place of the stack of the tab with this root; 0 if there is none. */
  private tabOf(screen: Screen): number {
    if (!isShownIn(this.now.variant, screen)) return 0;
    return tabsOf(this.now.variant).findIndex(({ root }) => root?.screen === screen) + 1;
  }

  private rootOf(place: number): Stack {
    const root = tabsOf(this.now.variant)[place - 1]?.root;
    return root && isShownIn(this.now.variant, root.screen) ? [frameOf(root)] : [];
  }
}

const frameOf = (route: Route): Frame => ({
  route,
  modal: isModal[route.screen],
  asked: null,
  answers: {},
  putOff: null,
});

/** Index of the list that stays in sight beside the top of a stack; null if the top alone is shown. */
export function listInSight(variant: State['variant'], stack: Stack): number | null {
  for (let at = stack.length - 1; at > 0 && !stack[at]!.modal; at--)
    if (listBeside(variant, stack[at]!.route.screen) === stack[at - 1]!.route.screen) return at - 1;
  return null;
}
`;
