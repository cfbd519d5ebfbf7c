/** Screens and what stands in them. */
import type { Cursor } from './cursor';
import { memberWords, plannedMembers, plannedSteps, stepWords } from './keywords';
import { parseArguments, parseField, parseList, parseParameter, parseReference, parseValue } from './parse-parts';
import { opening, type LinkNode, type LoopNode, type MemberNode, type Name, type OnNode, type Opening, type ScreenNode, type StepNode, type UnderNode } from './syntax';
import { closest } from './closest';

const includes = (words: readonly string[], word: string): boolean => words.includes(word);

/** `[private] screen NAME "Title" { … }`; the body may be left out, so that bare screens are quick to lay out. */
export function parseScreen(cursor: Cursor): ScreenNode {
  const unchanged = cursor.takeOver();
  if (unchanged) return unchanged;
  const head = cursor.peek();
  const doc = cursor.doc;
  const isPrivate = cursor.skipWord('private');
  if (!cursor.skipWord('screen')) cursor.missing('The word screen');
  const name = cursor.name('The screen’s name');
  const title = cursor.peek().kind === 'string' ? cursor.string('The title') : null;
  const body = cursor.block<MemberNode>(
    name ? `The screen ${name.text}` : 'This screen', head, () => cursor.beginsMember, (items) => parseMember(cursor, items),
  );
  return { kind: 'screen', doc, private: isPrivate, name, title, body, from: head.from, to: cursor.end };
}

function parseMember(cursor: Cursor, items: MemberNode[]): boolean {
  if (cursor.beginsDeclaration) return false;
  const head = cursor.peek();
  const word = cursor.beginsMember ? head.text : '';
  if (includes(plannedMembers, word)) {
    cursor.report(head, `This version of Andante does not read ${word} yet.`);
    cursor.skip();
  } else if (word === 'takes') {
    cursor.next();
    const parameters = parseList(cursor, () => parseParameter(cursor), null);
    items.push({ kind: 'takes', parameters, from: head.from, to: cursor.end });
  } else if (word === 'has') {
    cursor.next();
    const fields = parseList(cursor, () => parseField(cursor, 'The name of a value'), null);
    items.push({ kind: 'has', fields, from: head.from, to: cursor.end });
  } else if (word === 'on') {
    items.push(parseOn(cursor));
  } else if (word === 'link') {
    items.push(parseLink(cursor));
  } else {
    cursor.stray('in a screen', memberWords);
  }
  return true;
}

/** `on "Trigger" [for x in list] STEP [then STEP]…` */
function parseOn(cursor: Cursor): OnNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const trigger = cursor.string('The trigger’s name in quotation marks');
  const loop = cursor.isWord('for') ? parseLoop(cursor) : null;
  const steps: StepNode[] = [];
  do {
    const step = parseStep(cursor);
    if (step === 'skipped') break;
    if (step) steps.push(step);
    else break;
  } while (cursor.skipWord('then'));
  return { kind: 'on', doc, trigger, loop, steps, from: head.from, to: cursor.end };
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

function parseStep(cursor: Cursor): StepNode | 'skipped' | null {
  const head = cursor.peek();
  if (head.kind !== 'name' || cursor.statementOnNewLine) {
    cursor.missing(`A step (${stepWords.join(', ')})`);
    return null;
  }
  const word = head.text;
  if (includes(opening, word)) {
    cursor.next();
    const target = parseReference(cursor);
    const list = target ? parseArguments(cursor) : null;
    return { kind: word as Opening, target, list, from: head.from, to: cursor.end };
  }
  if (word === 'leave') {
    cursor.next();
    const what = cursor.string('What the app is left for, in quotation marks,');
    return { kind: 'leave', what, from: head.from, to: cursor.end };
  }
  if (word === 'back') {
    cursor.next();
    if (!(cursor.isWord('to') || cursor.isWord('past')) || cursor.peek().first) return { kind: 'back', from: head.from, to: cursor.end };
    cursor.report(cursor.since(head), `This version of Andante does not read back ${cursor.peek().text} yet.`);
    cursor.skip();
    return 'skipped';
  }
  if (includes(plannedSteps, word)) {
    cursor.report(head, `This version of Andante does not read ${word} yet.`);
    cursor.skip();
    return 'skipped';
  }
  const near = closest(word, stepWords);
  cursor.report(head, `${word} is no step. ${near ? `Did you mean ${near}?` : `A trigger can ${stepWords.join(', ')}.`}`, near);
  cursor.next();
  // Most likely the step is misspelt and the rest of it right: read the rest so that it is not reported as well.
  if (cursor.peek().kind === 'name' && !cursor.peek().first) {
    parseReference(cursor);
    parseArguments(cursor);
  } else if (cursor.peek().kind === 'string' && !cursor.peek().first) {
    cursor.next();
  }
  return 'skipped';
}

/** `link PATTERN [under SCREEN(args), … | under nothing]` */
function parseLink(cursor: Cursor): LinkNode {
  const doc = cursor.doc;
  const head = cursor.next();
  let pattern: Name | null = null;
  if (cursor.peek().kind === 'url') {
    const token = cursor.next();
    pattern = { text: token.text, from: token.from, to: token.to };
  } else {
    cursor.missing('A URL pattern, which begins with a slash or a scheme,');
  }
  let under: UnderNode[] | null = null;
  if (cursor.skipWord('under')) {
    if (cursor.skipWord('nothing')) under = [];
    else under = parseList(cursor, () => parseUnder(cursor), null);
  }
  return { kind: 'link', doc, pattern, under, from: head.from, to: cursor.end };
}

function parseUnder(cursor: Cursor): UnderNode | null {
  const target = parseReference(cursor);
  return target && { target, list: parseArguments(cursor), from: target.from, to: cursor.end };
}
