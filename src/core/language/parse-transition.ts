/** What a control does: its branches, and their steps. */
import { closest } from './closest';
import type { Cursor } from './cursor';
import { stepWords } from './keywords';
import { parseCondition } from './parse-condition';
import { parseArguments, parseOnly, parseReference, parseValue } from './parse-parts';
import { opening, type BranchNode, type LoopNode, type Name, type OnlyNode, type OnNode, type Opening, type StepNode } from './syntax';

const includes = (words: readonly string[], word: string): boolean => words.includes(word);

/** `on "Trigger" [only phone] [for x in list] BRANCHES` */
export function parseOn(cursor: Cursor): OnNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const trigger = cursor.string('The trigger’s name in quotation marks');
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
    const conditional = cursor.skipWord('when');
    const condition = conditional ? parseCondition(cursor) : null;
    // A condition that does not read has been reported; its steps are not to count as if there were none.
    if (conditional && !condition && !includes(stepWords, cursor.peek().text)) return branches;
    const steps = parseSteps(cursor);
    if (steps.length === 0 && !conditional) return branches;
    const motion = cursor.skipWord('motion') ? cursor.name('How the screen comes in, such as slide or none,') : null;
    const branch = { condition, steps, motion, from: head.from, to: cursor.end };
    if (branches.length === 0) branches = [branch];
    else branches.push(branch);
    if (!cursor.isWord('otherwise')) return branches;
    const word = cursor.next();
    if (!conditional) cursor.report(word, 'Only what stands behind a when can have an otherwise: the steps before it always happen.');
  }
}

/** Steps joined with `then`, up to one that cannot be read. */
export function parseSteps(cursor: Cursor): StepNode[] {
  const first = parseStep(cursor);
  if (!first) return [];
  // Nearly always there is but one: a list that begins with it has no room to spare.
  const steps = [first];
  while (cursor.skipWord('then')) {
    const step = parseStep(cursor);
    if (!step) break;
    steps.push(step);
  }
  return steps;
}

function parseStep(cursor: Cursor): StepNode | null {
  const head = cursor.peek();
  if (head.kind !== 'name' || cursor.statementOnNewLine) {
    cursor.missing(`A step (${stepWords.join(', ')})`);
    return null;
  }
  const word = head.text;
  if (!includes(stepWords, word)) {
    const near = closest(word, stepWords);
    cursor.report(head, `${word} is no step. ${near ? `Did you mean ${near}?` : `A trigger can ${stepWords.join(', ')}.`}`, near);
    cursor.next();
    skipObject(cursor);
    return null;
  }
  cursor.next();
  if (includes(opening, word)) {
    const target = parseReference(cursor);
    const list = target ? parseArguments(cursor) : null;
    return { kind: word as Opening, target, list, from: head.from, to: cursor.end };
  }
  switch (word) {
    case 'close': return { kind: 'close', from: head.from, to: cursor.end };
    case 'back': return parseBack(cursor, head.from);
    case 'sets': return parseSets(cursor, head.from);
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
  if (!to && !cursor.isWord('past')) return { kind: 'back', from, to: cursor.end };
  cursor.next();
  const target = parseReference(cursor);
  return { kind: to ? 'back to' : 'back past', target, from, to: cursor.end };
}

function parseSets(cursor: Cursor, from: number): StepNode {
  const flag: Name | null = cursor.name('The name of a flag');
  if (flag && !cursor.isSymbol('=')) cursor.missing(`“=” and what ${flag.text} becomes`);
  const value = flag && cursor.skipSymbol('=') ? parseValue(cursor) : null;
  return { kind: 'sets', flag, value, from, to: cursor.end };
}

/** Most likely a step is misspelt and the rest of it right: what it is about is read, so that it is not reported as well. */
function skipObject(cursor: Cursor): void {
  if (cursor.peek().first) return;
  if (cursor.peek().kind === 'string') {
    cursor.next();
  } else if (cursor.peek().kind === 'name') {
    parseReference(cursor);
    parseArguments(cursor);
  }
}
