import type { Changed } from '../changes/change';
import type { Comparison } from '../compare';
import { writtenText } from '../parts/part';

/**
 * A changed statement before and after; null if only a comment has changed. Where both are written alike, but name
 * something else, the old one is in the names of the new plan.
 */
export function statementsOf(
  { before, after }: Pick<Changed, 'before' | 'after'>,
  plans: Comparison,
): { readonly was: string; readonly is: string } | null {
  if (before.text === after.text) return null;
  const [was, is] = [writtenText(plans.before.text, before), writtenText(plans.after.text, after)];
  return { was: was === is ? before.text : was, is };
}
