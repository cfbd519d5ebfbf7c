/** Binds references to screens and flags: calls, steps, branches, conditions. */
import type {
  ArgumentListNode,
  BranchNode,
  ConditionNode,
  Name,
  OnlyNode,
  ScreenReference,
  StepNode,
  ValueNode,
} from '../language/syntax';
import type { TextRange } from '../language/range';
import type { Directory } from './directory';
import {
  isIn,
  type Asks,
  type Branch,
  type Call,
  type Condition,
  type Flag,
  type Only,
  type PlanProblem,
  type Result,
  type Screen,
  type Step,
} from './model';
import type { Names } from './names';
import { flagValue } from './resolve-flags';
import { typeOfPath, type BindingContext } from './scope';

export class Binder {
  private readonly flagByName: ReadonlyMap<string, Flag>;

  constructor(
    private readonly directory: Directory,
    readonly flags: readonly Flag[],
    readonly variants: readonly string[],
    readonly report: (problem: PlanProblem) => void,
    readonly names: Names | null,
  ) {
    this.flagByName = new Map(flags.map((flag) => [flag.name, flag]));
  }

  /** The variants that `only` names; unknown ones are reported and left out. */
  only(node: OnlyNode | null): Only {
    if (!node) return null;
    const known = node.variants.filter((name) => {
      const isKnown = this.variants.includes(name.text);
      if (isKnown) this.names?.use(name, `variant ${name.text}`);
      else this.report({ kind: 'unknown-variant', name, known: this.variants });
      return isKnown;
    });
    // If none of the names is known, the intended variants are unknown: the declaration then holds in all.
    return known.length === 0 ? null : new Set(known.map((name) => name.text));
  }

  /** The screen that a reference names. */
  screen(reference: ScreenReference, from: Screen | null): Screen | null {
    return this.find(reference, from, null);
  }

  private find(reference: ScreenReference, from: Screen | null, call: Call | null): Screen | null {
    const found = this.directory.find(reference, from?.module ?? null);
    if (found.length === 0) this.report({ kind: 'unknown-screen', reference, from, call });
    if (found.length > 1) this.report({ kind: 'ambiguous-screen', reference, candidates: found });
    if (found.length !== 1) return null;
    this.names?.screen(reference, found[0]!);
    return found[0]!;
  }

  call(reference: ScreenReference, list: ArgumentListNode | null, place: BindingContext): Call {
    const call = { target: null as Screen | null, reference, list, arguments: list?.items ?? [] };
    call.target = this.find(reference, place.screen, call);
    if (list) this.names?.arguments(list, call.target, place);
    if (call.target?.only) this.checkVariants(reference, call.target, place);
    return call;
  }

  private checkVariants(reference: ScreenReference, target: Screen, place: BindingContext): void {
    const without = this.variants.filter(
      (variant) => place.only.every((only) => isIn(only, variant)) && !isIn(target.only, variant),
    );
    if (without.length > 0) this.report({ kind: 'not-in-variant', reference, target, variants: without });
  }

  // Run for every transition at each keystroke: lists are mapped, since one that grows by push has room for 17, and a
  // node serves as the range of its step.

  branches(nodes: readonly BranchNode[], place: BindingContext): Branch[] {
    return nodes.map((node) => ({
      condition: node.condition && this.condition(node.condition, place),
      steps: this.steps(node.steps, place),
      motion: node.motion?.text ?? null,
      node,
    }));
  }

  steps(nodes: readonly StepNode[], place: BindingContext): Step[] {
    return nodes.map((node) => this.step(node, place));
  }

  private step(node: StepNode, place: BindingContext): Step {
    switch (node.kind) {
      case 'back':
      case 'close':
        return { kind: node.kind, result: node.with && this.result(node.with, place), range: node };
      case 'leave':
        return { kind: 'leave', what: node.what?.value ?? '', range: node };
      case 'back to':
      case 'back past':
        return { kind: node.kind, target: node.target && this.screen(node.target, place.screen), range: node };
      case 'resume':
        return { kind: 'resume', or: node.or && this.step(node.or, place), range: node };
      case 'sets':
        return {
          kind: 'sets',
          ...(node.flag ? this.setFlag(node.flag, node.value, node) : { flag: null, value: null }),
          range: node,
        };
      default:
        return {
          kind: node.kind,
          call: node.target ? this.call(node.target, node.list, place) : null,
          asks: node.gives && this.asks(node.gives, place),
          range: node,
        };
    }
  }

  private asks(value: Name, place: BindingContext): Asks {
    this.names?.path([value], place);
    return { value, screen: place.shown ?? null };
  }

  private result(value: ValueNode, place: BindingContext): Result {
    const screen = place.shown ?? null;
    this.names?.value(value, place, screen?.returns?.type ?? null);
    return { value, screen };
  }

  flag(name: Name): Flag | null {
    const flag = this.flagByName.get(name.text) ?? null;
    if (flag) this.names?.use(name, `flag ${name.text}`);
    else this.report({ kind: 'unknown-flag', name, known: this.flags.map((one) => one.name) });
    return flag;
  }

  /** The value of a flag in a comparison or an assignment. */
  private valueOf(flag: Flag | null, value: ValueNode | null, range: TextRange): string | null {
    if (!flag) return null;
    this.names?.option(value, flag.type);
    return flagValue(flag, value, value ?? range, this.report);
  }

  /** A flag and its new value. */
  setFlag(name: Name, value: ValueNode | null, range: TextRange): { flag: Flag | null; value: string | null } {
    const flag = this.flag(name);
    return { flag, value: this.valueOf(flag, value, range) };
  }

  condition(node: ConditionNode, place: BindingContext): Condition {
    switch (node.kind) {
      case 'maybe':
        return { kind: 'maybe', text: node.text.value };
      case 'not':
        return { kind: 'not', of: this.condition(node.of, place) };
      case 'and':
      case 'or':
        return { kind: node.kind, left: this.condition(node.left, place), right: this.condition(node.right, place) };
      case 'given': {
        this.names?.path(node.names, place);
        this.checkGiven(node, place);
        const given: Condition = { kind: 'given', names: node.names };
        return node.not ? { kind: 'not', of: given } : given;
      }
      case 'flag': {
        const flag = this.flag(node.name);
        if (!flag || flag.values.length === 0) return { kind: 'unknown' };
        if (flag.type.kind !== 'choice') return { kind: 'flag', flag, value: 'true' };
        this.report({ kind: 'flag-value', flag, value: null, range: node });
        return { kind: 'unknown' };
      }
      case 'is': {
        const flag = this.flag(node.name);
        const value = this.valueOf(flag, node.value, node);
        if (!flag || value === null) return { kind: 'unknown' };
        const is: Condition = { kind: 'flag', flag, value };
        return node.not ? { kind: 'not', of: is } : is;
      }
    }
  }

  private checkGiven(node: Extract<ConditionNode, { kind: 'given' }>, { scope, screen }: BindingContext): void {
    const type = typeOfPath(scope, node.names);
    if (type?.kind === 'optional' || type?.kind === 'unknown') return;
    const text = node.names.map((name) => name.text).join('.');
    const range = { from: node.names[0]!.from, to: node.names.at(-1)!.to };
    this.report({ kind: type ? 'given-always' : 'given-unknown', range, text, screen, scope });
  }
}
