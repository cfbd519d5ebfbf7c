import { quote } from '../language/tokens';
import type { TextEdit } from '../language/edits';
import type { Plan, Screen } from '../plan/model';
import { indentUnit } from '../language/format';
import { titleOf } from '../language/title';
import { behind, indentAt } from './body';

/** Adds a bare screen after another one, with the arguments that its first caller already brings. */
export function createScreen(
  text: string,
  name: string,
  after: Screen | null,
  takes: readonly { name: string; type: string }[],
): TextEdit {
  const indent = after ? indentAt(text, after.node.from) : '';
  const head = `${indent}screen ${name} ${quote(titleOf(name))}`;
  const lines = takes.map((parameter) => `${indent}${indentUnit}takes ${parameter.name}: ${parameter.type}`);
  const screen = lines.length === 0 ? `${head} {\n${indent}}` : `${head} {\n${lines.join('\n')}\n${indent}}`;
  const at = after ? after.node.to : text.trimEnd().length;
  return { from: at, to: at, insert: `${at === 0 ? '' : '\n\n'}${screen}${after ? '' : '\n'}` };
}

/** Makes a screen the one that a cold start opens. */
export function setStart(plan: Plan, screen: Screen): TextEdit {
  const node = plan.tree.declarations.find((declaration) => declaration.kind === 'start');
  if (node) return { from: node.from, to: node.to, insert: `start ${screen.label}` };
  const head = plan.tree.declarations
    .filter((declaration) => declaration.kind === 'app' || declaration.kind === 'origin')
    .at(-1);
  if (head) {
    const at = behind(plan.tree.text, head.to);
    return { from: at, to: at, insert: `\nstart ${screen.label}` };
  }
  const first = plan.tree.declarations[0]?.from ?? 0;
  return { from: first, to: first, insert: `start ${screen.label}\n\n` };
}

/** Takes `beside …` out of the head of a screen. */
export function withoutBeside(text: string, { node }: Screen): TextEdit {
  const { from, to } = node.beside!;
  return { from: text.slice(0, from).trimEnd().length, to, insert: '' };
}
