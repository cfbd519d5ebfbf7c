import type {
  ArgumentListNode,
  BranchNode,
  ConditionNode,
  FieldNode,
  MemberNode,
  Name,
  OnlyNode,
  ScreenNode,
  ScreenReference,
  StepNode,
  SyntaxTree,
  TypeNode,
  ValueNode,
} from './syntax';

/** The screens of an old tree that a new text still has. */
export class Leftovers {
  /** Sound screens by where they began in the old text. */
  private readonly screens = new Map<number, ScreenNode>();
  private readonly before: string;
  private readonly prefix: number;
  /** Where in the old text the unchanged end begins, and how far it has moved. */
  private readonly suffix: number;
  private readonly delta: number;

  constructor(old: SyntaxTree, text: string) {
    const before = old.text;
    this.before = before;
    const shorter = Math.min(before.length, text.length);
    let start = 0;
    while (start < shorter && before.charCodeAt(start) === text.charCodeAt(start)) start++;
    let end = 0;
    while (
      end < shorter - start &&
      before.charCodeAt(before.length - 1 - end) === text.charCodeAt(text.length - 1 - end)
    )
      end++;
    this.prefix = start;
    this.suffix = before.length - end;
    this.delta = text.length - before.length;
    const wrong = old.problems.map((problem) => problem.from).sort((a, b) => a - b);
    let at = 0;
    const keep = (screen: ScreenNode): void => {
      while (at < wrong.length && wrong[at]! < screen.from) at++;
      if (at < wrong.length && wrong[at]! <= screen.to) return;
      if (screen.body?.closed && isAligned(before, screen)) this.screens.set(screen.from, screen);
    };
    for (const node of old.declarations) {
      if (node.kind === 'screen') keep(node);
      if (node.kind === 'module') node.body?.items.forEach(keep);
    }
  }

  /** The screen that begins at an offset of the new text, moved there; null where it has changed or was not sound. */
  take(offset: number, doc: string | null): ScreenNode | null {
    // What comes directly behind a screen counts as a part of it, and so does its line from the start: the parser looks
    // at both.
    const same = this.screens.get(offset);
    if (same && same.to < this.prefix && same.doc === doc) return same;
    const moved = this.screens.get(offset - this.delta);
    if (!moved || moved.doc !== doc || lineStart(this.before, moved.from) - 1 < this.suffix) return null;
    if (this.delta !== 0) {
      this.screens.delete(moved.from);
      moveScreen(moved, this.delta);
    }
    return moved;
  }
}

const lineStart = (text: string, offset: number): number => text.lastIndexOf('\n', offset - 1) + 1;

/**
 * Whether the screen begins its line and its closing brace is where it is expected, so that how many braces the rest of
 * the text has does not matter.
 */
function isAligned(text: string, { from, to }: ScreenNode): boolean {
  const indent = text.slice(lineStart(text, from), from);
  const beforeBrace = text.slice(lineStart(text, to - 1), to - 1);
  return indent.trim() === '' && (beforeBrace.trim() !== '' || beforeBrace.length === indent.length);
}

type Movable = { from: number; to: number };

function move(node: { readonly from: number; readonly to: number } | null, by: number): void {
  if (!node) return;
  (node as Movable).from += by;
  (node as Movable).to += by;
}

// One function for each shape of node: to go over all keys of all nodes would take as long as parsing them.

function moveScreen(screen: ScreenNode, by: number): void {
  move(screen, by);
  move(screen.name, by);
  move(screen.title, by);
  moveOnly(screen.only, by);
  move(screen.body, by);
  for (const member of screen.body?.items ?? []) moveMember(member, by);
}

function moveMember(member: MemberNode, by: number): void {
  move(member, by);
  switch (member.kind) {
    case 'takes':
      for (const parameter of member.parameters) {
        moveField(parameter, by);
        moveValue(parameter.initial, by);
        moveValue(parameter.sample, by);
      }
      break;
    case 'has':
      for (const field of member.fields) moveField(field, by);
      break;
    case 'on':
      move(member.trigger, by);
      moveOnly(member.only, by);
      move(member.loop, by);
      move(member.loop?.variable ?? null, by);
      moveValue(member.loop?.list ?? null, by);
      for (const branch of member.branches) moveBranch(branch, by);
      break;
    case 'needs':
      moveCondition(member.condition, by);
      for (const step of member.otherwise) moveStep(step, by);
      break;
    case 'link':
      move(member.pattern, by);
      for (const under of member.under ?? []) {
        move(under, by);
        moveCall(under.target, under.list, by);
      }
      break;
  }
}

function moveOnly(only: OnlyNode | null, by: number): void {
  move(only, by);
  for (const name of only?.variants ?? []) move(name, by);
}

function moveBranch(branch: BranchNode, by: number): void {
  move(branch, by);
  moveCondition(branch.condition, by);
  for (const step of branch.steps) moveStep(step, by);
  move(branch.motion, by);
}

function moveCondition(condition: ConditionNode | null, by: number): void {
  if (!condition) return;
  move(condition, by);
  switch (condition.kind) {
    case 'flag':
      return move(condition.name, by);
    case 'is':
      move(condition.name, by);
      return moveValue(condition.value, by);
    case 'given':
      for (const name of condition.names) move(name, by);
      return;
    case 'maybe':
      return move(condition.text, by);
    case 'not':
      return moveCondition(condition.of, by);
    default:
      moveCondition(condition.left, by);
      moveCondition(condition.right, by);
  }
}

function moveStep(step: StepNode, by: number): void {
  move(step, by);
  switch (step.kind) {
    case 'back':
    case 'close':
      return;
    case 'leave':
      return move(step.what, by);
    case 'back to':
    case 'back past':
      return moveCall(step.target, null, by);
    case 'sets':
      move(step.flag, by);
      return moveValue(step.value, by);
    case 'resume':
      return step.or ? moveStep(step.or, by) : undefined;
    default:
      moveCall(step.target, step.list, by);
  }
}

function moveField(field: FieldNode, by: number): void {
  move(field, by);
  move(field.name, by);
  moveType(field.type, by);
}

function moveType(type: TypeNode | null, by: number): void {
  if (!type) return;
  move(type, by);
  if (type.kind === 'named') move(type.name, by);
  else moveType(type.of, by);
}

function moveCall(target: ScreenReference | null, list: ArgumentListNode | null, by: number): void {
  if (target) {
    move(target, by);
    move(target.module, by);
    move(target.name, by);
  }
  move(list, by);
  for (const item of list?.items ?? []) {
    move(item, by);
    move(item.name, by);
    moveValue(item.value, by);
  }
}

function moveValue(value: ValueNode | null, by: number): void {
  if (!value) return;
  move(value, by);
  if (value.kind === 'path') for (const name of value.names as readonly Name[]) move(name, by);
}
