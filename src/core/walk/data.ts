import type { ValueNode } from '../language/syntax';
import { readPattern } from '../links/template';
import type { Call, Link, Module, Plan, Screen, Transition } from '../plan/model';
import { absentIn, type Assumptions } from './conditions';
import { literalOf, Samples } from './samples';
import { at, isRecord, withValues, type Value, type Values } from '../plan/value';

/**
 * Data of a walker: the arguments that steps pass, and samples for the values of screens. No step depends on it, so a
 * walker without data goes the same ways.
 */
export class Data {
  readonly samples: Samples;
  private readonly held = new Map<Screen, Values>();

  constructor(plan: Plan) {
    this.samples = new Samples(plan);
  }

  /**
   * Values of a screen when it arrives: its arguments, defaults for omitted ones, and its own values. Missing arguments
   * are left out.
   *
   * @param from the module whose screen makes the call: it hands its own arguments on
   */
  onArrival(screen: Screen, call: Call | null, context: Values, from: Module | null = null): Values {
    const taken = screen.parameters.flatMap((parameter): [string, Value][] => {
      const argument = call?.arguments.find(({ name }) => name.text === parameter.name);
      const value = argument ? this.read(argument.value, argument.name.text, context) : undefined;
      if (value !== undefined) return [[parameter.name, value]];
      const own = from && parameter.module === from && !argument ? at(context, parameter.name) : undefined;
      if (own !== undefined) return [[parameter.name, own]];
      if (parameter.initial) return [[parameter.name, literalOf(parameter.initial)]];
      if (!call) return [[parameter.name, this.samples.ofParameter(parameter)]];
      return parameter.type.kind === 'optional' ? [[parameter.name, null]] : [];
    });
    return withValues(this.heldBy(screen), Object.fromEntries(taken));
  }

  /**
   * Values of a link's screen when it arrives: those of the URL, otherwise defaults. Missing arguments are left out.
   */
  byLink({ screen }: Link, brought: Values): Values {
    const taken = screen.parameters.flatMap((parameter): [string, Value][] => {
      const value =
        at(brought, parameter.name) ??
        (parameter.initial ? literalOf(parameter.initial) : parameter.type.kind === 'optional' ? null : undefined);
      return value === undefined ? [] : [[parameter.name, value]];
    });
    return withValues(this.heldBy(screen), Object.fromEntries(taken));
  }

  /** Arguments from a sample URL of a link: samples in its path, nothing in its query. */
  sampleFor({ screen, pattern }: Link): Values {
    return Object.fromEntries(
      (readPattern(pattern).template?.variables ?? []).flatMap(({ name, place }): [string, Value][] => {
        const parameter = screen.parameters.find((each) => each.name === name);
        return !parameter || place === 'query' ? [] : [[name, this.samples.ofParameter(parameter)]];
      }),
    );
  }

  private heldBy(screen: Screen): Values {
    let held = this.held.get(screen);
    if (!held)
      this.held.set(
        screen,
        (held = Object.fromEntries(screen.holds.map(({ name, type }) => [name, this.samples.of(type, name)]))),
      );
    return held;
  }

  /**
   * The values that a trigger's steps can name, and the values that the screen keeps. Values that the user typed stay
   * with the screen; the tapped row does not.
   *
   * @param given the user's input or choice, by name; an id identifies a record
   */
  atTap(
    values: Values,
    { screen, loop }: Transition,
    given: Values,
    assumed: Assumptions,
  ): { readonly screen: Values; readonly context: Values } {
    const typed = [...screen.parameters, ...screen.holds].flatMap(({ name, type }): [string, Value][] => {
      const value = at(given, name);
      return value === undefined
        ? []
        : [[name, typeof value === 'string' ? this.samples.withId(type, name, value) : value]];
    });
    const own = typed.length === 0 ? values : withValues(values, Object.fromEntries(typed));
    // A value that is assumed to be absent is passed as absent.
    const absent = absentIn(assumed).map((name): [string, Value] => [name, null]);
    const context = absent.length === 0 ? own : withValues(own, Object.fromEntries(absent));
    if (!loop) return { screen: own, context };
    const row = at(given, loop.variable.text);
    const item =
      typeof row === 'string'
        ? this.samples.withId(loop.type, loop.variable.text, row)
        : (row ?? this.firstRow(loop, own));
    return { screen: own, context: withValues(context, { [loop.variable.text]: item }) };
  }

  private firstRow({ variable, type, list }: NonNullable<Transition['loop']>, own: Values): Value {
    const rows = list ? this.read(list, '', own) : undefined;
    return (Array.isArray(rows) ? (rows as readonly Value[])[0] : undefined) ?? this.samples.of(type, variable.text);
  }

  /** The value that a step passes; undefined if its name has none. `node` is null for the shorthand. */
  read(node: ValueNode | null, shorthand: string, context: Values): Value | undefined {
    if (node && node.kind !== 'path') return literalOf(node)!;
    const names = node ? node.names.map(({ text }) => text) : [shorthand];
    let value = at(context, names[0]!);
    // An unknown name is an option of a choice; supply has checked whether it exists.
    if (value === undefined) return names.length === 1 && node ? names[0] : undefined;
    for (const name of names.slice(1))
      value = value === null || value === undefined ? value : isRecord(value) ? at(value, name) : undefined;
    return value;
  }
}

/** A title with the values that it shows in the place of their names: `{name}`, `{hut.name}`. */
export function titleWith(title: string, show: (names: readonly string[]) => string): string {
  return title.replace(/\{([A-Za-z_][\w.]*)\}/g, (_all, path: string) => show(path.split('.')));
}
