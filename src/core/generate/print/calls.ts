/** The steps of a plan as calls, in languages that chain them: `steps.back().push(…)`. */
import { bracketed, flat, type Layout } from './layout';
import type { Action, AskedValue, BranchCode, Opens, ResultCode } from '../program/program';
import type { CodeNames, CodeWriter } from './code-writer';
import type { Here } from './here';

/** A step that sets a flag. */
export type SetAction = Extract<Action, { kind: 'sets' }>;

/** How a language writes the parts of a call. */
export interface CallWords {
  /** A route with its values. */
  readonly route: (opens: Opens, here: Here) => Layout;
  /** The question that a step asks, as an argument. */
  readonly question: (asks: AskedValue) => string;
  /** The result that a step hands back, as an argument. */
  readonly result: (result: ResultCode, here: Here) => string;
  /** A screen, as an argument. */
  readonly screen: (screen: Opens['screen']) => string;
  /** The call that sets a flag. */
  readonly set: (action: SetAction) => string;
  /** A function of `then`, around the calls on it. */
  readonly function: { readonly open: string; readonly close: string };
  /** How a long list of arguments ends. */
  readonly lastComma: '' | ',';
  /** How a statement ends. */
  readonly end: '' | ';';
  /** The language's word for an absent value. */
  readonly nothing: string;
  readonly if: (condition: string) => string;
}

/** The calls of some steps, one a step. */
export const callsOf = (actions: readonly Action[], here: Here, words: CallWords): Layout[] =>
  actions.map((action) => callOf(action, here, words)).filter((call) => call !== null);

function callOf(action: Action, here: Here, words: CallWords): Layout | null {
  switch (action.kind) {
    case 'push':
    case 'present':
    case 'replace':
    case 'reset':
    case 'switch': {
      const name = action.kind === 'switch' ? 'switchTo' : action.kind;
      const asks = action.asks ? [words.question(action.asks)] : [];
      return [`.${name}`, bracketed('(', [words.route(action.opens, here), ...asks], ')', '', words.lastComma)];
    }
    case 'back':
    case 'close':
      return `.${action.kind}(${action.result ? words.result(action.result, here) : ''})`;
    case 'back to':
      return `.backTo(${words.screen(action.screen)})`;
    case 'back past':
      return `.backPast(${words.screen(action.screen)})`;
    case 'sets':
      return words.set(action);
    case 'resume': {
      const or = action.or && callOf(action.or, here, words);
      return or ? [`.resume${words.function.open}`, or, words.function.close] : '.resume()';
    }
    case 'leave':
    case 'nothing':
      return null;
  }
}

type Writer = CodeWriter<CodeNames>;

/** Writes a statement that returns the steps. */
function returnSteps(out: Writer, actions: readonly Action[], here: Here, words: CallWords): void {
  for (const action of actions) {
    if (action.kind === 'leave') out.line(`// The app opens: ${action.what.replace(/\s+/g, ' ')}.`);
    if (action.kind === 'nothing') out.line(`// Missing in the plan: ${action.why}.`);
  }
  const calls = callsOf(actions, here, words);
  const line = ['return steps', ...calls, words.end];
  if (calls.length < 2 || out.fits(flat(line))) return void out.code(line);
  out.line('return steps');
  out.deeper(() => calls.forEach((call, at) => out.code([call, at === calls.length - 1 ? words.end : ''])));
}

/** Writes the branches of an event: the first whose condition holds happens. */
export function writeBranches(out: Writer, all: readonly BranchCode[], here: Here, words: CallWords): void {
  for (const { only, test, actions } of all) {
    const shown = out.variantTest(only, 'steps.variant');
    const condition = test && out.test(test, here);
    const isBoth = shown !== null && test?.kind === 'or';
    const tests = [shown, isBoth ? `(${condition})` : condition].filter((each) => each !== null);
    if (tests.length === 0) return returnSteps(out, actions, here, words);
    out.block(`${words.if(tests.join(' && '))} {`, () => returnSteps(out, actions, here, words), '}');
  }
  out.line(`return ${words.nothing}${words.end}`);
}
