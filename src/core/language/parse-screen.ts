/** Screens and the statements in them. */
import type { Cursor } from './cursor';
import { declarationMeant, memberMeant } from './first-guesses';
import { isMemberWord, memberWords } from './keywords';
import { nameOf } from './title';
import { stringValue } from './tokens';
import { parseCondition } from './parse-condition';
import {
  parseArguments,
  parseField,
  parseList,
  parseOnly,
  parseParameter,
  parseReference,
  parseType,
  parseWord,
  passColon,
  passExtraColon,
} from './parse-parts';
import { parseOn, parseSteps } from './parse-transition';
import {
  shapes,
  type BesideNode,
  type LinkNode,
  type MemberNode,
  type Name,
  type NeedsNode,
  type OnlyNode,
  type ScreenNode,
  type Shape,
  type TakesNode,
  type UnderNode,
} from './syntax';

/**
 * `[private] screen NAME "Title" [as sheet] [only phone] [beside SCREEN [only tablet]] { … }`; the body may be left out,
 * so that bare screens are quick to lay out.
 */
export function parseScreen(cursor: Cursor): ScreenNode {
  const unchanged = cursor.takeOver();
  if (unchanged) return unchanged;
  const head = cursor.peek();
  const doc = cursor.doc;
  const isPrivate = cursor.skipWord('private');
  if (meantDeclaration(cursor) === 'screen') {
    cursor.report(cursor.peek(), `${cursor.peek().text} is called screen here.`, 'screen');
    cursor.next();
  } else if (!cursor.skipWord('screen')) cursor.missing('The word screen');
  const name =
    cursor.peek().kind === 'string' && !cursor.peek().first ? nameMeant(cursor) : cursor.name('The screen’s name');
  if (name) passExtraColon(cursor, 'the name of a screen');
  const title = cursor.peek().kind === 'string' ? cursor.string('The title') : null;
  let shape: Shape | null = null;
  let only: OnlyNode | null = null;
  let beside: BesideNode | null = null;
  for (;;) {
    if (!shape && cursor.skipWord('as')) shape = parseWord(cursor, shapes, 'What the screen comes as');
    else if (!only && cursor.isWord('only')) only = parseOnly(cursor);
    else if (!beside && cursor.isWord('beside')) beside = parseBeside(cursor);
    else break;
  }
  // Without braces a body ends where another declaration begins, whatever that is called.
  const isBraced = cursor.isSymbol('{');
  const body = cursor.block<MemberNode>(
    name ? `The screen ${name.text}` : 'This screen',
    head,
    () => cursor.beginsMember || meantMember(cursor) !== undefined,
    (items) => (isBraced || meantDeclaration(cursor) === undefined) && parseMember(cursor, items),
  );
  const { from } = head;
  // Without a spread: a node that is made by one is a slow object, and every keystroke reads and moves all screens.
  return { kind: 'screen', doc, private: isPrivate, name, title, shape, only, beside, body, from, to: cursor.end };
}

/** The name of a screen that begins with its title: reported, and made from the title. */
function nameMeant(cursor: Cursor): Name | null {
  const token = cursor.peek();
  const text = nameOf(token.text);
  if (text === '') return cursor.name('The screen’s name');
  cursor.report(token, `Write the name of the screen before its title: screen ${text} ${token.text}.`, {
    label: `Call it ${text}`,
    edits: [{ from: token.from, to: token.from, insert: `${text} ` }],
  });
  return { text, from: token.from, to: token.from };
}

/** Our word for a foreign word that begins a declaration; undefined if no such word begins this line. */
export function meantDeclaration(cursor: Cursor): string | undefined {
  const head = cursor.peek();
  if (cursor.beginsDeclaration || head.kind !== 'name' || !head.first || cursor.peek(1).kind === 'symbol')
    return undefined;
  return memberMeant(head.text) === undefined ? declarationMeant(head.text) : undefined;
}

/** Our word for a member word of other languages; undefined if there is none. */
function meantMember(cursor: Cursor): string | undefined {
  const [head, after] = [cursor.peek(), cursor.peek(1)];
  if (
    cursor.beginsMember ||
    cursor.beginsDeclaration ||
    head.kind !== 'name' ||
    !(after.kind === 'name' || after.kind === 'string' || after.kind === 'url' || after.text === ':')
  )
    return undefined;
  return memberMeant(head.text);
}

/** `beside SCREEN [only tablet]` */
function parseBeside(cursor: Cursor): BesideNode {
  const head = cursor.next();
  const list = parseReference(cursor);
  const only = list ? parseOnly(cursor) : null;
  return { list, only, from: head.from, to: cursor.end };
}

/** `takes NAME: TYPE, …` */
export function parseTakes(cursor: Cursor): TakesNode {
  const head = cursor.next();
  const parameters = parseList(cursor, () => parseParameter(cursor), null);
  return { kind: 'takes', parameters, from: head.from, to: cursor.end };
}

function parseMember(cursor: Cursor, items: MemberNode[]): boolean {
  if (cursor.beginsDeclaration) return false;
  const head = cursor.peek();
  const meant = meantMember(cursor);
  if (meant) cursor.report(head, `${head.text} is called ${meant} here.`, meant);
  passColon(cursor, (name) => isMemberWord(name) || meant !== undefined);
  const word = meant ?? (cursor.beginsMember ? head.text : '');
  if (word === 'takes') {
    items.push(parseTakes(cursor));
  } else if (word === 'has') {
    cursor.next();
    const fields = parseList(cursor, () => parseField(cursor, 'The name of a value'), null);
    items.push({ kind: 'has', fields, from: head.from, to: cursor.end });
  } else if (word === 'returns') {
    cursor.next();
    items.push({ kind: 'returns', type: parseType(cursor), from: head.from, to: cursor.end });
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
  const token = cursor.peek();
  const quoted = token.kind === 'string' && !token.first ? stringValue(token.text) : null;
  if (token.kind === 'url') {
    cursor.next();
    pattern = { text: token.text, from: token.from, to: token.to };
  } else if (quoted !== null && /^\S+$/.test(quoted)) {
    cursor.next();
    cursor.report(token, 'Write a URL pattern without quotation marks.', quoted);
    pattern = { text: quoted, from: token.from + 1, to: token.to - 1 };
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
