/** Effect of a control: its branches, and their steps. */
import { closest } from './closest';
import type { Cursor } from './cursor';
import { memberMeant, stepMeant } from './first-guesses';
import { stepWords } from './keywords';
import { parseCondition } from './parse-condition';
import { parseArguments, parseOnly, parseReference, parseValue, passExtraColon, passExtraWord } from './parse-parts';
import {
  opening,
  type BranchNode,
  type LoopNode,
  type Name,
  type OnlyNode,
  type OnNode,
  type Opening,
  type StepNode,
  type ValueNode,
} from './syntax';

const includes = (words: readonly string[], word: string): boolean => words.includes(word);

/** `on "Trigger" [only phone] [for x in list] BRANCHES` */
export function parseOn(cursor: Cursor): OnNode {
  const doc = cursor.doc;
  const head = cursor.next();
  // `on tap "Trigger"`
  const { kind, text } = cursor.peek();
  if (kind === 'name' && memberMeant(text) === 'on' && cursor.peek(1).kind === 'string') passExtraWord(cursor, 'on');
  const trigger = cursor.string('The trigger’s name in quotation marks');
  if (trigger) passExtraColon(cursor, 'the trigger');
  let only: OnlyNode | null = null;
  let loop: LoopNode | null = null;
  for (;;) {
    if (!only && cursor.isWord('only')) only = parseOnly(cursor);
    else if (!loop && cursor.isWord('for')) loop = parseLoop(cursor);
    else break;
  }
  const branches = parseBranches(cursor);
  return { kind: 'on', doc, trigger, only, loop, branches, from: head.from, to: cursor.end };
}

function parseLoop(cursor: Cursor): LoopNode | null {
  const head = cursor.next();
  // `for each hut in huts`
  if (cursor.isWord('each') && cursor.peek(1).kind === 'name' && cursor.peek(1).text !== 'in')
    passExtraWord(cursor, 'for');
  const variable = cursor.name('A name for each item');
  if (!variable) return null;
  if (!cursor.skipWord('in')) {
    cursor.missing('The word in');
    return { variable, list: null, from: head.from, to: cursor.end };
  }
  const list = parseValue(cursor);
  return { variable, list, from: head.from, to: cursor.end };
}

/** `[when CONDITION] STEPS [motion NAME] [otherwise [when CONDITION] STEPS …]` */
export function parseBranches(cursor: Cursor): BranchNode[] {
  let branches: BranchNode[] = [];
  for (;;) {
    const head = cursor.peek();
    if (cursor.isWord('if') && !cursor.peek().first) cursor.report(cursor.peek(), 'if is called when here.', 'when');
    const conditional =
      cursor.skipWord('when') || (cursor.isWord('if') && !cursor.peek().first && cursor.skipWord('if'));
    const condition = conditional ? parseCondition(cursor) : null;
    // A condition that does not read has been reported; its steps are not to count as if there were none.
    if (conditional && !condition && !includes(stepWords, cursor.peek().text)) return branches;
    const steps = parseSteps(cursor);
    if (steps.length === 0 && !conditional) return branches;
    const motion = cursor.skipWord('motion') ? cursor.name('How the screen comes in, such as slide or none,') : null;
    const branch = { condition, steps, motion, from: head.from, to: cursor.end };
    if (branches.length === 0) branches = [branch];
    else branches.push(branch);
    if (cursor.isWord('else') && conditional)
      cursor.report(cursor.peek(), 'else is called otherwise here.', 'otherwise');
    else if (!cursor.isWord('otherwise')) return branches;
    const word = cursor.next();
    if (!conditional) cursor.report(word, 'This otherwise belongs to no when: the steps before it always happen.');
  }
}

/** Steps joined with `then`, up to one that cannot be read. */
export function parseSteps(cursor: Cursor): StepNode[] {
  const first = parseStep(cursor);
  if (!first) return [];
  // Nearly always there is but one: a list that begins with it has no room to spare.
  const steps = [first];
  while (cursor.skipWord('then') || passForeignThen(cursor)) {
    const step = parseStep(cursor);
    if (!step) break;
    steps.push(step);
  }
  return steps;
}

/** `and` or a comma between two steps: reported, and passed over. Returns whether one stands here. */
function passForeignThen(cursor: Cursor): boolean {
  const joint = cursor.peek();
  if (joint.first || (joint.text !== 'and' && joint.text !== ',')) return false;
  const step = cursor.peek(1);
  if (step.first || !(includes(stepWords, step.text) || stepMeant(step.text))) return false;
  cursor.report(joint, 'Write then between two steps.', {
    label: 'Write then',
    edits: [{ from: joint.from, to: joint.to, insert: joint.text === ',' ? ' then' : 'then' }],
  });
  cursor.next();
  return true;
}

/** `->`, `=>` and `→`, which many write for “leads to”: reported, and skipped. */
function passArrow(cursor: Cursor): boolean {
  const [first, second] = [cursor.peek(), cursor.peek(1)];
  const length =
    first.text === '→'
      ? 1
      : (first.text === '-' || first.text === '=') && second.text === '>' && second.from === first.to
        ? 2
        : 0;
  if (length === 0) return false;
  cursor.report(
    { from: first.from, to: first.from + length },
    'An arrow is no step: write push, replace, present or reset.',
    'push',
  );
  for (let passed = 0; passed < length; passed++) cursor.next();
  return true;
}

/** Words that may follow the name of a screen in a step. */
const behindScreen: ReadonlySet<string> = new Set([
  'then',
  'and',
  'gives',
  'motion',
  'icon',
  'otherwise',
  'else',
  'or',
]);

/** A step that opens a screen, behind its word: `SCREEN(args) [gives NAME]` */
function parseOpening(cursor: Cursor, kind: Opening, from: number): StepNode {
  if (cursor.isWord('to') || cursor.isWord('with')) {
    const { kind: after, first, text } = cursor.peek(1);
    if (after === 'name' && !first && !behindScreen.has(text)) passExtraWord(cursor, kind);
  }
  // A screen is named, not quoted.
  const quoted = cursor.peek();
  if (quoted.kind === 'string' && !quoted.first && /^"[A-Za-z_]\w*"$/.test(quoted.text)) {
    cursor.next();
    cursor.report(quoted, 'Write the name of a screen without quotation marks.', quoted.text.slice(1, -1));
    const name = { text: quoted.text.slice(1, -1), from: quoted.from + 1, to: quoted.to - 1 };
    const target = { module: null, name, from: name.from, to: name.to };
    return { kind, target, list: parseArguments(cursor), gives: parseGives(cursor, kind), from, to: cursor.end };
  }
  const target = parseReference(cursor);
  const list = target ? parseArguments(cursor) : null;
  const gives = target ? parseGives(cursor, kind) : null;
  if (target) passShape(cursor);
  return { kind, target, list, gives, from, to: cursor.end };
}

/** `as sheet` behind a step: reported, and passed over. The screen says how it comes in. */
function passShape(cursor: Cursor): void {
  if (!cursor.isWord('as') || cursor.peek().first) return;
  const { from } = cursor.next();
  const { kind, text, first, to } = cursor.peek();
  const shape = kind === 'name' && !first ? ` ${text}` : '';
  cursor.report({ from, to: shape === '' ? cursor.end : to }, `Write as${shape} behind the title of the screen.`);
  if (shape !== '') cursor.next();
}

/** `gives NAME`; null if it does not stand here. */
function parseGives(cursor: Cursor, kind: Opening): Name | null {
  const word = cursor.peek();
  if (!cursor.skipWord('gives')) return null;
  const name = cursor.name('The name of the value that gets the result');
  if (kind === 'push' || kind === 'present') return name;
  cursor.report(
    { from: word.from, to: cursor.end },
    `Only push and present can have gives: a ${kind} leaves no screen that could get a result.`,
  );
  return null;
}

function parseStep(cursor: Cursor): StepNode | null {
  const head = cursor.peek();
  if (passArrow(cursor)) return parseOpening(cursor, 'push', head.from);
  if (head.kind !== 'name' || cursor.statementOnNewLine) {
    cursor.missing(`A step (${stepWords.join(', ')})`);
    return null;
  }
  const meant = includes(stepWords, head.text) ? undefined : stepMeant(head.text);
  if (meant) {
    const hasTo = meant === 'push' && cursor.peek(1).text === 'to' && cursor.peek(1).kind === 'name';
    cursor.report(
      { from: head.from, to: hasTo ? cursor.peek(1).to : head.to },
      `${head.text} is called ${meant} here.`,
      meant,
    );
    if (hasTo) cursor.dropSecond();
  }
  const word = meant ?? head.text;
  if (!includes(stepWords, word)) {
    const near = closest(word, stepWords);
    cursor.reportWord(
      head,
      `${word} is no step. ${near ? `Did you mean ${near}?` : `A trigger can ${stepWords.join(', ')}.`}`,
      near,
    );
    cursor.next();
    skipObject(cursor);
    return null;
  }
  cursor.next();
  if (includes(opening, word)) return parseOpening(cursor, word as Opening, head.from);
  switch (word) {
    case 'close':
      return { kind: 'close', with: parseResult(cursor), from: head.from, to: cursor.end };
    case 'back':
      return parseBack(cursor, head.from);
    case 'sets':
      return parseSets(cursor, head.from);
    case 'resume': {
      const or = cursor.skipWord('or') ? cursor.deeper(() => parseStep(cursor)) : null;
      return { kind: 'resume', or, from: head.from, to: cursor.end };
    }
    default: {
      const what = cursor.string('What the app is left for, in quotation marks,');
      return { kind: 'leave', what, from: head.from, to: cursor.end };
    }
  }
}

function parseBack(cursor: Cursor, from: number): StepNode {
  const to = cursor.isWord('to');
  if (!to && !cursor.isWord('past')) return { kind: 'back', with: parseResult(cursor), from, to: cursor.end };
  cursor.next();
  const target = parseReference(cursor);
  return { kind: to ? 'back to' : 'back past', target, from, to: cursor.end };
}

/** `with VALUE`, the result that goes back; null if it does not stand here. */
const parseResult = (cursor: Cursor): ValueNode | null => (cursor.skipWord('with') ? parseValue(cursor) : null);

function parseSets(cursor: Cursor, from: number): StepNode {
  const flag: Name | null = cursor.name('The name of a flag');
  if (flag && !cursor.isSymbol('=')) cursor.missing(`“=” and what ${flag.text} becomes`);
  const value = flag && cursor.skipSymbol('=') ? parseValue(cursor) : null;
  return { kind: 'sets', flag, value, from, to: cursor.end };
}

/** Most likely only the step's word is misspelt: its object is read as well, so that it causes no second problem. */
function skipObject(cursor: Cursor): void {
  if (cursor.peek().first) return;
  if (cursor.peek().kind === 'string') {
    cursor.next();
  } else if (cursor.peek().kind === 'name') {
    parseReference(cursor);
    parseArguments(cursor);
  }
}
