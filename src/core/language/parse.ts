/** The parser: recursive descent over the tokens, one function a statement. */
import { Cursor } from './cursor';
import type { Leftovers } from './incremental';
import { declarationWords, plannedDeclarations } from './keywords';
import { parseArguments, parseField, parseList, parseReference } from './parse-parts';
import { parseScreen } from './parse-screen';
import type {
  AppNode, Block, ChoiceNode, DeclarationNode, FieldNode, IdNode, ModuleNode, Name, OriginNode, RecordNode, ScreenNode, StartNode, SyntaxTree,
} from './syntax';

/**
 * Parses a plan. Never throws: what cannot be read becomes a problem, and the rest of the text still counts.
 * Time and space are linear in the text's length.
 *
 * @param leftovers screens of the text before that may be taken over (see `incremental.ts`)
 */
export function parse(text: string, leftovers: Leftovers | null = null): SyntaxTree {
  const cursor = new Cursor(text, leftovers);
  const declarations: DeclarationNode[] = [];
  while (!cursor.done) {
    const declaration = parseDeclaration(cursor);
    if (declaration) declarations.push(declaration);
  }
  return { text, declarations, problems: cursor.problems };
}

function parseDeclaration(cursor: Cursor): DeclarationNode | null {
  const head = cursor.peek();
  const word = cursor.beginsDeclaration ? head.text : '';
  switch (word) {
    case 'app': return parseApp(cursor);
    case 'origin': return parseOrigin(cursor);
    case 'start': return parseStart(cursor);
    case 'id': return parseId(cursor);
    case 'choice': return parseChoice(cursor);
    case 'record': return parseRecord(cursor);
    case 'module': return parseModule(cursor);
    case 'private':
    case 'screen': return parseScreen(cursor);
    default:
      if ((plannedDeclarations as readonly string[]).includes(word)) {
        cursor.report(head, `This version of Andante does not read ${word} yet.`);
        cursor.skip();
      } else {
        cursor.stray('outside a screen', declarationWords);
      }
      return null;
  }
}

function parseApp(cursor: Cursor): AppNode {
  const doc = cursor.doc;
  const head = cursor.next();
  return { kind: 'app', doc, name: cursor.string('The app’s name in quotation marks'), from: head.from, to: cursor.end };
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

function parseId(cursor: Cursor): IdNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const name = cursor.name('The id’s name');
  let base: Name | null = null;
  if (name) {
    if (cursor.skipSymbol(':')) base = cursor.name('The type that carries the id, such as int or text,');
    else cursor.missing('A colon and the type that carries the id');
  }
  return { kind: 'id', doc, name, base, from: head.from, to: cursor.end };
}

/** `{ item, item }`, as choices and records have it. */
function parseBraces<T>(cursor: Cursor, what: string, item: () => T | null): T[] {
  const open = cursor.peek();
  if (!cursor.skipSymbol('{')) {
    cursor.missing(`An opening brace and ${what}`);
    return [];
  }
  const items = cursor.isSymbol('}') ? [] : parseList(cursor, item, '}');
  if (!cursor.skipSymbol('}')) {
    if (cursor.done || cursor.statementOnNewLine) cursor.report(open, 'This brace is not closed.');
    else {
      cursor.missing(`A comma or the closing brace`);
      while (!cursor.done && !cursor.isSymbol('}') && !cursor.statementOnNewLine) cursor.next();
      cursor.skipSymbol('}');
    }
  }
  return items;
}

function parseChoice(cursor: Cursor): ChoiceNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const name = cursor.name('The choice’s name');
  const options = parseBraces(cursor, 'what there is to choose', () => cursor.name('A name to choose'));
  return { kind: 'choice', doc, name, options, from: head.from, to: cursor.end };
}

function parseRecord(cursor: Cursor): RecordNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const name = cursor.name('The record’s name');
  const fields = parseBraces<FieldNode>(cursor, 'the fields', () => parseField(cursor, 'The name of a field'));
  return { kind: 'record', doc, name, fields, from: head.from, to: cursor.end };
}

/** `module NAME [by "Owner"] { screens }` */
function parseModule(cursor: Cursor): ModuleNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const name = cursor.name('The module’s name');
  const owner = cursor.skipWord('by') ? cursor.string('The owner in quotation marks') : null;
  const isScreen = (): boolean => cursor.beginsDeclaration && (cursor.isWord('screen') || cursor.isWord('private'));
  const body: Block<ScreenNode> | null = cursor.block<ScreenNode>(
    name ? `The module ${name.text}` : 'This module', head, isScreen, (items) => {
      if (isScreen()) items.push(parseScreen(cursor));
      else if (cursor.beginsDeclaration) return false;
      else cursor.stray('in a module', ['screen', 'private']);
      return true;
    },
  );
  if (!body) cursor.missing('An opening brace and the module’s screens');
  return { kind: 'module', doc, name, owner, body, from: head.from, to: cursor.end };
}
