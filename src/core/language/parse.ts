/** The parser: recursive descent over the tokens, one function a statement. */
import { Cursor } from './cursor';
import type { Leftovers } from './leftovers';
import { declarationWords, isDeclarationWord } from './keywords';
import { parseAccept, parseRule, parseWalk } from './parse-checks';
import { parseEntry, parseEvent, parseMenu, parseTabs } from './parse-menus';
import { parseArguments, parseList, parseReference, passColon } from './parse-parts';
import { meantDeclaration, parseScreen, parseTakes } from './parse-screen';
import { parseChoice, parseFlag, parseId, parseRecord } from './parse-types';
import {
  variantSizes,
  type AppNode,
  type BackLeavesNode,
  type DeclarationNode,
  type IncludeNode,
  type ModuleMemberNode,
  type ModuleNode,
  type MotionNode,
  type Name,
  type OriginNode,
  type StartNode,
  type SyntaxTree,
  type StringNode,
  type VariantNode,
  type VariantsNode,
} from './syntax';

/**
 * Parses a plan. Never throws: unreadable text becomes a problem, and the rest of the text still counts. Time and space
 * are linear in the text's length.
 *
 * @param leftovers screens of the previous text that may be taken over (see `leftovers.ts`)
 */
export function parse(text: string, leftovers: Leftovers | null = null): SyntaxTree {
  const cursor = new Cursor(text, leftovers);
  const declarations: DeclarationNode[] = [];
  while (!cursor.done) {
    if (cursor.beginsForeignComment) {
      cursor.statement(() => cursor.passForeignComment());
      continue;
    }
    const declaration = cursor.statement(() => parseDeclaration(cursor));
    if (declaration) declarations.push(declaration);
  }
  return { text, declarations, problems: cursor.problems };
}

function parseDeclaration(cursor: Cursor): DeclarationNode | null {
  passColon(cursor, (word) => cursor.peek().first && isDeclarationWord(word));
  const head = cursor.peek();
  const meant = meantDeclaration(cursor);
  // A screen says so itself.
  if (meant && meant !== 'screen') cursor.report(head, `${head.text} is called ${meant} here.`, meant);
  const word = meant ?? (cursor.beginsDeclaration ? head.text : '');
  switch (word) {
    case 'app':
      return parseApp(cursor);
    case 'origin':
      return parseOrigin(cursor);
    case 'variants':
      return parseVariants(cursor);
    case 'start':
      return parseStart(cursor);
    case 'motion':
      return parseMotion(cursor);
    case 'back':
      return parseBackLeaves(cursor);
    case 'include':
      return parseInclude(cursor);
    case 'id':
      return parseId(cursor);
    case 'choice':
      return parseChoice(cursor);
    case 'record':
      return parseRecord(cursor);
    case 'flag':
      return parseFlag(cursor);
    case 'tabs':
      return parseTabs(cursor);
    case 'menu':
      return parseMenu(cursor);
    case 'event':
      return parseEvent(cursor);
    case 'entry':
      return parseEntry(cursor);
    case 'module':
      return parseModule(cursor);
    case 'private':
    case 'screen':
      return parseScreen(cursor);
    case 'rule':
      return parseRule(cursor);
    case 'walk':
      return parseWalk(cursor);
    case 'accept':
      return parseAccept(cursor);
    default:
      cursor.stray('outside a screen', declarationWords);
      return null;
  }
}

function parseApp(cursor: Cursor): AppNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const name =
    cursor.peek().kind === 'name' && !cursor.peek().first
      ? bareString(cursor)
      : cursor.string('The app’s name in quotation marks');
  return { kind: 'app', doc, name, from: head.from, to: cursor.end };
}

/** Words to the end of their line that should stand in quotation marks. */
function bareString(cursor: Cursor): StringNode {
  const first = cursor.next();
  while (!cursor.done && !cursor.peek().first && cursor.peek().kind === 'name') cursor.next();
  const range = { from: first.from, to: cursor.end };
  const value = cursor.text.slice(range.from, range.to);
  cursor.report(range, 'Write the name of the app in quotation marks.', `"${value}"`);
  return { value, ...range };
}

function parseOrigin(cursor: Cursor): OriginNode {
  const head = cursor.next();
  const token = cursor.peek();
  let url: Name | null = null;
  if (token.kind === 'url') {
    cursor.next();
    url = { text: token.text, from: token.from, to: token.to };
  } else {
    cursor.missing('An origin such as https://app.example');
  }
  return { kind: 'origin', url, from: head.from, to: cursor.end };
}

function parseStart(cursor: Cursor): StartNode {
  const head = cursor.next();
  const target = parseReference(cursor);
  const list = target ? parseArguments(cursor) : null;
  return { kind: 'start', target, list, from: head.from, to: cursor.end };
}

function parseVariants(cursor: Cursor): VariantsNode {
  const head = cursor.next();
  const variants = parseList(cursor, () => parseVariant(cursor), null);
  return { kind: 'variants', variants, from: head.from, to: cursor.end };
}

/** `NAME [wide | small]` */
function parseVariant(cursor: Cursor): VariantNode | null {
  const name = cursor.name('The name of a variant');
  if (!name) return null;
  const size = variantSizes.find((word) => !cursor.peek().first && cursor.skipWord(word)) ?? null;
  return { name, size, from: name.from, to: cursor.end };
}

function parseMotion(cursor: Cursor): MotionNode {
  const head = cursor.next();
  return {
    kind: 'motion',
    name: cursor.name('How screens come in, such as slide or none,'),
    from: head.from,
    to: cursor.end,
  };
}

/** `back leaves`; the cursor has seen both words. */
function parseBackLeaves(cursor: Cursor): BackLeavesNode {
  const head = cursor.next();
  cursor.next();
  return { kind: 'back leaves', from: head.from, to: cursor.end };
}

function parseInclude(cursor: Cursor): IncludeNode {
  const head = cursor.next();
  return {
    kind: 'include',
    file: cursor.string('The name of a file in quotation marks'),
    from: head.from,
    to: cursor.end,
  };
}

/** `module NAME [by "Owner"] { takes … screens }` */
function parseModule(cursor: Cursor): ModuleNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const name = cursor.name('The module’s name');
  const owner = cursor.skipWord('by') ? cursor.string('The owner in quotation marks') : null;
  const isScreen = (): boolean =>
    meantDeclaration(cursor) === 'screen' ||
    (cursor.beginsDeclaration && (cursor.isWord('screen') || cursor.isWord('private')));
  const isTakes = (): boolean => cursor.beginsMember && cursor.isWord('takes');
  const body = cursor.block<ModuleMemberNode>(
    name ? `The module ${name.text}` : 'This module',
    head,
    () => isScreen() || isTakes(),
    (items) => {
      if (isScreen()) items.push(parseScreen(cursor));
      else if (isTakes()) items.push(parseTakes(cursor));
      else if (cursor.beginsDeclaration) return false;
      else cursor.stray('in a module', ['screen', 'private', 'takes']);
      return true;
    },
  );
  if (!body) cursor.missing('An opening brace and the module’s screens');
  return { kind: 'module', doc, name, owner, body, from: head.from, to: cursor.end };
}
