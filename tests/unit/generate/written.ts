/** Saved states, compared. */
import { expect } from 'vitest';
import type { Program } from '../../../src/core/generate/program/program';
import { isList, isRecord, type Value, type Values } from '../../../src/core/plan/value';
import type { WrittenArrival, WrittenConfiguration, WrittenFrame } from '../../../src/core/walk/written';
import type { Move } from './runs';

/**
 * Asserts that a saved state is one of the walker's. The walker also keeps samples of what screens hold; generated code
 * keeps arguments, and results that have come back. Values are left out where the plan does not say all of them.
 */
export function expectSame(
  program: Program,
  saved: unknown,
  walked: readonly (WrittenConfiguration | null)[],
  moves: readonly Move[],
): void {
  const own = saved as WrittenConfiguration | null;
  if (walked.some((each) => comparable(program, own, each) === comparable(program, each, own))) return;
  const about = moves.map(({ event }) => (event.kind === 'code' ? [event.code.label, event.values] : event));
  const text = program.plan.tree.text;
  expect({ state: comparable(program, own, own), about, text }).toEqual({
    state: walked.map((each) => comparable(program, each, own)),
    about,
    text,
  });
}

/** A state as text. What a screen holds counts where both states have it. */
function comparable(program: Program, state: WrittenConfiguration | null, like: WrittenConfiguration | null): string {
  if (!state) return 'left';
  const withValues = program.gaps.length === 0;
  const frameOf = (frame: WrittenFrame, other: WrittenFrame | undefined): object => ({
    screen: frame.screen,
    modal: frame.modal ?? false,
    asked: frame.asked ?? null,
    values: withValues ? valuesOf(program, frame.screen, frame.values ?? {}, other?.values ?? {}) : null,
    putOff: frame.putOff ? arrivalOf(frame.putOff, other?.putOff) : null,
  });
  const arrivalOf = (
    { by, screen, values, asker, link }: WrittenArrival,
    other: WrittenArrival | undefined,
  ): object => ({
    by,
    screen,
    values: withValues ? valuesOf(program, screen, values ?? {}, other?.values ?? {}) : null,
    asker: asker ? `${asker.screen} ${asker.value}` : null,
    link: link ?? null,
  });
  const flags = Object.entries(state.flags).sort(([a], [b]) => (a < b ? -1 : 1));
  const stacks = state.stacks.map((stack, place) =>
    stack.map((frame, index) => frameOf(frame, like?.stacks[place]?.[index])),
  );
  return JSON.stringify({ flags, active: state.active, stacks });
}

/** The values of a screen's arguments, and of what else both states have. */
function valuesOf({ screens }: Program, label: string, values: Values, other: Values): object {
  const { screen } = screens.find((each) => each.screen.label === label)!;
  const names = [
    ...screen.parameters.map(({ name }) => name),
    ...screen.holds.map(({ name }) => name).filter((name) => Object.hasOwn(other, name) && Object.hasOwn(values, name)),
  ];
  return Object.fromEntries(names.sort().map((name) => [name, normal(values[name])]));
}

/** A value with its literals in one spelling: `1.50` and `1.5` are one number. */
function normal(value: Value | undefined): unknown {
  if (value === undefined || value === null) return null;
  if (isList(value)) return value.map(normal);
  if (isRecord(value)) return Object.fromEntries(Object.entries(value).map(([name, each]) => [name, normal(each)]));
  if (/^-?\d+(\.\d+)?$/.test(value)) return String(Number(value) + 0);
  return value.replace(/^"(.*T\d\d:\d\d)(:00)?(\.0+)?Z"$/, '"$1Z"').replace(/^"(\d\d:\d\d):00(\.0+)?"$/, '"$1"');
}
