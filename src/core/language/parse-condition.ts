/** Conditions, with the usual precedence: `not` before `and` before `or`. */
import type { Cursor } from './cursor';
import { parsePath, parseValue } from './parse-parts';
import type { ConditionNode } from './syntax';

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
  cursor.report({ from: first.from, to: second.to }, `Conditions are joined by the word ${word}.`, word);
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
  const isSign = head.text === '!' && head.kind === 'stray';
  if (isSign) {
    cursor.report(head, 'What does not hold is said by the word not.', {
      label: 'Write not',
      edits: [{ from: head.from, to: head.to, insert: 'not ' }],
    });
    cursor.next();
  }
  if (isSign || cursor.skipWord('not')) {
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
  if (!names) return null;
  const [first] = names;
  if (cursor.isSymbol('=')) {
    const sign = cursor.next();
    const twice = cursor.isSymbol('=') && cursor.peek().from === sign.to;
    if (twice) cursor.next();
    cursor.report(
      { from: sign.from, to: cursor.end },
      `A condition compares with the word is, as in tier is member; “${twice ? '==' : '='}” ${twice ? 'is no word of a plan' : 'gives a value'}.`,
      'is',
    );
    return { kind: 'is', name: first, not: false, value: parseValue(cursor), from: first.from, to: cursor.end };
  }
  if (!cursor.skipWord('is')) {
    if (names.length > 1) cursor.missing('The words is given');
    return { kind: 'flag', name: first, from: first.from, to: cursor.end };
  }
  const not = cursor.skipWord('not');
  if (cursor.isWord('given') || names.length > 1) {
    if (!cursor.skipWord('given')) cursor.missing('The word given');
    return { kind: 'given', names, not, from: first.from, to: cursor.end };
  }
  return { kind: 'is', name: first, not, value: parseValue(cursor), from: first.from, to: cursor.end };
}
