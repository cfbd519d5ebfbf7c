/** Steps of the plan as actions of a program, and the gaps between the two. */
import type { TextRange } from '../../language/range';
import type { Asks, Call, Condition, OpeningStep, Parameter, Result, Screen, Step } from '../../plan/model';
import { required, showType } from '../../plan/types';
import { valueOf } from '../../supply/supply';
import { mayBeOmitted } from './defaults';
import type { Action, Brought, Expression, Gap, Opens, AskedValue, ResultCode, Test } from './program';
import { readTest, readValue, type Bindings } from './read-expression';
import { fitsIn, isUsable, usable } from './usable';

/** What a list of steps belongs to. */
export interface Place extends Bindings {
  /** As messages call it: `“Book” on hut`. */
  readonly label: string;
  /** Takes a value that nobody gives, and returns its name; null where the app has no way to bring one. */
  readonly bring: ((wanted: Parameter, by: Screen) => Brought) | null;
}

/** Reads the steps of a plan, and keeps what it finds in them. */
export class ActionReader {
  readonly gaps: Gap[] = [];
  private readonly questions = new Map<string, AskedValue>();

  /** All values that some step asks for. */
  get asked(): readonly AskedValue[] {
    return [...this.questions.values()];
  }

  /** A condition of a place; what it asks of something unknown is a gap. */
  test(place: Pick<Place, 'label'> & Bindings, condition: Condition, range: TextRange): Test {
    return readTest(place, condition, (text) =>
      this.add('condition', range, `${place.label}: it is unknown whether ${text}. The code asks the app.`),
    );
  }

  actions(place: Place, steps: readonly Step[]): Action[] {
    return steps.map((step) => this.action(place, step));
  }

  private action(place: Place, step: Step): Action {
    switch (step.kind) {
      case 'leave':
        return { kind: 'leave', what: step.what };
      case 'back':
      case 'close':
        return { kind: step.kind, result: step.result && this.result(place, step.result, step.range) };
      case 'back to':
      case 'back past':
        return step.target
          ? { kind: step.kind, screen: step.target }
          : this.nothing(place, step.range, `${step.kind} names no screen of the plan`);
      case 'sets':
        return step.flag && step.value !== null
          ? { kind: 'sets', flag: step.flag, value: step.value }
          : this.nothing(place, step.range, 'sets names no flag, or gives it an impossible value');
      case 'resume':
        return { kind: 'resume', or: step.or && this.action(place, step.or) };
      default:
        return this.opening(place, step);
    }
  }

  private nothing(place: Place, range: TextRange, why: string): Action {
    this.add('unknown', range, `${place.label}: ${why}. The code does nothing at this step.`);
    return { kind: 'nothing', why };
  }

  add(kind: Gap['kind'], range: TextRange, message: string): void {
    this.gaps.push({ kind, range: { from: range.from, to: range.to }, message });
  }

  private opening(place: Place, step: OpeningStep): Action {
    if (!step.call?.target) return this.nothing(place, step.range, `${step.kind} names no screen of the plan`);
    const opens = this.opens(place, step.call);
    return opens
      ? { kind: step.kind, opens, asks: step.asks && this.question(place, step.asks, step.call.target, step.range) }
      : { kind: 'nothing', why: `${step.call.target.label} lacks an argument` };
  }

  /** A call with its values; null, and a gap, if one is missing and the app cannot bring it. */
  opens(place: Place, call: Call): Opens | null {
    const screen = call.target!;
    const values: { parameter: Parameter; value: Expression }[] = [];
    for (const parameter of usable(screen.parameters)) {
      const value = this.argument(place, call, screen, parameter);
      if (value === 'left out') continue;
      if (!value) return null;
      values.push({ parameter, value });
    }
    return { screen, values };
  }

  private argument(place: Place, call: Call, screen: Screen, parameter: Parameter): Expression | 'left out' | null {
    const argument = call.arguments.find(({ name }) => name.text === parameter.name);
    if (argument) {
      const value = readValue(place, valueOf(argument), parameter.type);
      return value ?? this.missing(place, screen, parameter, argument, 'has a value that does not fit');
    }
    const isHandedOn = parameter.module !== null && parameter.module === place.screen?.module;
    if (isHandedOn) return { kind: 'argument', path: [{ name: parameter.name, type: parameter.type, isGiven: false }] };
    if (mayBeOmitted(parameter)) return 'left out';
    return this.missing(place, screen, parameter, call.reference, 'is missing');
  }

  private missing(
    place: Place,
    screen: Screen,
    parameter: Parameter,
    range: TextRange,
    why: string,
  ): Expression | null {
    const what = `${place.label}: the argument ${parameter.name} of ${screen.label} ${why}`;
    if (!place.bring) {
      this.add('unsupplied', range, `${what}. The code does nothing here.`);
      return null;
    }
    this.add('brought', range, `${what}. The code asks the app for it.`);
    const { name, type } = place.bring(parameter, screen);
    return { kind: 'brought', path: [{ name, type, isGiven: false }] };
  }

  private question(place: Place, { value, screen }: Asks, target: Screen, range: TextRange): AskedValue | null {
    const held = screen?.holds.find(({ name }) => name === value.text);
    const returned = target.returns?.type;
    if (!screen || !held || !isUsable(held.type)) {
      this.add('result', range, `${place.label}: the screen has no value ${value.text}. The code asks for no result.`);
      return null;
    }
    if (returned && !fitsIn(returned, false, held.type))
      this.add(
        'result',
        range,
        `${place.label}: ${target.label} returns ${showType(returned)}, and ${value.text} is ${showType(held.type)}. ` +
          'The code drops the result.',
      );
    const key = `${screen.label} ${held.name}`;
    const known = this.questions.get(key);
    if (known) return known;
    const question = { screen, name: held.name, type: held.type };
    this.questions.set(key, question);
    return question;
  }

  private result(place: Place, { value, screen }: Result, range: TextRange): ResultCode | null {
    const type = screen?.returns?.type;
    const read = type && isUsable(type) ? readValue(place, value, type) : null;
    if (type && read) return { value: read, type };
    const why = type
      ? `the result is no ${showType(required(type))}`
      : `${screen?.label ?? 'it'} does not say what it returns`;
    this.add('result', range, `${place.label}: ${why}. The code hands nothing back.`);
    return null;
  }
}
