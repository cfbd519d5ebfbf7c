/** What could stand at a place of the text, best first. */
import type { Check } from '../check';
import { closest } from '../language/closest';
import { guesses } from '../language/first-guesses';
import { declarationWords, memberWords, stepWords, walkWords } from '../language/keywords';
import { doors, opening, shapes } from '../language/syntax';
import { quote, tokenize, type Token } from '../language/tokens';
import type { Flag, Named, Plan, Screen } from '../plan/model';
import { arrivalScope, emptyScope, menuScope, screenScope, typeOfPath, withGiven } from '../plan/scope';
import type { Scope } from '../plan/model';
import { baseTypes, required, showType, unknown } from '../plan/types';
import { ruleIds } from '../rules/catalogue';
import type { Finding } from '../rules/parts/rule';
import { fittingValues, likelyValue, valuesInScope } from '../supply/fitting';

export interface Completion {
  readonly label: string;
  readonly kind: 'keyword' | 'screen' | 'argument' | 'value' | 'type' | 'flag' | 'rule' | 'text';
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
  const offered = place.options();
  const options = [...offered, ...meant(check.text.slice(place.from, offset), offered)];
  return options.length === 0 ? null : { from: place.from, options };
}

/** For a word of another language, what it is called here, where that may stand. */
function meant(typed: string, offered: readonly Completion[]): Completion[] {
  if (typed.length < 2) return [];
  const word = typed.toLowerCase();
  return guesses
    .filter(([theirs]) => theirs.toLowerCase().startsWith(word))
    .flatMap(([theirs, ours]): Completion[] => {
      const own = offered.find(({ label }) => label === ours);
      return own ? [{ ...own, label: theirs, detail: `is called ${ours} here` }] : [];
    });
}

/**
 * Where the screen around an offset begins, otherwise the module, otherwise the declaration before it: what stands
 * further up does not matter.
 */
function blockAround(plan: Plan, offset: number): number {
  const declaration = plan.tree.declarations.findLast((node) => node.from < offset);
  if (!declaration) return 0;
  if (declaration.kind !== 'module' || offset > declaration.to) return declaration.from;
  const screen = declaration.body?.items.findLast((node) => node.from < offset);
  return screen && offset <= screen.to ? screen.from : declaration.from;
}

/** Words that can only be followed by certain others. */
const behindWord: Readonly<Record<string, readonly string[]>> = {
  then: stepWords,
  otherwise: ['when', ...stepWords],
  else: stepWords,
  private: ['screen'],
  list: ['of'],
  as: shapes,
  entry: doors,
  resume: ['or', 'then'],
  back: ['to', 'past', 'then'],
  motion: ['none'],
};

const blocks: readonly string[] = ['screen', 'module', 'record', 'choice', 'walk', 'menu', 'tabs'];

/** A caret's surroundings: the tokens before it and the screen around it. */
class Place {
  readonly from: number;
  /** Whether the caret is inside a string, a comment or a URL. */
  readonly closed: boolean;
  private readonly plan: Plan;
  private readonly before: readonly Token[];
  private readonly screen: Screen | null;
  private readonly newLine: boolean;

  constructor(
    private readonly check: Check,
    offset: number,
  ) {
    const { plan, text } = check;
    this.plan = plan;
    const begin = blockAround(plan, offset);
    const all = tokenize(text.slice(begin, offset))
      .filter((token) => token.kind !== 'end')
      .map((token): Token => ({ ...token, from: token.from + begin, to: token.to + begin }));
    const last = all.at(-1);
    const inComment =
      last !== undefined &&
      (last.kind === 'comment' || last.kind === 'doc') &&
      !text.slice(last.to, offset).includes('\n');
    const inString =
      last?.kind === 'string' && last.to === offset && !(last.text.length > 1 && last.text.endsWith('"'));
    this.closed = inComment || inString || (last?.kind === 'url' && last.to === offset);
    const typing = (last?.kind === 'name' || last?.kind === 'rule') && last.to === offset ? last : null;
    this.from = typing ? typing.from : offset;
    this.before = (typing ? all.slice(0, -1) : all).filter((token) => token.kind !== 'comment' && token.kind !== 'doc');
    const previous = this.before.at(-1);
    this.newLine = previous === undefined || text.slice(previous.to, this.from).includes('\n');
    this.screen =
      plan.screens.find(
        (screen) =>
          screen.node.from < this.from &&
          this.from <= screen.node.to &&
          !(screen.node.body?.closed && this.from === screen.node.to),
      ) ?? null;
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
    const block = this.block();
    if (this.newLine || previous === '{' || previous === '}') return this.statementWords(block);
    if (this.previous?.kind === 'string') return this.behindString(block);
    const words = behindWord[previous];
    if (words) return words.map(keyword);
    return this.behindName(previous, block);
  }

  /** Behind a word whose company depends on the statement. */
  private behindName(previous: string, block: string): Completion[] {
    const head = this.statementHead();
    switch (previous) {
      case 'start':
      case 'under':
      case 'to':
      case 'past':
      case 'beneath':
      case 'never':
      case 'after':
      case 'reach':
      case 'expect':
      case 'opens':
        return this.screens();
      case 'always':
        return [keyword('reach'), ...this.screens()];
      case 'on':
        if (head === 'accept') return this.subjects();
        return head === 'menu' ? [keyword('all'), keyword('roots'), ...this.screens()] : [];
      case 'when':
      case 'needs':
      case 'and':
      case 'not':
        return this.conditions();
      case 'or':
        return this.isWordBefore(2, 'resume') ? stepWords.map(keyword) : this.conditions();
      case 'is':
        return this.flagValues(this.word(2), [keyword('not'), keyword('given')]);
      case 'sets':
      case 'set':
        return this.flags();
      case 'only':
        return this.plan.variants.map((label) => ({ label, kind: 'value', detail: 'variant', insert: label }));
      case 'accept':
        return ruleIds.map((label) => ({ label, kind: 'rule', detail: '', insert: label }));
      case 'tap':
        return this.texts(
          this.plan.screens.flatMap((screen) => screen.transitions.map((transition) => transition.trigger)),
        );
      case 'open':
        return this.texts(this.plan.entries.map((entry) => entry.label));
      case 'tab':
        return this.texts(this.plan.tabBars.flatMap((bar) => bar.tabs.map((tab) => tab.label)));
      case 'menu':
        return block === 'walk'
          ? this.texts(this.plan.menus.flatMap((menu) => menu.items.map((item) => item.label)))
          : [];
      case ':':
        return head === 'id' ? this.baseTypes() : this.types();
      case 'of':
        return this.types();
      case '=':
        return this.isWordBefore(3, 'sets', 'set') || this.isWordBefore(2, 'flag')
          ? this.flagValues(this.word(2), [])
          : this.literals();
      case 'sample':
        return this.literals();
      case 'in':
        return this.lists();
    }
    if ((opening as readonly string[]).includes(previous)) return this.screens();
    if (this.word(2) === 'is' || this.isWordBefore(2, 'when', 'needs', 'and', 'not')) return this.behindCondition(head);
    if (this.word(2) === 'module') return [keyword('by')];
    if (this.word(2) === 'for') return [keyword('in')];
    if (this.word(2) === 'flag') return [];
    if (head === 'on' || block === 'menu')
      return ['then', 'otherwise', 'motion', ...(block === 'menu' ? ['icon'] : stepWords)].map(keyword);
    if (head === 'link' && this.previous?.kind === 'url') return [keyword('under')];
    if (head === 'accept' && this.previous?.kind === 'rule') return [keyword('on'), keyword('because')];
    if (head === 'accept') return [keyword('because')];
    if (head === 'rule') return [keyword('beneath'), keyword('after'), keyword('always')];
    if (head === 'expect') return [keyword('beneath')];
    return [];
  }

  private behindString(block: string): Completion[] {
    const head = this.statementHead();
    if (block === 'menu' && head !== 'menu') return [...stepWords, 'when'].map(keyword);
    if (block === 'tabs') return this.screens();
    switch (head) {
      case 'on':
        return this.isWordBefore(2, 'on')
          ? [...stepWords, 'when', 'for', 'only'].map(keyword)
          : this.behindCondition(head);
      case 'needs':
        return this.behindCondition(head);
      case 'screen':
      case 'private':
        return ['as', 'only'].map(keyword);
      case 'menu':
        return (block === 'walk' ? ['if', 'unless'] : ['on', 'only']).map(keyword);
      case 'entry':
        return ['opens', 'only'].map(keyword);
      case 'rule':
        return ['never', 'always', 'from'].map(keyword);
      case 'tap':
        return ['with', 'if', 'unless'].map(keyword);
      case 'tab':
      case 'open':
        return ['if', 'unless'].map(keyword);
      default:
        return [];
    }
  }

  private behindCondition(head: string): Completion[] {
    const flag = this.plan.flags.find((one) => one.name === this.word(1));
    const is = !flag || flag.type.kind === 'choice' ? [keyword('is')] : [];
    return [...is, ...['and', 'or', ...(head === 'needs' ? ['else'] : stepWords)].map(keyword)];
  }

  private isWordBefore(back: number, ...words: readonly string[]): boolean {
    return words.includes(this.word(back));
  }

  /** The first word of the statement that the caret is in. */
  private statementHead(): string {
    for (let at = this.before.length - 1; at >= 0; at--) {
      const token = this.before[at]!;
      if (token.first || this.before[at - 1]?.text === '{') return token.text;
    }
    return '';
  }

  /** What kind of block the caret is in: the word before its brace; the empty string outside of all. */
  private block(): string {
    let depth = 0;
    for (let at = this.before.length - 1; at >= 0; at--) {
      const { kind, text } = this.before[at]!;
      if (kind !== 'symbol') continue;
      if (text === '}') depth++;
      if (text !== '{' || --depth >= 0) continue;
      return (
        this.before
          .slice(0, at)
          .reverse()
          .find((token) => blocks.includes(token.text))?.text ?? ''
      );
    }
    return '';
  }

  private statementWords(block: string): Completion[] {
    switch (block) {
      case 'screen':
        return memberWords.map(keyword);
      case 'module':
        return [keyword('screen'), keyword('private')];
      case 'walk':
        return walkWords.map(keyword);
      case '':
        return declarationWords.map(keyword);
      default:
        return [];
    }
  }

  private texts(all: readonly string[]): Completion[] {
    return [...new Set(all)].map((text) => ({ label: quote(text), kind: 'text', detail: '', insert: quote(text) }));
  }

  private flags(): Completion[] {
    return this.plan.flags.map((flag) => ({
      label: flag.name,
      kind: 'flag',
      detail: showType(flag.type),
      insert: flag.name,
    }));
  }

  /** What can stand in a condition: flags, and values of which one can ask whether they are given. */
  private conditions(): Completion[] {
    const given = valuesInScope(this.scope())
      .filter((value) => value.type.kind === 'optional')
      .map(({ path, type }): Completion => ({
        label: `${path} is given`,
        kind: 'value',
        detail: showType(type),
        insert: `${path} is given`,
      }));
    return [...this.flags(), ...given, keyword('not')];
  }

  private flagValues(name: string, otherwise: readonly Completion[]): Completion[] {
    const flag: Flag | undefined = this.plan.flags.find((one) => one.name === name);
    const negated = otherwise.length > 0 && flag ? [keyword('not')] : otherwise;
    return [
      ...(flag?.values ?? []).map((value): Completion => ({
        label: value,
        kind: 'value',
        detail: showType(flag!.type),
        insert: value,
      })),
      ...negated,
    ];
  }

  /** What the findings of a rule are about, after `accept RULE on`. */
  private subjects(): Completion[] {
    const rule = this.before.findLast((token) => token.kind === 'rule')?.text;
    const names = this.check.findings
      .filter((finding: Finding) => finding.rule === rule)
      .flatMap((finding) => finding.subject ?? []);
    return [...new Set(names)].map((label) => {
      const insert = /^[A-Za-z_][A-Za-z0-9_.]*$/.test(label) ? label : quote(label);
      return { label, kind: 'value', detail: rule ?? '', insert };
    });
  }

  /** The values that can be named at the caret. */
  private scope(): Scope {
    const { flags } = this.plan;
    if (!this.screen) return this.block() === 'menu' ? menuScope(flags) : emptyScope;
    if (this.statementHead() === 'needs' || this.statementHead() === 'link') return arrivalScope(this.screen, flags);
    const scope = withGiven(screenScope(this.screen, flags), this.given());
    const variable = this.variable();
    return variable ? { ...scope, variable, layers: [[variable], ...scope.layers] } : scope;
  }

  /**
   * The paths that the branch around the caret asks for with `is given`, read off the tokens: the line may not parse
   * yet.
   */
  private given(): ReadonlySet<string> {
    const paths = new Set<string>();
    for (let at = this.before.length - 1; at >= 0; at--) {
      const { text, first } = this.before[at]!;
      if (text === 'otherwise' || (first && text === 'on')) break;
      if (text !== 'given' || this.before[at - 1]?.text !== 'is') continue;
      let from = at - 2;
      while (this.before[from - 1]?.text === '.') from -= 2;
      paths.add(
        this.before
          .slice(from, at - 1)
          .map((token) => token.text)
          .join(''),
      );
    }
    return paths;
  }

  private screens(): Completion[] {
    const own = this.screen?.module;
    const all = this.plan.screens.filter((screen) => screen !== this.screen);
    const near = (screen: Screen): number => (screen.module === own ? 0 : 1);
    return [...all]
      .sort((a, b) => near(a) - near(b))
      .map((screen) => ({
        label: screen.label,
        kind: 'screen',
        detail: screen.title?.value ?? '',
        insert: screen.label,
      }));
  }

  private types(): Completion[] {
    const type = (name: string, detail: string): Completion => ({ label: name, kind: 'type', detail, insert: name });
    return [
      ...[...this.plan.types].map(([name, { node }]) => type(name, node.kind)),
      ...this.baseTypes(),
      type('list of', ''),
    ];
  }

  private baseTypes(): Completion[] {
    return baseTypes.map((name) => ({ label: name, kind: 'type', detail: '', insert: name }));
  }

  /** What a default or a sample may be. */
  private literals(): Completion[] {
    const colon = this.before.findLastIndex((token) => token.text === ':');
    const typeName = this.before[colon + 1]?.text ?? '';
    const type = this.plan.types.get(typeName)?.type;
    if (type?.kind === 'choice')
      return type.options.map((option) => ({ label: option, kind: 'value', detail: typeName, insert: option }));
    return typeName === 'bool' ? [keyword('false'), keyword('true')] : [];
  }

  private lists(): Completion[] {
    return valuesInScope(this.scope())
      .filter((value) => required(value.type).kind === 'list')
      .map((value) => ({ label: value.path, kind: 'value', detail: showType(value.type), insert: value.path }));
  }

  /**
   * Inside the parentheses after a screen: its arguments that are not given yet, and behind a colon the values that
   * fit.
   */
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
      const target = this.plan.screens.find(
        (screen) => screen.name === name && (module === undefined || screen.module?.name === module),
      );
      return target ? this.inCall(target, this.before.slice(at + 1)) : [];
    }
    return null;
  }

  private inCall(target: Screen, given: readonly Token[]): Completion[] {
    const scope = this.scope();
    if (this.word(1) === ':') {
      const name = this.word(2);
      const parameter =
        target.parameters.find((one) => one.name === name) ??
        target.parameters.find(
          (one) =>
            one.name ===
            closest(
              name,
              target.parameters.map((each) => each.name),
            ),
        );
      return parameter ? this.values(parameter, scope) : [];
    }
    if (this.word(1) === '.') return this.fields(given, scope);
    if (this.word(1) !== '(' && this.word(1) !== ',') return [];
    const taken = new Set(given.map((token) => token.text));
    return target.parameters
      .filter((parameter) => !taken.has(parameter.name))
      .map((parameter) => {
        const best = likelyValue(scope, parameter)?.path;
        const value = best === parameter.name ? '' : `: ${best ?? ''}`;
        return {
          label: parameter.name,
          kind: 'argument',
          detail: showType(parameter.type),
          insert: parameter.name + value,
        };
      });
  }

  private values(parameter: Named, scope: Scope): Completion[] {
    const value = ({ path, type }: Pick<ReturnType<typeof fittingValues>[number], 'path' | 'type'>): Completion => ({
      label: path,
      kind: 'value',
      detail: showType(type),
      insert: path,
    });
    const fitting = fittingValues(scope, parameter);
    const fits = new Set(fitting.map((one) => one.path));
    const type = required(parameter.type);
    const options =
      type.kind === 'choice' ? type.options : type.kind === 'base' && type.name === 'bool' ? ['true', 'false'] : [];
    return [
      ...fitting.map(value),
      ...options.map((option): Completion => ({
        label: option,
        kind: 'value',
        detail: showType(type),
        insert: option,
      })),
      ...valuesInScope(scope)
        .filter((one) => !fits.has(one.path))
        .map(value),
    ];
  }

  private fields(given: readonly Token[], scope: Scope): Completion[] {
    const names: Token[] = [];
    for (let at = given.length - 1; at > 0 && given[at]!.text === '.'; at -= 2) names.unshift(given[at - 1]!);
    const type = typeOfPath(scope, names);
    const record = type && required(type);
    if (record?.kind !== 'record') return [];
    return [...record.fields].map(([label, field]) => ({
      label,
      kind: 'value',
      detail: showType(field),
      insert: label,
    }));
  }

  /** The loop variable of the transition around the caret, read off the tokens: the line may not parse yet. */
  private variable(): Named | null {
    if (!this.screen) return null;
    for (let at = this.before.length - 1; at >= 0; at--) {
      const { text, first } = this.before[at]!;
      if (text === 'for' && this.before[at + 2]?.text === 'in') {
        const names: Token[] = [];
        for (let place = at + 3; this.before[place]?.kind === 'name'; place += 2) {
          names.push(this.before[place]!);
          if (this.before[place + 1]?.text !== '.') break;
        }
        const list = required(typeOfPath(screenScope(this.screen, this.plan.flags), names) ?? unknown);
        return { name: this.before[at + 1]!.text, type: list.kind === 'list' ? list.of : unknown };
      }
      if (first && text === 'on') return null;
    }
    return null;
  }
}
