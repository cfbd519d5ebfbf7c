/** The stacks of a configuration, as the Walk view shows them. */
import { isIn, openings, type Plan, type Screen } from '../plan/model';
import { lackOf } from '../walk/conditions';
import { mainStack, type Configuration, type Frame, type Stack } from '../walk/configuration';
import { listInSight } from '../walk/in-sight';
import { titleWith } from '../walk/data';
import { at, isRecord, showInFull, showPlainly, type Value } from '../plan/value';

export interface ValueCard {
  readonly name: string;
  /** As a screen shows it; null for a missing argument. */
  readonly value: string | null;
}

export interface FrameCard {
  /** Index of the screen. */
  readonly screen: number;
  readonly title: string;
  /** Its arguments. */
  readonly values: readonly ValueCard[];
  readonly modal: boolean;
  /** Whether it is the list that stays in sight beside the top. */
  readonly inSight: boolean;
  /** The value of the screen beneath that gets its result; null if that has not asked. */
  readonly asked: string | null;
  /** Label of the screen whose arrival it puts off; null for a frame that is no gate. */
  readonly waits: string | null;
  /** A condition that the screen needs and that does not hold now, as written. */
  readonly lacks: string | null;
}

export interface StackCard {
  /** The tab’s label; null for the main stack. */
  readonly name: string | null;
  readonly active: boolean;
  /** The top one first; only as many as the view shows. */
  readonly frames: readonly FrameCard[];
  /** How many there are in all. */
  readonly depth: number;
}

/** Most frames of a stack that are listed one by one. */
const mostFrames = 24;

export class StackWriter {
  private readonly tabs: readonly { readonly label: string }[];

  constructor(
    private readonly plan: Plan,
    private readonly variant: string,
  ) {
    this.tabs = plan.tabBars.find((bar) => isIn(bar.only, variant))?.tabs ?? [];
  }

  /** The stacks that are not empty, the active one first. */
  stacks(configuration: Configuration): StackCard[] {
    const all = configuration.stacks.flatMap((stack, place) => (stack ? [{ stack, place }] : []));
    return [
      ...all.filter(({ place }) => place === configuration.active),
      ...all.filter(({ place }) => place !== configuration.active),
    ].map(({ stack, place }) => this.stack(stack, place, configuration));
  }

  private stack(stack: Stack, place: number, configuration: Configuration): StackCard {
    const frames: FrameCard[] = [];
    const list = place === configuration.active ? listInSight(stack, this.variant) : null;
    let depth = 0;
    for (let frame = stack; frame; frame = frame.below)
      if (depth++ < mostFrames) frames.push(this.frame(frame, configuration, frame === list));
    return {
      name: place === mainStack ? null : this.tabs[place - 1]!.label,
      active: place === configuration.active,
      frames,
      depth,
    };
  }

  private frame(frame: Frame, configuration: Configuration, inSight: boolean): FrameCard {
    const { screen, modal, asked, putOff } = frame;
    return {
      screen: screen.index,
      title: titleOf(frame),
      values: [...argumentsOf(frame), ...gotOf(frame)],
      modal,
      inSight,
      asked,
      waits: putOff?.screen.label ?? null,
      lacks: this.lackOf(screen, configuration),
    };
  }

  private lackOf(screen: Screen, { flags }: Configuration): string | null {
    const written = lackOf(this.plan, screen, flags)?.node.condition;
    return written ? this.plan.tree.text.slice(written.from, written.to) : null;
  }
}

/** A screen's title with its values filled in; its name without a title. */
export function titleOf({ screen, values }: Pick<Frame, 'screen' | 'values'>): string {
  if (!screen.title) return screen.name;
  return titleWith(screen.title.value, (names) => {
    let value: Value | undefined = values ? at(values, names[0]!) : undefined;
    for (const name of names.slice(1)) value = value !== undefined && isRecord(value) ? at(value, name) : undefined;
    return value === undefined ? `{${names.join('.')}}` : showPlainly(value);
  });
}

/** The values of a screen that get results, as they are. */
export const gotOf = ({ screen, values }: Pick<Frame, 'screen' | 'values'>): ValueCard[] => {
  const asking = screen.transitions.flatMap(({ branches }) =>
    branches.flatMap(({ steps }) =>
      openings(steps).flatMap((step) => (step.asks?.screen === screen ? [step.asks.value.text] : [])),
    ),
  );
  return screen.holds.flatMap(({ name }) =>
    asking.includes(name) ? [{ name, value: showInFull(values ? at(values, name) : undefined) }] : [],
  );
};

const argumentsOf = ({ screen, values }: Frame): ValueCard[] =>
  screen.parameters.map(({ name }) => {
    const value = values ? at(values, name) : undefined;
    return { name, value: value === undefined ? null : showInFull(value) };
  });
