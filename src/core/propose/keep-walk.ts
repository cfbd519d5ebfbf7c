import type { TextEdit } from '../language/edits';
import type { DeclarationNode } from '../language/syntax';
import type { Plan } from '../plan/model';
import { walkText } from '../report/tour';
import { behind } from '../edit/body';

/** A walk to be kept: its steps are of the language. */
export interface WalkToKeep {
  readonly title: string;
  readonly steps: readonly string[];
}

/** Behind these a walk is put: the last walk, otherwise the last rule. */
const kinds: readonly DeclarationNode['kind'][] = ['walk', 'rule'];

/** Adds walks to the plan, behind its kept walks; a taken title gets a number. */
export function keepWalks(plan: Plan, walks: readonly WalkToKeep[]): TextEdit[] {
  const { text, declarations } = plan.tree;
  const taken = new Set(plan.walks.map(({ title }) => title?.value ?? ''));
  const written = walks
    .map(({ title, steps }) => {
      const free = freeTitle(title, taken);
      taken.add(free);
      return walkText(free, steps);
    })
    .join('\n');
  if (written === '') return [];
  const last = kinds
    .map((kind) => declarations.findLast((node) => node.kind === kind))
    .find((node) => node !== undefined);
  if (!last)
    return [
      { from: text.length, to: text.length, insert: `${text === '' || text.endsWith('\n') ? '' : '\n'}\n${written}` },
    ];
  const at = behind(text, last.to);
  return [{ from: at, to: at, insert: `\n\n${written.trimEnd()}` }];
}

/** A free title: unchanged, otherwise with a number. */
function freeTitle(title: string, taken: ReadonlySet<string>): string {
  if (!taken.has(title)) return title;
  let number = 2;
  while (taken.has(`${title} ${number}`)) number++;
  return `${title} ${number}`;
}
