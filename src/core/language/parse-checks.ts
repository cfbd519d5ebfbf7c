/** Parses the rules, kept walks and accepted findings of a plan. */
import type { Cursor } from './cursor';
import { isWalkWord, walkWords } from './keywords';
import { parseList, parseReference, parseValue } from './parse-parts';
import type {
  AcceptNode,
  Name,
  RuleNode,
  ScreenReference,
  StringNode,
  TakenNode,
  WalkNode,
  WalkStepNode,
  WalkValueNode,
} from './syntax';

/** `rule "Title" never A beneath B · never A after B · always A beneath B · from A always reach B` */
export function parseRule(cursor: Cursor): RuleNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const title = cursor.peek().kind === 'string' ? cursor.string('The rule’s title') : null;
  if (!title) cursor.missing('The rule’s title in quotation marks');
  const node = { kind: 'rule', doc, title } as const;
  const end = (claim: RuleNode['claim'], first: ScreenReference | null, second: ScreenReference | null): RuleNode => ({
    ...node,
    claim,
    first,
    second,
    from: head.from,
    to: cursor.end,
  });

  if (cursor.skipWord('from')) {
    const first = parseReference(cursor);
    if (!first) return end(null, null, null);
    if (!cursor.skipWord('always') || !cursor.skipWord('reach')) {
      cursor.missing('The words always reach');
      return end(null, first, null);
    }
    return end('always reach', first, parseReference(cursor));
  }
  const never = cursor.skipWord('never');
  if (!never && !cursor.skipWord('always')) {
    cursor.missing('What is to hold (never A beneath B, never A after B, always A beneath B, from A always reach B)');
    return end(null, null, null);
  }
  const first = parseReference(cursor);
  if (!first) return end(null, null, null);
  if (cursor.skipWord('beneath')) return end(never ? 'never beneath' : 'always beneath', first, parseReference(cursor));
  if (never && cursor.skipWord('after')) return end('never after', first, parseReference(cursor));
  cursor.missing(never ? 'The word beneath or after' : 'The word beneath');
  return end(null, first, null);
}

/** `walk "Title" { STEPS }` */
export function parseWalk(cursor: Cursor): WalkNode {
  const doc = cursor.doc;
  const head = cursor.next();
  const title = cursor.peek().kind === 'string' ? cursor.string('The walk’s title') : null;
  if (!title) cursor.missing('The walk’s title in quotation marks');
  const begins = (): boolean => cursor.peek().kind === 'name' && isWalkWord(cursor.peek().text);
  const body = cursor.block<WalkStepNode>(title ? `The walk ${title.value}` : 'This walk', head, begins, (items) => {
    if (begins()) items.push(parseWalkStep(cursor));
    else if (cursor.beginsDeclaration || cursor.beginsMember) return false;
    else cursor.stray('in a walk', walkWords);
    return true;
  });
  if (!body) cursor.missing('An opening brace and the steps of the walk');
  return { kind: 'walk', doc, title, body, from: head.from, to: cursor.end };
}

function parseWalkStep(cursor: Cursor): WalkStepNode {
  const head = cursor.next();
  const from = head.from;
  switch (head.text) {
    case 'tap':
      return parseTap(cursor, from);
    case 'tab':
    case 'menu':
    case 'event': {
      const label = cursor.string(
        `The ${head.text === 'menu' ? 'item' : head.text}’s ${head.text === 'event' ? 'title' : 'label'}`,
      );
      const taken = label ? parseTaken(cursor) : [];
      return { kind: head.text, label, taken, from, to: cursor.end };
    }
    case 'back':
      return { kind: 'back', from, to: cursor.end };
    case 'open': {
      const token = cursor.peek();
      let url: Name | null = null;
      let label: StringNode | null = null;
      if (token.kind === 'url') url = { text: cursor.next().text, from: token.from, to: token.to };
      else if (token.kind === 'string') label = cursor.string('The entry’s label');
      else cursor.missing('A URL, or the label of an entry in quotation marks');
      const taken = url || label ? parseTaken(cursor) : [];
      return { kind: 'open', url, label, taken, from, to: cursor.end };
    }
    case 'set': {
      const given = parseWalkValue(cursor, 'The name of a flag');
      return { kind: 'set', flag: given?.name ?? null, value: given?.value ?? null, from, to: cursor.end };
    }
    default: {
      const screen = parseReference(cursor);
      const beneath = screen && cursor.skipWord('beneath') ? parseReference(cursor) : null;
      const values = screen ? parseWalkValues(cursor) : [];
      return { kind: 'expect', screen, beneath, values, from, to: cursor.end };
    }
  }
}

/** `tap "Trigger" [with name = literal, …]`, and the assumed conditions */
function parseTap(cursor: Cursor, from: number): WalkStepNode {
  const label = cursor.string('The trigger’s name in quotation marks');
  const values = label ? parseWalkValues(cursor) : [];
  const taken = label ? parseTaken(cursor) : [];
  return { kind: 'tap', label, values, taken, from, to: cursor.end };
}

/** `with name = literal, …`; none if it does not stand here. */
const parseWalkValues = (cursor: Cursor): WalkValueNode[] =>
  cursor.skipWord('with') ? parseList(cursor, () => parseWalkValue(cursor, 'The name of a value'), null) : [];

/** `if "condition"`, `unless "condition"`, in any number */
function parseTaken(cursor: Cursor): TakenNode[] {
  const taken: TakenNode[] = [];
  for (;;) {
    const holds = cursor.isWord('if');
    if (!holds && !cursor.isWord('unless')) return taken;
    const word = cursor.next();
    const text = cursor.string('The condition in quotation marks');
    taken.push({ holds, text, from: word.from, to: cursor.end });
  }
}

function parseWalkValue(cursor: Cursor, what: string): WalkValueNode | null {
  const name = cursor.name(what);
  if (!name) return null;
  if (!cursor.isSymbol('=')) cursor.missing(`“=” and the value of ${name.text}`);
  const value = cursor.skipSymbol('=') ? parseValue(cursor) : null;
  return { name, value, from: name.from, to: cursor.end };
}

/** `accept RULE [on NAME] because "…"` */
export function parseAccept(cursor: Cursor): AcceptNode {
  const head = cursor.next();
  const token = cursor.peek();
  let rule: Name | null = null;
  if (token.kind === 'rule') rule = { text: cursor.next().text, from: token.from, to: token.to };
  else cursor.missing('A rule’s id, such as name/same-title,');
  let subject: AcceptNode['subject'] = null;
  if (rule && cursor.skipWord('on')) {
    if (cursor.peek().kind === 'string') {
      const { value, from, to } = cursor.string('A name')!;
      subject = { text: value, from, to };
    } else {
      const reference = parseReference(cursor);
      if (reference)
        subject = {
          text: `${reference.module ? `${reference.module.text}.` : ''}${reference.name.text}`,
          from: reference.from,
          to: reference.to,
        };
    }
  }
  let because = null;
  if (cursor.skipWord('because')) because = cursor.string('The reason in quotation marks');
  else if (rule) cursor.missing('The word because and the reason');
  return { kind: 'accept', rule, subject, because, from: head.from, to: cursor.end };
}
