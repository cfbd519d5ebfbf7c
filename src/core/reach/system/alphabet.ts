import type { Link, Screen, Step } from '../../plan/model';
import type { Continuation, InternedArrival, NewFrame } from './continuation';
import { Blocks, Numbering } from './blocks';
import type { Valuation } from './valuations';

/** The properties of a frame that steps can tell apart: `asked`, whether the screen beneath waits for its result. */
export interface FrameKind extends NewFrame {
  /** The watched list that is in sight beside the frame while that is on top; null for none. */
  readonly beside: Screen | null;
  /** The arrival that a gate puts off; null for frames that are no gate. */
  readonly putOff: InternedArrival | null;
}

export interface StackSymbol extends FrameKind {
  readonly id: number;
  /**
   * Whether it is the last frame of its stack, and whether a gate lies beneath. These two bits make every step a push
   * or a pop.
   */
  readonly last: boolean;
  readonly gateBeneath: boolean;
}

export interface Control {
  readonly number: number;
  readonly valuation: Valuation;
  /** The stack that is active. */
  readonly stack: number;
  /** The rest of an unfinished event; null while the app waits for one. */
  readonly continuation: Continuation | null;
  /** Whether the monitored screen has been shown. */
  readonly seen: boolean;
}

/** Interns the stack symbols, control states and arrivals of a pushdown system: equal ones are one object. */
export class Alphabet {
  /** Blocks in which control states are numbered. */
  readonly blocks: Blocks;
  private readonly symbols = new Map<number, StackSymbol>();
  private readonly controls = new Map<string | number, Control>();
  // Control states that wait for an event have blocks of their own: they behave alike.
  private readonly idle: Numbering;
  private readonly busy: Numbering;
  private readonly arrivals = new Map<Link | Screen, Map<string, InternedArrival>>();
  private arrivalCount = 0;
  private readonly stepsIds = new Map<readonly Step[], number>();

  /**
   * @param screens number of screens
   * @param stacks number of stacks
   * @param valuations number of valuations
   * @param monitors whether control states remember that a screen has been shown
   * @param watched the lists that frames may have beside them, three at most
   */
  constructor(
    private readonly screens: number,
    private readonly stacks: number,
    valuations: number,
    monitors: boolean,
    private readonly watched: readonly Screen[],
  ) {
    this.blocks = new Blocks(valuations * stacks * (monitors ? 2 : 1));
    this.idle = new Numbering(this.blocks, 0);
    this.busy = new Numbering(this.blocks, 1);
  }

  /** @param asker the screen that asks for the result */
  arrival(
    kind: InternedArrival['kind'],
    screen: Screen,
    link: Link | null,
    asker: Screen | null = null,
  ): InternedArrival {
    // Written out, since it runs for each step of each event.
    const of = link ?? screen;
    let byKind = this.arrivals.get(of);
    if (!byKind) this.arrivals.set(of, (byKind = new Map<string, InternedArrival>()));
    const key = asker ? `${kind} ${asker.index}` : kind;
    let arrival = byKind.get(key);
    if (!arrival) byKind.set(key, (arrival = { id: this.arrivalCount++, kind, screen, link, asker }));
    return arrival;
  }

  /** Turns frames, bottom first, into a word of symbols, top first. */
  word(frames: readonly FrameKind[], bottom: boolean, gateBeneath: boolean): StackSymbol[] {
    let gate = gateBeneath;
    const word = frames.map((frame, index) => {
      const symbol = this.symbol(frame, bottom && index === 0, gate);
      gate ||= frame.putOff !== null;
      return symbol;
    });
    return word.reverse();
  }

  private symbol(frame: FrameKind, last: boolean, gateBeneath: boolean): StackSymbol {
    const { screen, modal, asked, beside, putOff } = frame;
    const key =
      ((putOff ? putOff.id + 1 : 0) * this.screens + screen.index) * 64 +
      (beside ? (this.watched.indexOf(beside) + 1) * 16 : 0) +
      (asked ? 8 : 0) +
      (modal ? 4 : 0) +
      (last ? 2 : 0) +
      (gateBeneath ? 1 : 0);
    let symbol = this.symbols.get(key);
    if (!symbol)
      this.symbols.set(
        key,
        (symbol = { id: this.symbols.size, screen, modal, asked, beside, putOff, last, gateBeneath }),
      );
    return symbol;
  }

  control(valuation: Valuation, stack: number, continuation: Continuation | null, seen: boolean): Control {
    const waiting = (valuation * this.stacks + stack) * 2 + (seen ? 1 : 0);
    const key = continuation ? `${waiting} ${this.keyOf(continuation)}` : waiting;
    let control = this.controls.get(key);
    if (!control) {
      control = { number: (continuation ? this.busy : this.idle).next(), valuation, stack, continuation, seen };
      this.controls.set(key, control);
    }
    return control;
  }

  private keyOf(continuation: Continuation): string {
    const parts: string[] = [];
    for (let at: Continuation | null = continuation; at; at = at.next) {
      const { item } = at;
      if (item.kind === 'to-list') parts.push(`l${item.list?.index ?? ''}`);
      else if (item.kind === 'place')
        parts.push(`p${item.frame.screen.index}${item.frame.modal ? 'm' : ''}${item.frame.asked ? 'a' : ''}`);
      else if (item.kind === 'steps') parts.push(`${this.stepsId(item.steps)}.${item.at}`);
      else if (item.kind === 'left' || item.kind === 'tabs') parts.push(`${item.kind} ${item.shows?.stack ?? ''}`);
      else if (item.kind === 'arrive') parts.push(`a${item.arrival.id}`);
      else parts.push(`m${item.arrival.id}.${item.at.index}.${item.level}${item.isBeforeAll ? '!' : ''}`);
    }
    return parts.join('/');
  }

  private stepsId(steps: readonly Step[]): number {
    let id = this.stepsIds.get(steps);
    if (id === undefined) this.stepsIds.set(steps, (id = this.stepsIds.size));
    return id;
  }
}

export const frameOf = (screen: Screen): FrameKind => ({
  screen,
  modal: screen.shape !== null,
  asked: false,
  beside: null,
  putOff: null,
});
