import { behind } from './body';
import type { TextEdit } from '../language/edits';
import type { DeclarationNode } from '../language/syntax';
import type { Plan } from '../plan/model';

const heads: ReadonlySet<DeclarationNode['kind']> = new Set([
  'app',
  'origin',
  'variants',
  'start',
  'motion',
  'back leaves',
  'include',
]);
const types: ReadonlySet<DeclarationNode['kind']> = new Set(['id', 'choice', 'record']);

/** Adds a declaration of one line behind the last one of some kinds; without any, at the beginning. */
function declareBehind(plan: Plan, kinds: readonly ReadonlySet<DeclarationNode['kind']>[], line: string): TextEdit {
  for (const set of kinds) {
    const last = plan.tree.declarations.findLast((node) => set.has(node.kind));
    if (!last) continue;
    const at = behind(plan.tree.text, last.to);
    return { from: at, to: at, insert: `\n${line}` };
  }
  return { from: 0, to: 0, insert: `${line}\n` };
}

/** Declares a type: behind the last one, otherwise behind the head of the plan. */
export const declareType = (plan: Plan, line: string): TextEdit => declareBehind(plan, [types, heads], line);

/** Declares a bool flag: behind the last flag, otherwise behind the types, otherwise behind the head of the plan. */
export const declareFlag = (plan: Plan, name: string): TextEdit =>
  declareBehind(plan, [new Set(['flag']), types, heads], `flag ${name}`);
