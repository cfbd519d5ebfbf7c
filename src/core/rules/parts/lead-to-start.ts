import { addReset } from '../../edit/transitions';
import { mayBeLeftOut, type Plan, type Screen } from '../../plan/model';
import type { Fix } from './rule';

/** Offers a control on a screen that leads to the start, if nothing can put off the start. */
export function leadToStart({ start, tree }: Plan, screen: Screen): Fix[] {
  const target = start?.target;
  if (!target || target.only || target.needs.length > 0 || !target.parameters.every(mayBeLeftOut)) return [];
  if (target.node.private && target.module !== screen.module) return [];
  const edit = addReset(tree.text, screen, target);
  return edit ? [{ label: `Lead from ${screen.label} back to ${target.label}`, edits: [edit] }] : [];
}
