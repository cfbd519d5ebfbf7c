/** Screens and what stands in them. */
import type { Cursor } from './cursor';
import { memberWords } from './keywords';
import { parseCondition } from './parse-condition';
import { parseArguments, parseField, parseList, parseOnly, parseParameter, parseReference, parseWord } from './parse-parts';
import { parseOn, parseSteps } from './parse-transition';
import { shapes, type LinkNode, type MemberNode, type Name, type NeedsNode, type OnlyNode, type ScreenNode, type Shape, type UnderNode } from './syntax';

/** `[private] screen NAME "Title" [as sheet] [only phone] { … }`; the body may be left out, so that bare screens are quick to lay out. */
export function parseScreen(cursor: Cursor): ScreenNode {
  const unchanged = cursor.takeOver();
  if (unchanged) return unchanged;
  const head = cursor.peek();
  const doc = cursor.doc;
  const isPrivate = cursor.skipWord('private');
  if (!cursor.skipWord('screen')) cursor.missing('The word screen');
  const name = cursor.name('The screen’s name');
  const title = cursor.peek().kind === 'string' ? cursor.string('The title') : null;
  let shape: Shape | null = null;
  let only: OnlyNode | null = null;
  for (;;) {
    if (!shape && cursor.skipWord('as')) shape = parseWord(cursor, shapes, 'What the screen comes as');
    else if (!only && cursor.isWord('only')) only = parseOnly(cursor);
    else break;
  }
  const body = cursor.block<MemberNode>(
    name ? `The screen ${name.text}` : 'This screen', head, () => cursor.beginsMember, (items) => parseMember(cursor, items),
  );
  return { kind: 'screen', doc, private: isPrivate, name, title, shape, only, body, from: head.from, to: cursor.end };
}

function parseMember(cursor: Cursor, items: MemberNode[]): boolean {
  if (cursor.beginsDeclaration) return false;
  const head = cursor.peek();
  const word = cursor.beginsMember ? head.text : '';
  if (word === 'takes') {
    cursor.next();
    const parameters = parseList(cursor, () => parseParameter(cursor), null);
    items.push({ kind: 'takes', parameters, from: head.from, to: cursor.end });
  } else if (word === 'has') {
    cursor.next();
    const fields = parseList(cursor, () => parseField(cursor, 'The name of a value'), null);
    items.push({ kind: 'has', fields, from: head.from, to: cursor.end });
  } else if (word === 'needs') {
    items.push(parseNeeds(cursor));
  } else if (word === 'on') {
    items.push(parseOn(cursor));
  } else if (word === 'link') {
    items.push(parseLink(cursor));
  } else {
    cursor.stray('in a screen', memberWords);
  }
  return true;
}

/** `needs CONDITION else STEPS` */
function parseNeeds(cursor: Cursor): NeedsNode {
  const head = cursor.next();
  const condition = parseCondition(cursor);
  if (!cursor.skipWord('else')) {
    if (condition) cursor.missing('The word else and what happens instead');
    return { kind: 'needs', condition, otherwise: [], from: head.from, to: cursor.end };
  }
  return { kind: 'needs', condition, otherwise: parseSteps(cursor), from: head.from, to: cursor.end };
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
