import type { ValueNode } from '../language/syntax';
import { readPattern } from '../links/template';
import type { Call, Link, Plan, Screen, Transition } from '../plan/model';
import { absentIn, type Assumptions } from './conditions';
import { literalOf, Samples } from './samples';
import { at, isRecord, withValues, type Value, type Values } from '../plan/value';

/**
 * What a walker knows of data: the arguments that are handed over, and samples for what screens hold. No step depends
 * on it, so that a walker without it goes the same ways.
 */
export class Data {
  readonly samples: Samples;
  private readonly held = new Map<Screen, Values>();

  constructor(plan: Plan) {
    this.samples = new Samples(plan);
  }

  /**
   * What a screen has when it arrives: arguments, those left out by their defaults, and what it holds. Missing ones are
   * left out.
   */
  onArrival(screen: Screen, call: Call | null, context: Values): Values {
    const taken = screen.parameters.flatMap((parameter): [string, Value][] => {
      const argument = call?.arguments.find(({ name }) => name.text === parameter.name);
      const value = argument ? this.read(argument.value, argument.name.text, context) : undefined;
      if (value !== undefined) return [[parameter.name, value]];
      if (parameter.initial) return [[parameter.name, literalOf(parameter.initial)]];
      if (!call) return [[parameter.name, this.samples.ofParameter(parameter)]];
      return parameter.type.kind === 'optional' ? [[parameter.name, null]] : [];
    });
    return withValues(this.heldBy(screen), Object.fromEntries(taken));
  }

  /**
   * What a link's screen has when it arrives: what the URL brings, and otherwise defaults; what is missing is left out.
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
   * What can be named while a trigger's steps run, and what the screen has from then on: the values that the user gave
   * stay with it, the row that was tapped does not.
   *
   * @param given what the user typed or chose, by name; a record is told by its id
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
    // What is taken not to be there is handed over as absent.
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

  /**
   * A value where it is handed over; undefined where nothing of its name is there. `node` is null for the shorthand.
   */
  read(node: ValueNode | null, shorthand: string, context: Values): Value | undefined {
    if (node && node.kind !== 'path') return literalOf(node)!;
    const names = node ? node.names.map(({ text }) => text) : [shorthand];
    let value = at(context, names[0]!);
    // What is no name here is an option of a choice; whether it is one, supply has checked.
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
