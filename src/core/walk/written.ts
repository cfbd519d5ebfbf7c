/**
 * A configuration as plain JSON data: the state that an app writes down before it is killed. Screens go by their
 * labels, so that the next version of the plan can read it as well.
 */
import { isIn, type Plan, type Screen } from '../plan/model';
import type { Arrival, Asker, Configuration, Frame, Stack } from './configuration';
import { at, showInFull, type Values } from '../plan/value';
import { isReadable } from './readable';

export interface WrittenArrival {
  readonly by: Arrival['kind'];
  readonly screen: string;
  readonly values?: Values;
  /** The screen and its value that get the result of the screen. */
  readonly asker?: { readonly screen: string; readonly value: string };
  /** The pattern of a link that was put off. */
  readonly link?: string;
}

export interface WrittenFrame {
  readonly screen: string;
  readonly modal?: true;
  readonly values?: Values;
  /** The value of the frame before it that gets the result of the screen. */
  readonly asked?: string;
  readonly putOff?: WrittenArrival;
}

export interface WrittenConfiguration {
  readonly flags: Readonly<Record<string, string>>;
  /** Place of the active stack. */
  readonly active: number;
  /** The main stack, then one for each tab; each bottom first. */
  readonly stacks: readonly (readonly WrittenFrame[])[];
}

export function write(plan: Plan, { flags, active, stacks }: Configuration): WrittenConfiguration {
  return {
    flags: Object.fromEntries(plan.flags.map(({ name }, index) => [name, flags[index]!])),
    active,
    stacks: stacks.map(writeStack),
  };
}

function writeStack(stack: Stack): WrittenFrame[] {
  const frames: WrittenFrame[] = [];
  for (let frame = stack; frame; frame = frame.below) {
    const { screen, modal, values, asked, putOff } = frame;
    frames.push({
      screen: screen.label,
      ...(modal && { modal }),
      ...(values && { values }),
      ...(asked !== null && { asked }),
      ...(putOff && { putOff: writeArrival(putOff) }),
    });
  }
  return frames.reverse();
}

const writeArrival = (arrival: Arrival): WrittenArrival => ({
  by: arrival.kind,
  screen: arrival.screen.label,
  ...(arrival.values && { values: arrival.values }),
  ...(arrival.asker && { asker: { screen: arrival.asker.screen.label, value: arrival.asker.value } }),
  ...(arrival.kind === 'link' && arrival.link && { link: arrival.link.pattern }),
});

/** Why a configuration cannot be restored, in a sentence. */
export class NotRestored extends Error {}

/**
 * The configuration of written data. Flags that the plan does not have are dropped.
 *
 * @param checked whether arguments have to be there, and of their types, as generated code wants them; a plan in which
 *   nobody supplies an argument can be walked without it
 * @throws NotRestored if the plan has changed: it lacks a screen, a flag's value, a tab or a link of the data
 */
export function restore(
  plan: Plan,
  variant: string,
  written: WrittenConfiguration,
  { checked = false }: { readonly checked?: boolean } = {},
): Configuration {
  const tabs = plan.tabBars.find((bar) => isIn(bar.only, variant))?.tabs.length ?? 0;
  if (written.stacks.length !== tabs + 1)
    throw new NotRestored(`It has ${written.stacks.length - 1} tabs, and ${variant} has ${tabs}.`);
  const labels = new Map(
    plan.screens.filter((screen) => isIn(screen.only, variant)).map((screen) => [screen.label, screen]),
  );
  const screenOf = (label: string): Screen => {
    const screen = labels.get(label);
    if (!screen) throw new NotRestored(`${variant} has no screen ${label} any more.`);
    return screen;
  };
  const argumentsOf = (screen: Screen, values: Values | undefined): Values | null => {
    if (!values || !checked) return values ?? null;
    for (const { name, type } of screen.parameters) {
      const value = at(values, name);
      if (isReadable(value, type)) continue;
      throw new NotRestored(
        value === undefined
          ? `${screen.label} takes ${name} now, which was not saved.`
          : `${name} of ${screen.label} cannot be ${showInFull(value)} any more.`,
      );
    }
    return values;
  };
  const valueOf = (screen: Screen, value: string): string => {
    if (value !== '' && !screen.holds.some(({ name }) => name === value))
      throw new NotRestored(`${screen.label} has no value ${value} any more.`);
    return value;
  };
  const askerOf = ({ screen, value }: NonNullable<WrittenArrival['asker']>): Asker => ({
    screen: screenOf(screen),
    value: valueOf(screenOf(screen), value),
  });
  const arrivalOf = ({ by, screen, values, asker, link: pattern }: WrittenArrival): Arrival => {
    const target = screenOf(screen);
    const of = { screen: target, values: argumentsOf(target, values), ...(asker && { asker: askerOf(asker) }) };
    if (by !== 'link') return { kind: by, ...of };
    const link = pattern === undefined ? null : of.screen.links.find((each) => each.pattern === pattern);
    if (link === undefined) throw new NotRestored(`${screen} has no link ${pattern} any more.`);
    return { kind: 'link', link, ...of };
  };
  const stackOf = (frames: readonly WrittenFrame[]): Stack =>
    frames.reduce<Stack>(
      (below, { screen, modal, values, asked, putOff }): Frame => ({
        screen: screenOf(screen),
        modal: modal ?? false,
        values: argumentsOf(screenOf(screen), values),
        asked: asked === undefined || !below ? null : valueOf(below.screen, asked),
        putOff: putOff ? arrivalOf(putOff) : null,
        below,
      }),
      null,
    );
  return {
    flags: plan.flags.map(({ name, values, initial }) => {
      const value = Object.hasOwn(written.flags, name) ? written.flags[name]! : initial;
      if (!values.includes(value)) throw new NotRestored(`${name} cannot be ${value} any more.`);
      return value;
    }),
    active: written.active,
    stacks: written.stacks.map(stackOf),
  };
}
