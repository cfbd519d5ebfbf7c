/** Every name of a plan with what it names: what go to declaration, all uses and rename rest on. */
import type { Range } from '../language/range';
import type {
  ArgumentListNode,
  BranchNode,
  ConditionNode,
  Name,
  OnlyNode,
  ScreenReference,
  StepNode,
  StringNode,
  TypeNode,
  ValueNode,
} from '../language/syntax';
import { Directory } from './directory';
import type { Module, Plan, Screen } from './model';
import { arrivalScope, emptyScope, menuScope, screenScope, typeOfPath } from './scope';
import type { Scope } from './model';
import { isBaseName, required, type Type } from './types';

/**
 * What is named, as one string: `screen 3`, `argument 3 hutId` (of a screen), `value 3 nights` (what a screen has),
 * `loop 3 0 hut` (of a trigger), `flag f`, `type T`, `option T x`, `field R x`, `variant v`, `module m`.
 */
export type Symbol = string;

export interface Reference extends Range {
  readonly symbol: Symbol;
  readonly declares: boolean;
  /**
   * In the short form `hutId` one word names an argument and a value: it stands in the list twice, and this says as
   * which.
   */
  readonly short: 'argument' | 'value' | null;
}

/** All references of a plan, in the order of the text. Names of nothing are left out. Linear in the plan. */
export function references(plan: Plan): Reference[] {
  return new Collector(plan).run();
}

/** What stands at an offset; of a word in the short form, the value. Null where nothing is named. */
export function symbolAt(all: readonly Reference[], offset: number): Reference | null {
  const here = all.filter(({ from, to }) => from <= offset && offset <= to);
  return here.find((one) => one.short === 'value') ?? here[0] ?? null;
}

class Collector {
  private readonly found: Reference[] = [];
  private readonly directory: Directory;

  constructor(private readonly plan: Plan) {
    this.directory = new Directory(plan.screens);
  }

  run(): Reference[] {
    const { plan } = this;
    for (const node of plan.tree.declarations) {
      switch (node.kind) {
        case 'variants':
          for (const name of node.names) this.add(name, `variant ${name.text}`, true);
          break;
        case 'start':
          this.call(node.target, node.list, emptyScope, null);
          break;
        case 'id':
          if (node.name) this.add(node.name, `type ${node.name.text}`, true);
          break;
        case 'choice':
          if (!node.name) break;
          this.add(node.name, `type ${node.name.text}`, true);
          for (const option of node.options) this.add(option, `option ${node.name.text} ${option.text}`, true);
          break;
        case 'record':
          if (!node.name) break;
          this.add(node.name, `type ${node.name.text}`, true);
          for (const field of node.fields) {
            this.add(field.name, `field ${node.name.text} ${field.name.text}`, true);
            this.type(field.type);
          }
          break;
        case 'flag': {
          if (!node.name) break;
          this.add(node.name, `flag ${node.name.text}`, true);
          if (node.type) this.typeName(node.type);
          this.option(node.initial, plan.flags.find((flag) => flag.name === node.name!.text)?.type ?? null);
          break;
        }
        case 'tabs':
          this.only(node.only);
          for (const tab of node.body?.items ?? []) this.call(tab.target, tab.list, emptyScope, null);
          break;
        case 'menu': {
          this.only(node.only);
          if (Array.isArray(node.on))
            for (const reference of node.on as readonly ScreenReference[]) this.screen(reference, null);
          const scope = menuScope(plan.flags);
          for (const item of node.body?.items ?? [])
            for (const branch of item.branches) this.branch(branch, scope, null);
          break;
        }
        case 'entry':
          this.only(node.only);
          this.call(node.target, node.list, emptyScope, null);
          break;
        case 'module':
          if (node.name) this.add(node.name, `module ${node.name.text}`, true);
          break;
        case 'rule':
          this.screen(node.first, null);
          this.screen(node.second, null);
          break;
        case 'walk':
          for (const step of node.body?.items ?? []) {
            if (step.kind === 'expect') {
              this.screen(step.screen, null);
              this.screen(step.beneath, null);
            } else if (step.kind === 'set' && step.flag) {
              this.flag(step.flag);
              this.option(step.value, plan.flags.find((flag) => flag.name === step.flag!.text)?.type ?? null);
            }
          }
          break;
        case 'accept':
          this.subject(node.subject);
          break;
      }
    }
    for (const screen of plan.screens) this.inScreen(screen);
    return this.found.sort((a, b) => a.from - b.from || a.to - b.to || (a.short === 'argument' ? -1 : 1));
  }

  private inScreen(screen: Screen): void {
    const { flags } = this.plan;
    this.add(screen.nameNode, `screen ${screen.index}`, true);
    this.only(screen.node.only);
    this.title(screen.title, screen);
    const shown = screenScope(screen, flags);
    const arriving = arrivalScope(screen, flags);
    let index = 0;
    for (const member of screen.node.body?.items ?? []) {
      switch (member.kind) {
        case 'takes':
          for (const { name, type, initial, sample } of member.parameters) {
            this.add(name, `argument ${screen.index} ${name.text}`, true);
            this.type(type);
            const own = screen.parameters.find((parameter) => parameter.name === name.text)?.type ?? null;
            this.option(initial, own);
            this.option(sample, own);
          }
          break;
        case 'has':
          for (const { name, type } of member.fields) {
            this.add(name, `value ${screen.index} ${name.text}`, true);
            this.type(type);
          }
          break;
        case 'needs':
          if (member.condition) this.condition(member.condition, arriving, screen);
          for (const step of member.otherwise) this.step(step, arriving, screen);
          break;
        case 'link':
          this.pattern(member.pattern, screen);
          for (const { target, list } of member.under ?? []) this.call(target, list, arrivalScope(screen, []), screen);
          break;
        case 'on': {
          const transition = screen.transitions[index++];
          this.only(member.only);
          if (member.loop) {
            this.value(member.loop.list, shown, screen, null);
            this.add(member.loop.variable, `loop ${screen.index} ${index - 1} ${member.loop.variable.text}`, true);
          }
          const scope = transition?.loop ? screenScope(screen, flags, transition.loop) : shown;
          for (const branch of member.branches) this.branch(branch, scope, screen, index - 1);
          break;
        }
      }
    }
  }

  private add({ from, to }: Range, symbol: Symbol, declares = false, short: Reference['short'] = null): void {
    this.found.push({ from, to, symbol, declares, short });
  }

  private only(node: OnlyNode | null): void {
    for (const name of node?.variants ?? [])
      if (this.plan.variants.includes(name.text)) this.add(name, `variant ${name.text}`);
  }

  private type(node: TypeNode | null): void {
    if (node?.kind === 'named') this.typeName(node.name);
    else if (node) this.type(node.of);
  }

  private typeName(name: Name): void {
    if (!isBaseName(name.text) && this.plan.types.has(name.text)) this.add(name, `type ${name.text}`);
  }

  private flag(name: Name): void {
    if (this.plan.flags.some((flag) => flag.name === name.text)) this.add(name, `flag ${name.text}`);
  }

  private screen(reference: ScreenReference | null, module: Module | null): Screen | null {
    if (!reference) return null;
    const [screen, ...others] = this.directory.find(reference, module);
    if (!screen || others.length > 0) return null;
    if (reference.module) this.add(reference.module, `module ${reference.module.text}`);
    this.add(reference.name, `screen ${screen.index}`);
    return screen;
  }

  private call(
    reference: ScreenReference | null,
    list: ArgumentListNode | null,
    scope: Scope,
    within: Screen | null,
    loop = -1,
  ): void {
    const target = this.screen(reference, within?.module ?? null);
    for (const { name, value } of list?.items ?? []) {
      const parameter = target?.parameters.find((one) => one.name === name.text);
      if (target && parameter)
        this.add(name, `argument ${target.index} ${name.text}`, false, value ? null : 'argument');
      const written: ValueNode = value ?? { kind: 'path', names: [name], from: name.from, to: name.to };
      this.value(written, scope, within, parameter?.type ?? null, value ? null : 'value', loop);
    }
  }

  private branch({ condition, steps }: BranchNode, scope: Scope, within: Screen | null, loop = -1): void {
    if (condition) this.condition(condition, scope, within, loop);
    for (const step of steps) this.step(step, scope, within, loop);
  }

  private step(node: StepNode, scope: Scope, within: Screen | null, loop = -1): void {
    switch (node.kind) {
      case 'back':
      case 'close':
      case 'leave':
        return;
      case 'back to':
      case 'back past':
        this.screen(node.target, within?.module ?? null);
        return;
      case 'resume':
        if (node.or) this.step(node.or, scope, within, loop);
        return;
      case 'sets':
        if (!node.flag) return;
        this.flag(node.flag);
        this.option(node.value, this.plan.flags.find((flag) => flag.name === node.flag!.text)?.type ?? null);
        return;
      default:
        this.call(node.target, node.list, scope, within, loop);
    }
  }

  private condition(node: ConditionNode, scope: Scope, within: Screen | null, loop = -1): void {
    switch (node.kind) {
      case 'maybe':
        return;
      case 'flag':
        return this.flag(node.name);
      case 'is':
        this.flag(node.name);
        return this.option(node.value, this.plan.flags.find((flag) => flag.name === node.name.text)?.type ?? null);
      case 'given':
        return this.value(
          { kind: 'path', names: node.names, from: node.from, to: node.to },
          scope,
          within,
          null,
          null,
          loop,
        );
      case 'not':
        return this.condition(node.of, scope, within, loop);
      default:
        this.condition(node.left, scope, within, loop);
        this.condition(node.right, scope, within, loop);
    }
  }

  /** A value where it is used: a name in scope with its fields, otherwise a choice's literal. */
  private value(
    node: ValueNode | null,
    scope: Scope,
    within: Screen | null,
    wanted: Type | null,
    short: Reference['short'] = null,
    loop = -1,
  ): void {
    if (node?.kind !== 'path') return;
    const [first, ...fields] = node.names;
    const symbol = this.nameInScope(first!.text, scope, within, loop);
    if (!symbol) {
      if (!short) this.option(node, wanted);
      return;
    }
    this.add(first!, symbol, false, short);
    this.fields(fields, typeOfPath(scope, [first!]));
  }

  private fields(names: readonly Name[], type: Type | null): void {
    for (const name of names) {
      const record = type && required(type);
      if (record?.kind !== 'record' || !record.fields.has(name.text)) return;
      this.add(name, `field ${record.name} ${name.text}`);
      type = record.fields.get(name.text)!;
    }
  }

  private nameInScope(name: string, scope: Scope, within: Screen | null, loop: number): Symbol | null {
    if (scope.variable?.name === name && within) return `loop ${within.index} ${loop} ${name}`;
    for (const layer of scope.layers) {
      if (!layer.some((one) => one.name === name)) continue;
      if (within && layer === within.parameters) return `argument ${within.index} ${name}`;
      if (within && layer === within.holds) return `value ${within.index} ${name}`;
      return `flag ${name}`;
    }
    return null;
  }

  /** A choice's literal. */
  private option(node: ValueNode | null, type: Type | null): void {
    const choice = type && required(type);
    if (
      node?.kind !== 'path' ||
      node.names.length > 1 ||
      choice?.kind !== 'choice' ||
      !choice.options.includes(node.names[0]!.text)
    )
      return;
    this.add(node.names[0]!, `option ${choice.name} ${node.names[0]!.text}`);
  }

  /** Names in the braces of a title: `"{name}"`. */
  private title(node: StringNode | null, screen: Screen): void {
    if (!node) return;
    const written = this.plan.tree.text.slice(node.from, node.to);
    for (const match of written.matchAll(/\{([A-Za-z_]\w*(?:\.[A-Za-z_]\w*)*)\}/g)) {
      let at = node.from + match.index + 1;
      const names = match[1]!.split('.').map((text): Name => {
        const name = { text, from: at, to: at + text.length };
        at = name.to + 1;
        return name;
      });
      this.value({ kind: 'path', names, from: names[0]!.from, to: at - 1 }, screenScope(screen, []), screen, null);
    }
  }

  /** Variables of a link's pattern (RFC 6570): `{hutId}`, `{?season,ref}`, `{/rest*}`. */
  private pattern(node: Name | null, screen: Screen): void {
    for (const match of node?.text.matchAll(/\{[?/]?([^{}]*)\}/g) ?? []) {
      let at = node!.from + match.index + match[0].indexOf(match[1]!, 1);
      for (const part of match[1]!.split(',')) {
        const text = part.replace(/\*$/, '');
        if (screen.parameters.some((parameter) => parameter.name === text))
          this.add({ from: at, to: at + text.length }, `argument ${screen.index} ${text}`);
        at += part.length + 1;
      }
    }
  }

  /** What an `accept` is about: a screen, a flag, a type or a module of that name. */
  private subject(subject: (Range & { readonly text: string }) | null): void {
    if (!subject || this.plan.tree.text[subject.from] === '"') return;
    const [first, second] = subject.text.split('.');
    const name: Name = { text: second ?? first!, from: subject.to - (second ?? first!).length, to: subject.to };
    const module: Name | null =
      second === undefined ? null : { text: first!, from: subject.from, to: subject.from + first!.length };
    if (this.screen({ module, name, from: subject.from, to: subject.to }, null) || module) return;
    if (this.plan.flags.some((flag) => flag.name === name.text)) this.add(name, `flag ${name.text}`);
    else if (this.plan.types.has(name.text)) this.add(name, `type ${name.text}`);
    else if (this.plan.modules.some((one) => one.name === name.text)) this.add(name, `module ${name.text}`);
  }
}
