/** Conditions, with the usual precedence: `not` before `and` before `or`. */
import type { Cursor } from './cursor';
import { parsePath, parseValue } from './parse-parts';
import type { ConditionNode, Name } from './syntax';

/** Reads a condition, or reports that one is missing. */
export function parseCondition(cursor: Cursor): ConditionNode | null {
  return parseJoined(cursor, 'or', () => parseJoined(cursor, 'and', () => parseOperand(cursor)));
}

/** Signs of other languages: twice in a row they join. */
const signs = { and: '&', or: '|' } as const;

/** Passes the word that joins two conditions; a sign in its place is reported. */
function skipJoint(cursor: Cursor, word: 'and' | 'or'): boolean {
  const [first, second] = [cursor.peek(), cursor.peek(1)];
  if (first.text !== signs[word] || second.text !== signs[word]) return cursor.skipWord(word);
  cursor.report({ from: first.from, to: second.to }, `${signs[word].repeat(2)} is called ${word} here.`, word);
  cursor.next();
  cursor.next();
  return true;
}

function parseJoined(cursor: Cursor, word: 'and' | 'or', part: () => ConditionNode | null): ConditionNode | null {
  const left = part();
  return left && joinMore(cursor, word, part, left);
}

/** Each further part makes the tree one level deeper. */
function joinMore(
  cursor: Cursor,
  word: 'and' | 'or',
  part: () => ConditionNode | null,
  left: ConditionNode,
): ConditionNode {
  if (!skipJoint(cursor, word)) return left;
  return (
    cursor.deeper(() => {
      const right = part();
      return right && joinMore(cursor, word, part, { kind: word, left, right, from: left.from, to: right.to });
    }) ?? left
  );
}

/** `not X`, `(…)`, `"may hold"`, `flag`, `flag is value`, `value is given` */
function parseOperand(cursor: Cursor): ConditionNode | null {
  const head = cursor.peek();
  if (skipNot(cursor)) {
    const of = cursor.deeper(() => parseOperand(cursor));
    return of && { kind: 'not', of, from: head.from, to: of.to };
  }
  if (cursor.skipSymbol('(')) {
    const inner = cursor.deeper(() => parseCondition(cursor));
    if (inner && !cursor.skipSymbol(')')) cursor.missing('A closing parenthesis');
    return inner && { ...inner, from: head.from, to: cursor.end };
  }
  if (head.kind === 'string') {
    const text = cursor.string('A condition')!;
    return { kind: 'maybe', text, from: text.from, to: text.to };
  }
  const names = parsePath(cursor, 'A condition: a flag, or a text in quotation marks,');
  return names && parseComparison(cursor, names);
}

/** Passes `not`; the sign of other languages in its place is reported. */
function skipNot(cursor: Cursor): boolean {
  const { kind, text, from, to } = cursor.peek();
  if (text !== '!' || kind !== 'stray') return cursor.skipWord('not');
  cursor.report({ from, to }, '! is called not here.', {
    label: 'Write not',
    edits: [{ from, to, insert: 'not ' }],
  });
  cursor.next();
  return true;
}

/** Comparison after a name: `is value`, `is given`, or nothing. */
function parseComparison(cursor: Cursor, names: readonly [Name, ...Name[]]): ConditionNode {
  const [name] = names;
  const { from } = name;
  if (cursor.isSymbol('=')) {
    passEquals(cursor);
    return { kind: 'is', name, not: false, value: parseValue(cursor), from, to: cursor.end };
  }
  if (!cursor.skipWord('is')) {
    if (names.length > 1) cursor.missing('The words is given');
    return { kind: 'flag', name, from, to: cursor.end };
  }
  const not = cursor.skipWord('not');
  if (cursor.isWord('given') || names.length > 1) {
    if (!cursor.skipWord('given')) cursor.missing('The word given');
    return { kind: 'given', names, not, from, to: cursor.end };
  }
  return { kind: 'is', name, not, value: parseValue(cursor), from, to: cursor.end };
}

/** `=` and `==`, as other languages compare: reported, and passed over. */
function passEquals(cursor: Cursor): void {
  const sign = cursor.next();
  const twice = cursor.isSymbol('=') && cursor.peek().from === sign.to;
  if (twice) cursor.next();
  const why = twice ? '“==” is no word of a plan' : '“=” gives a value';
  cursor.report(
    { from: sign.from, to: cursor.end },
    `A condition compares with the word is, as in tier is member; ${why}.`,
    'is',
  );
}
