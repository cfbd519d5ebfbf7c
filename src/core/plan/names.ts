/** Listener of each name that is bound while a plan is resolved, with its declaration. */
import type { TextRange } from '../language/range';
import type { ArgumentListNode, Name, ScreenReference, StringNode, ValueNode } from '../language/syntax';
import { remembered } from '../base/remembered';
import type { Named, Parameter, Screen } from './model';
import { typeOfPath, type BindingContext } from './scope';
import { required, type Type } from './types';

/**
 * A declaration as one string: `screen 3`, `argument 3 hutId` (of a screen), `argument module:booking hutId` (of all screens of a module), `value 3 nights` (of a screen), `loop 3 0
 * hut` (of a trigger), `flag f`, `type T`, `option T x`, `field R x`, `variant v`, `module m`.
 */
export type SymbolKey = string;

export interface Reference extends TextRange {
  readonly symbol: SymbolKey;
  readonly declares: boolean;
  /**
   * In the short form `hutId` one word names an argument and a value: it stands in the list twice, and this says as
   * which.
   */
  readonly short: 'argument' | 'value' | null;
}

/** Key of an argument of a screen (its index), or of a module (`module booking`). */
export const argumentKey = (owner: string, name: string): SymbolKey => `argument ${owner.replace(' ', ':')} ${name}`;

/** Names in scope of a title, between braces: `{hut.name}`. */
const inTitle = /\{([A-Za-z_]\w*(?:\.[A-Za-z_]\w*)*)\}/g;
/** The variables of a link's pattern (RFC 6570): `{hutId}`, `{?season,ref}`, `{/rest*}`. */
const inPattern = /\{[?/]?([^{}]*)\}/g;

export class Names {
  readonly found: Reference[] = [];
  /** Keys of declarations. A plan names each many times: one string for all of them saves memory, and time to hash. */
  private readonly keys = new Map<Screen | Named, SymbolKey>();

  declare({ from, to }: TextRange, symbol: SymbolKey): void {
    this.found.push({ from, to, symbol, declares: true, short: null });
  }

  use({ from, to }: TextRange, symbol: SymbolKey, short: Reference['short'] = null): void {
    this.found.push({ from, to, symbol, declares: false, short });
  }

  screen({ module, name }: ScreenReference, screen: Screen): void {
    if (module) this.use(module, `module ${module.text}`);
    this.use(
      name,
      remembered(this.keys, screen, () => `screen ${screen.index}`),
    );
  }

  /** The arguments of a call, each with its value. */
  arguments(list: ArgumentListNode, target: Screen | null, place: BindingContext): void {
    for (const { name, value } of list.items) {
      const parameter = target?.parameters.find((one) => one.name === name.text);
      if (target && parameter) this.use(name, this.argument(target, parameter), value ? null : 'argument');
      if (value) this.value(value, place, parameter?.type ?? null);
      else this.path([name], place, 'value');
    }
  }

  /** A value in use: a name in scope with its fields, otherwise an option of the expected choice. */
  value(node: ValueNode | null, place: BindingContext, wanted: Type | null): void {
    if (node?.kind === 'path' && !this.path(node.names, place)) this.option(node, wanted);
  }

  /** A name in scope, with the fields behind it. Returns whether the name is in scope. */
  path(names: readonly Name[], place: BindingContext, short: Reference['short'] = null): boolean {
    const [first, ...fields] = names;
    const symbol = this.inScope(first!.text, place);
    if (!symbol) return false;
    this.use(first!, symbol, short);
    let type = typeOfPath(place.scope, [first!]);
    for (const name of fields) {
      const record = type && required(type);
      if (record?.kind !== 'record' || !record.fields.has(name.text)) break;
      this.use(name, `field ${record.name} ${name.text}`);
      type = record.fields.get(name.text)!;
    }
    return true;
  }

  /** An option of a choice. */
  option(node: ValueNode | null, type: Type | null): void {
    const choice = type && required(type);
    if (node?.kind !== 'path' || node.names.length > 1 || choice?.kind !== 'choice') return;
    const name = node.names[0]!;
    if (choice.options.includes(name.text)) this.use(name, `option ${choice.name} ${name.text}`);
  }

  /** The values that a screen's title shows. */
  title({ from, to }: StringNode, text: string, place: BindingContext): void {
    for (const match of text.slice(from, to).matchAll(inTitle)) {
      let at = from + match.index + 1;
      const names = match[1]!.split('.').map((word): Name => {
        const name = { text: word, from: at, to: at + word.length };
        at = name.to + 1;
        return name;
      });
      this.path(names, place);
    }
  }

  /** The arguments that a link's pattern takes from the URL. */
  pattern(node: Name, screen: Screen): void {
    for (const match of node.text.matchAll(inPattern)) {
      let at = node.from + match.index + match[0].indexOf(match[1]!, 1);
      for (const part of match[1]!.split(',')) {
        const text = part.replace(/\*$/, '');
        const parameter = screen.parameters.find((each) => each.name === text);
        if (parameter) this.use({ from: at, to: at + text.length }, this.argument(screen, parameter));
        at += part.length + 1;
      }
    }
  }

  private inScope(name: string, { scope, screen, transition }: BindingContext): SymbolKey | null {
    if (screen && scope.variable?.name === name) return `loop ${screen.index} ${transition} ${name}`;
    for (const layer of scope.layers) {
      const at = layer.findIndex((one) => one.name === name);
      if (at < 0) continue;
      if (layer === screen?.parameters) return this.argument(screen, screen.parameters[at]!);
      const of = layer === screen?.holds ? `value ${screen.index}` : 'flag';
      return remembered(this.keys, layer[at]!, () => `${of} ${name}`);
    }
    return null;
  }

  /** Key of a screen's argument, which may be its module's. */
  private argument(screen: Screen, parameter: Parameter): SymbolKey {
    const { module, name } = parameter;
    return remembered(this.keys, parameter, () =>
      argumentKey(module ? `module ${module.name}` : String(screen.index), name),
    );
  }
}
