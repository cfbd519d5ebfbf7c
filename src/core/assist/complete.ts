/** What could stand at a place of the text, best first. */
import type { Check } from '../check';
import { closest } from '../language/closest';
import { declarationWords, memberWords, stepWords } from '../language/keywords';
import { tokenize, type Token } from '../language/tokens';
import type { Plan, Screen } from '../plan/model';
import { typeOfPath, type Variable } from '../plan/paths';
import { baseTypes, required, showType, unknown, type Type } from '../plan/types';
import { fittingValues, likelyValue, valuesInScope } from '../supply/scope';

export interface Completion {
  readonly label: string;
  readonly kind: 'keyword' | 'screen' | 'argument' | 'value' | 'type';
  /** What it is, beside the label: a title, a type. */
  readonly detail: string;
  /** What is put into the text. */
  readonly insert: string;
}

export interface Completions {
  /** Where the word that is being typed begins; what is chosen replaces it. */
  readonly from: number;
  readonly options: readonly Completion[];
}

const keyword = (word: string): Completion => ({ label: word, kind: 'keyword', detail: '', insert: word });

/**
 * Completions at an offset of the text that was checked. Linear in the screen or module around the offset, and in what
 * is offered.
 *
 * @returns null where nothing can be said, as in the middle of a string or a comment
 */
export function complete(check: Check, offset: number): Completions | null {
  const place = new Place(check, offset);
  if (place.closed) return null;
  const options = place.options();
  return options.length === 0 ? null : { from: place.from, options };
}

/** Where the screen around an offset begins, otherwise the module, otherwise the declaration before it: what stands further up does not matter. */
function blockAround(plan: Plan, offset: number): number {
  const declaration = plan.tree.declarations.findLast((node) => node.from < offset);
  if (!declaration) return 0;
  if (declaration.kind !== 'module' || offset > declaration.to) return declaration.from;
  const screen = declaration.body?.items.findLast((node) => node.from < offset);
  return screen && offset <= screen.to ? screen.from : declaration.from;
}

/** A caret's surroundings: the tokens before it and the screen around it. */
class Place {
  readonly from: number;
  /** Whether the caret is inside a string, a comment or a URL. */
  readonly closed: boolean;
  private readonly plan: Plan;
  private readonly before: readonly Token[];
  private readonly screen: Screen | null;
  private readonly newLine: boolean;

  constructor({ plan, text }: Check, offset: number) {
    this.plan = plan;
    const begin = blockAround(plan, offset);
    const all = tokenize(text.slice(begin, offset)).filter((token) => token.kind !== 'end')
      .map((token): Token => ({ ...token, from: token.from + begin, to: token.to + begin }));
    const last = all.at(-1);
    const inComment = last !== undefined && (last.kind === 'comment' || last.kind === 'doc') && !text.slice(last.to, offset).includes('\n');
    const inString = last?.kind === 'string' && last.to === offset && !(last.text.length > 1 && last.text.endsWith('"'));
    this.closed = inComment || inString || (last?.kind === 'url' && last.to === offset);
    const typing = last?.kind === 'name' && last.to === offset ? last : null;
    this.from = typing ? typing.from : offset;
    this.before = (typing ? all.slice(0, -1) : all).filter((token) => token.kind !== 'comment' && token.kind !== 'doc');
    const previous = this.before.at(-1);
    this.newLine = previous === undefined || text.slice(previous.to, this.from).includes('\n');
    this.screen = plan.screens.find((screen) => screen.node.from < this.from && this.from <= screen.node.to
      && !(screen.node.body?.closed && this.from === screen.node.to)) ?? null;
  }

  private get previous(): Token | null {
    return this.before.at(-1) ?? null;
  }

  private word(back: number): string {
    return this.before.at(-back)?.text ?? '';
  }

  options(): Completion[] {
    const call = this.openCall();
    if (call) return call;
    const previous = this.word(1);
    if (this.newLine || previous === '{' || previous === '}') return this.statementWords();
    if (this.previous?.kind === 'string' && this.word(2) === 'on') return [...stepWords.map(keyword), keyword('for')];
    switch (previous) {
      case 'push': case 'replace': case 'reset': case 'start': case 'under': return this.screens();
      case 'then': return stepWords.map(keyword);
      case 'private': return [keyword('screen')];
      case 'list': return [keyword('of')];
      case 'of': return this.types();
      case ':': return this.statementHead() === 'id' ? this.baseTypes() : this.types();
      case '=': return this.literals();
      case 'in': return this.lists();
    }
    if (this.word(2) === 'module') return [keyword('by')];
    if (this.word(2) === 'for') return [keyword('in')];
    if (this.statementHead() === 'on') return [...stepWords.map(keyword), keyword('then')];
    if (this.statementHead() === 'link' && this.previous?.kind === 'url') return [keyword('under')];
    return [];
  }

  /** The first word of the statement that the caret is in. */
  private statementHead(): string {
    for (let at = this.before.length - 1; at >= 0; at--) {
      const token = this.before[at]!;
      if (token.first || this.before[at - 1]?.text === '{') return token.text;
    }
    return '';
  }

  private statementWords(): Completion[] {
    let depth = 0;
    for (let at = this.before.length - 1; at >= 0; at--) {
      const { kind, text } = this.before[at]!;
      if (kind !== 'symbol') continue;
      if (text === '}') depth++;
      if (text !== '{' || --depth >= 0) continue;
      const head = this.before.slice(0, at).reverse().find((token) => ['screen', 'module', 'record', 'choice'].includes(token.text));
      if (head?.text === 'screen') return memberWords.map(keyword);
      return head?.text === 'module' ? [keyword('screen'), keyword('private')] : [];
    }
    return declarationWords.map(keyword);
  }

  private screens(): Completion[] {
    const own = this.screen?.module;
    const all = this.plan.screens.filter((screen) => screen !== this.screen);
    const near = (screen: Screen): number => (screen.module === own ? 0 : 1);
    return [...all].sort((a, b) => near(a) - near(b)).map((screen) => ({
      label: screen.label, kind: 'screen', detail: screen.title?.value ?? '', insert: screen.label,
    }));
  }

  private types(): Completion[] {
    const type = (name: string, detail: string): Completion => ({ label: name, kind: 'type', detail, insert: name });
    return [...[...this.plan.types].map(([name, { node }]) => type(name, node.kind)), ...this.baseTypes(), type('list of', '')];
  }

  private baseTypes(): Completion[] {
    return baseTypes.map((name) => ({ label: name, kind: 'type', detail: '', insert: name }));
  }

  /** What a default may be. */
  private literals(): Completion[] {
    const typeName = this.word(2) === '?' ? this.word(3) : this.word(2);
    const type = this.plan.types.get(typeName)?.type;
    if (type?.kind === 'choice') return type.options.map((option) => ({ label: option, kind: 'value', detail: typeName, insert: option }));
    return typeName === 'bool' ? [keyword('false'), keyword('true')] : [];
  }

  private lists(): Completion[] {
    if (!this.screen) return [];
    return valuesInScope(this.screen, null)
      .filter((value) => required(value.type).kind === 'list')
      .map((value) => ({ label: value.path, kind: 'value', detail: showType(value.type), insert: value.path }));
  }

  /** Inside the parentheses after a screen: its arguments that are not given yet, and behind a colon the values that fit. */
  private openCall(): Completion[] | null {
    let depth = 0;
    for (let at = this.before.length - 1; at >= 0; at--) {
      const { kind, text } = this.before[at]!;
      if (kind !== 'symbol') continue;
      if (text === '{' || text === '}') return null;
      if (text === ')') depth++;
      if (text !== '(' || --depth >= 0) continue;
      const module = this.before[at - 2]?.text === '.' ? this.before[at - 3]?.text : undefined;
      const name = this.before[at - 1]?.text;
      const target = this.plan.screens.find((screen) => screen.name === name && (module === undefined || screen.module?.name === module));
      return target ? this.inCall(target, this.before.slice(at + 1)) : [];
    }
    return null;
  }

  private inCall(target: Screen, given: readonly Token[]): Completion[] {
    const variable = this.variable();
    if (this.word(1) === ':') {
      const name = this.word(2);
      const parameter = target.parameters.find((one) => one.name === name)
        ?? target.parameters.find((one) => one.name === closest(name, target.parameters.map((each) => each.name)));
      return parameter ? this.values(parameter, variable) : [];
    }
    if (this.word(1) === '.') return this.fields(given, variable);
    if (this.word(1) !== '(' && this.word(1) !== ',') return [];
    const taken = new Set(given.map((token) => token.text));
    return target.parameters.filter((parameter) => !taken.has(parameter.name)).map((parameter) => {
      const best = this.screen ? likelyValue(this.screen, variable, parameter)?.path : undefined;
      const value = best === parameter.name ? '' : `: ${best ?? ''}`;
      return { label: parameter.name, kind: 'argument', detail: showType(parameter.type), insert: parameter.name + value };
    });
  }

  private values(parameter: { name: string; type: Type }, variable: Variable | null): Completion[] {
    if (!this.screen) return [];
    const value = ({ path, type }: { path: string; type: Type }): Completion =>
      ({ label: path, kind: 'value', detail: showType(type), insert: path });
    const fitting = fittingValues(this.screen, variable, parameter);
    const fits = new Set(fitting.map((one) => one.path));
    const type = required(parameter.type);
    const options = type.kind === 'choice' ? type.options : [];
    return [
      ...fitting.map(value),
      ...options.map((option): Completion => ({ label: option, kind: 'value', detail: showType(type), insert: option })),
      ...valuesInScope(this.screen, variable).filter((one) => !fits.has(one.path)).map(value),
    ];
  }

  private fields(given: readonly Token[], variable: Variable | null): Completion[] {
    const names: Token[] = [];
    for (let at = given.length - 1; at > 0 && given[at]!.text === '.'; at -= 2) names.unshift(given[at - 1]!);
    const type = this.screen && typeOfPath(this.screen, variable, names);
    const record = type && required(type);
    if (record?.kind !== 'record') return [];
    return [...record.fields].map(([label, field]) => ({ label, kind: 'value', detail: showType(field), insert: label }));
  }

  /** The loop variable of the transition around the caret, read off the tokens: the line may not parse yet. */
  private variable(): Variable | null {
    for (let at = this.before.length - 1; at >= 0; at--) {
      const { text, first } = this.before[at]!;
      if (text === 'for' && this.before[at + 2]?.text === 'in' && this.screen) {
        const names: Token[] = [];
        for (let place = at + 3; this.before[place]?.kind === 'name'; place += 2) {
          names.push(this.before[place]!);
          if (this.before[place + 1]?.text !== '.') break;
        }
        const list = required(typeOfPath(this.screen, null, names) ?? unknown);
        return { name: this.before[at + 1]!.text, type: list.kind === 'list' ? list.of : unknown };
      }
      if (first && text === 'on') return null;
    }
    return null;
  }
}
