/** The parts that statements share: references, types, values, argument lists. */
import type { Cursor } from './cursor';
import { closest } from './closest';
import type { TextEdit } from './edits';
import { typeMeant } from './first-guesses';
import { stepWords } from './keywords';
import type { TextRange } from './range';
import type { Token } from './tokens';
import type {
  ArgumentListNode,
  ArgumentNode,
  FieldNode,
  Name,
  OnlyNode,
  ParameterNode,
  ScreenReference,
  SyntaxFix,
  TypeNode,
  ValueNode,
} from './syntax';

export function parseReference(cursor: Cursor): ScreenReference | null {
  const first = cursor.name('A screen’s name');
  if (!first) return null;
  if (!cursor.isSymbol('.')) return { module: null, name: first, from: first.from, to: first.to };
  cursor.next();
  const name = cursor.name('The name of a screen in the module');
  // `booking.` half typed still names something: the module's name takes the place of the screen's name.
  return { module: name ? first : null, name: name ?? first, from: first.from, to: cursor.end };
}

/** `T`, `list of T`, either with `?`; the mark belongs to the whole: `list of T?` is a list that may be absent. */
export function parseType(cursor: Cursor): TypeNode | null {
  const start = cursor.peek();
  let type: TypeNode;
  if (cursor.isWord('list') && cursor.peek(1).text === 'of') {
    cursor.next();
    cursor.next();
    const of = parseItemType(cursor);
    if (!of) return null;
    type = { kind: 'list', of, from: start.from, to: cursor.end };
  } else {
    const bracket = cursor.peek();
    const isBracket = bracket.text === '[' && !bracket.first;
    const name = isBracket ? null : cursor.name('A type');
    const read = isBracket
      ? listInBrackets(cursor, bracket)
      : name && (listWithBrackets(cursor, name) ?? { kind: 'named', name, from: name.from, to: name.to });
    if (!read) return null;
    type = read;
  }
  if (!cursor.skipSymbol('?')) return type;
  return { kind: 'optional', of: type, from: start.from, to: cursor.end };
}

/** `Ticket[]` and `List<Ticket>`, as other languages write it; null where neither stands here. */
function listWithBrackets(cursor: Cursor, name: Name): TypeNode | null {
  const open = cursor.peek();
  if (open.first || open.from !== name.to || (open.text !== '[' && open.text !== '<')) return null;
  cursor.next();
  const inner = open.text === '<' ? cursor.name('The type of the list’s items') : name;
  if (!inner) return null;
  if (cursor.peek().text === (open.text === '[' ? ']' : '>')) cursor.next();
  return toldList(cursor, inner, { from: name.from, to: cursor.end });
}

/** `[Ticket]`, as other languages write it. */
function listInBrackets(cursor: Cursor, open: Token): TypeNode | null {
  cursor.next();
  const inner = cursor.name('The type of the list’s items');
  if (!inner) return null;
  if (cursor.peek().text === ']') cursor.next();
  return toldList(cursor, inner, { from: open.from, to: cursor.end });
}

function toldList(cursor: Cursor, inner: Name, range: TextRange): TypeNode {
  cursor.report(
    range,
    `Write a list of ${inner.text} as list of ${inner.text}.`,
    `list of ${typeMeant(inner.text) ?? inner.text}`,
  );
  // The element type is reported after the list itself is right.
  const meant = typeMeant(inner.text);
  return {
    kind: 'list',
    of: { kind: 'named', name: { ...inner, text: meant ?? inner.text }, from: inner.from, to: inner.to },
    ...range,
  };
}

/** Type of a list's items: without a `?` of its own, since a `?` after a list is the list's. */
function parseItemType(cursor: Cursor): TypeNode | null {
  const start = cursor.peek();
  if (cursor.isWord('list') && cursor.peek(1).text === 'of') {
    cursor.next();
    cursor.next();
    const of = cursor.deeper(() => parseItemType(cursor));
    return of && { kind: 'list', of, from: start.from, to: cursor.end };
  }
  const name = cursor.name('The type of the list’s items');
  return name && { kind: 'named', name, from: name.from, to: name.to };
}

export function parseValue(cursor: Cursor): ValueNode | null {
  const token = cursor.peek();
  if (token.kind === 'string') {
    const { value, from, to } = cursor.string('A value')!;
    return { kind: 'string', value, from, to };
  }
  if (token.kind === 'number') {
    cursor.next();
    return { kind: 'number', text: token.text, from: token.from, to: token.to };
  }
  if (token.kind === 'name' && (token.text === 'true' || token.text === 'false')) {
    cursor.next();
    return { kind: 'bool', value: token.text === 'true', from: token.from, to: token.to };
  }
  const names = parsePath(cursor, 'A value');
  return names && { kind: 'path', names, from: token.from, to: cursor.end };
}

/** `name.field.field`; null if no name stands here. */
export function parsePath(cursor: Cursor, expected: string): [Name, ...Name[]] | null {
  const first = cursor.name(expected);
  if (!first) return null;
  if (!cursor.skipSymbol('.')) return [first];
  const second = cursor.name('The name of a field');
  if (!second) return [first];
  // Most paths are no longer than this: a list that begins with both has no room to spare.
  const names: [Name, ...Name[]] = [first, second];
  while (cursor.skipSymbol('.')) {
    const field = cursor.name('The name of a field');
    if (!field) break;
    names.push(field);
  }
  return names;
}

/** `(name: value, name)`; a missing closing parenthesis is reported, and the list ends with its line. */
export function parseArguments(cursor: Cursor): ArgumentListNode | null {
  if (!cursor.isSymbol('(')) return null;
  const open = cursor.next();
  let items: ArgumentNode[] = [];
  while (!cursor.isSymbol(')')) {
    const token = cursor.peek();
    if (token.kind === 'name' && !cursor.statementOnNewLine) {
      const argument = parseArgument(cursor);
      // A list of one that begins with it has no room to spare; one that grows from nothing has room for 17.
      if (argument && items.length === 0) items = [argument];
      else if (argument) items.push(argument);
    } else if (token.kind === 'string' || token.kind === 'number') {
      cursor.next();
      cursor.report(token, `Say which argument ${token.text} is for, as in name: ${token.text}.`);
    } else {
      cursor.report(cursor.since(open), 'This list of arguments has no closing parenthesis.', null);
      return { items, from: open.from, to: cursor.end };
    }
    if (!cursor.skipSymbol(',') && !cursor.isSymbol(')') && !listGoesOn(cursor)) {
      cursor.report(cursor.since(open), 'This list of arguments has no closing parenthesis.', null);
      return { items, from: open.from, to: cursor.end };
    }
  }
  cursor.next();
  return { items, from: open.from, to: cursor.end };
}

/** Whether an argument follows without its comma; reports the missing comma. */
function listGoesOn(cursor: Cursor): boolean {
  const token = cursor.peek();
  if (
    token.kind !== 'name' ||
    token.first ||
    token.text === 'then' ||
    (stepWords as readonly string[]).includes(token.text)
  )
    return false;
  cursor.missing('A comma');
  return true;
}

function parseArgument(cursor: Cursor): ArgumentNode | null {
  const name = cursor.name('The name of an argument')!;
  if (cursor.isSymbol('.')) {
    while (cursor.skipSymbol('.')) if (!cursor.name('The name of a field')) break;
    const range = cursor.since(name);
    const value = cursor.text.slice(range.from, range.to);
    cursor.report(range, `Say which argument ${value} is for, as in name: ${value}.`);
    return null;
  }
  if (cursor.isSymbol('='))
    cursor.report(cursor.peek(), 'Write a colon before the value, as in name: value.', {
      label: 'Write a colon',
      edits: colonIn(cursor),
    });
  if (!cursor.skipSymbol(':') && !cursor.skipSymbol('=')) return { name, value: null, from: name.from, to: name.to };
  const value = parseValue(cursor);
  return { name, value, from: name.from, to: cursor.end };
}

/** A colon in place of an equals sign and the blanks before it. */
function colonIn(cursor: Cursor): TextEdit[] {
  return [{ from: cursor.previous.to, to: cursor.peek().to, insert: ':' }];
}

/** `name: type`, as records, `has` and, with a default and a sample, `takes` list them. */
export function parseField(cursor: Cursor, what: string): FieldNode | null {
  const name = cursor.name(what);
  if (!name) return null;
  const type = passColonBeforeType(cursor, `A colon and the type of ${name.text}`) ? parseType(cursor) : null;
  return { name, type, from: name.from, to: cursor.end };
}

export function parseParameter(cursor: Cursor): ParameterNode | null {
  const field = parseField(cursor, 'The name of an argument');
  if (!field) return null;
  const initial = cursor.skipSymbol('=') ? parseValue(cursor) : null;
  const sample =
    cursor.isWord('sample') && !cursor.peek().first && cursor.skipWord('sample') ? parseValue(cursor) : null;
  return { name: field.name, type: field.type, initial, sample, from: field.from, to: cursor.end };
}

/** Items with commas between them; a comma at the end is allowed where `closing` follows it. */
export function parseList<T>(cursor: Cursor, item: () => T | null, closing: string | null): T[] {
  const first = item();
  if (first === null) return [];
  const items = [first];
  // Items on lines of their own, without the commas.
  const lacking: TextRange[] = [];
  for (;;) {
    const { previous } = cursor;
    if (closing === '}' && isItemOnNewLine(cursor)) lacking.push(previous);
    else if (!cursor.skipSymbol(',')) break;
    if (closing !== null && cursor.isSymbol(closing)) break;
    // A comma at the end of a statement.
    if (closing === null && (cursor.statementOnNewLine || cursor.isSymbol('}') || cursor.done)) {
      const { from, to } = cursor.previous;
      cursor.report({ from, to }, 'A statement ends with its line, without “,”.', {
        label: 'Take “,” out',
        edits: [{ from, to, insert: '' }],
      });
      break;
    }
    const one = item();
    if (one === null) break;
    items.push(one);
  }
  if (lacking.length > 0)
    cursor.report(lacking[0]!, 'Write a comma after each but the last.', {
      label: lacking.length > 1 ? 'Write the commas' : 'Write the comma',
      edits: lacking.map(({ to }) => ({ from: to, to, insert: ',' })),
    });
  return items;
}

function isItemOnNewLine(cursor: Cursor): boolean {
  const token = cursor.peek();
  return token.kind === 'name' && token.first && !cursor.statementOnNewLine;
}

/** `only phone, tablet`; null if it does not stand here. */
export function parseOnly(cursor: Cursor): OnlyNode | null {
  const head = cursor.peek();
  if (!cursor.skipWord('only')) return null;
  const variants = parseList(cursor, () => cursor.name('The name of a variant'), null);
  return { variants, from: head.from, to: cursor.end };
}

/** One of a few words; any other word is reported with the nearest of them. */
export function parseWord<T extends string>(cursor: Cursor, words: readonly T[], expected: string): T | null {
  const token = cursor.peek();
  const word = words.find((one) => one === token.text);
  if (word && token.kind === 'name') {
    cursor.next();
    return word;
  }
  if (token.kind !== 'name' || cursor.statementOnNewLine) {
    cursor.missing(`${expected} (${words.join(', ')})`);
    return null;
  }
  const near = closest(token.text, words);
  cursor.reportWord(
    token,
    `${token.text} is none of ${words.join(', ')}.${near ? ` Did you mean ${near}?` : ''}`,
    near,
  );
  cursor.next();
  return null;
}

/** A word that people write behind the word of a statement, which says as much: reported, and passed over. */
export function passExtraWord(cursor: Cursor, head: string): void {
  const [word, after] = [cursor.peek(), cursor.peek(1)];
  cursor.report(word, `Write ${head} without ${word.text}.`, {
    label: `Take ${word.text} out`,
    edits: [{ from: word.from, to: after.from, insert: '' }],
  });
  cursor.next();
}

/** A colon behind a name or a text that takes none: reported, and passed over. */
export function passExtraColon(cursor: Cursor, what: string): void {
  const colon = cursor.peek();
  if (colon.text !== ':' || colon.first) return;
  cursor.report(colon, `Write ${what} without a colon.`, withoutColon(colon));
  cursor.next();
}

const withoutColon = ({ from, to }: TextRange): SyntaxFix => ({
  label: 'Take the colon out',
  edits: [{ from, to, insert: '' }],
});

/** The colon between a name and its type; where it is missing, that is reported. Returns whether a type follows. */
export function passColonBeforeType(cursor: Cursor, expected: string): boolean {
  if (cursor.skipSymbol(':')) return true;
  const { to } = cursor.previous;
  if (cursor.peek().kind !== 'name' || cursor.peek().first || cursor.peek(1).text === ':') {
    cursor.missing(expected);
    return false;
  }
  cursor.report(cursor.peek(), 'Write a colon before the type.', {
    label: 'Write the colon',
    edits: [{ from: to, to, insert: ':' }],
  });
  return true;
}

/** `start: home`, as other formats write it: the colon behind a statement's word is reported, and passed over. */
export function passColon(cursor: Cursor, isWord: (word: string) => boolean): void {
  const [head, colon] = [cursor.peek(), cursor.peek(1)];
  if (head.kind !== 'name' || colon.text !== ':' || !isWord(head.text)) return;
  cursor.report(colon, `Write ${head.text} without a colon.`, withoutColon(colon));
  cursor.dropSecond();
}
