/** Declarations of types, and of the state that conditions look at. */
import type { Cursor } from './cursor';
import { parseField, parseList, parseValue, passColonBeforeType } from './parse-parts';
import type { ChoiceNode, FieldNode, FlagNode, IdNode, Name, RecordNode, ValueNode } from './syntax';

export function parseId(cursor: Cursor): IdNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const name = cursor.name('The id’s name');
  const hasBase = name !== null && passColonBeforeType(cursor, 'A colon and the type that carries the id');
  const base = hasBase ? cursor.name('The type that carries the id, such as int or text,') : null;
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

export function parseChoice(cursor: Cursor): ChoiceNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const name = cursor.name('The choice’s name');
  const options = parseBraces(cursor, 'what there is to choose', () => cursor.name('A name to choose'));
  return { kind: 'choice', doc, name, options, from: head.from, to: cursor.end };
}

export function parseRecord(cursor: Cursor): RecordNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const name = cursor.name('The record’s name');
  const fields = parseBraces<FieldNode>(cursor, 'the fields', () => parseField(cursor, 'The name of a field'));
  return { kind: 'record', doc, name, fields, from: head.from, to: cursor.end };
}

/** `flag NAME [: Choice] [= literal]` */
export function parseFlag(cursor: Cursor): FlagNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const name = cursor.name('The flag’s name');
  let type: Name | null = null;
  let initial: ValueNode | null = null;
  if (name && cursor.skipSymbol(':')) type = cursor.name('The choice that the flag is one of');
  if (name && cursor.skipSymbol('=')) initial = parseValue(cursor);
  return { kind: 'flag', doc, name, type, initial, from: head.from, to: cursor.end };
}
