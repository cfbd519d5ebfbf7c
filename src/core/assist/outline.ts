/** Declarations of a plan that one can jump to by name, in the order of the text. */
import type { DeclarationNode, MemberNode, Name, StringNode } from '../language/syntax';
import type { Plan } from '../plan/model';

export interface OutlineItem {
  /** The word of the language that declares it; of a screen's parts `takes`, `has`, `link` and `on`. */
  readonly kind: DeclarationNode['kind'] | MemberNode['kind'];
  readonly name: string;
  /** Label of its screen; null outside screens. */
  readonly screen: string | null;
  readonly at: number;
}

type Place = { readonly text: string; readonly from: number } | null;

/**
 * The outline of a plan, without unnamed declarations. A statement stands under the name that users know it by. Linear
 * in the plan, except for sorting.
 */
export function outline(plan: Plan): OutlineItem[] {
  const items: OutlineItem[] = [];
  const add = (kind: OutlineItem['kind'], screen: string | null, name: Place): void => {
    if (name && name.text !== '') items.push({ kind, name: name.text, screen, at: name.from });
  };
  for (const node of plan.tree.declarations) {
    // Screens follow, with their modules. A motion is none of the plan's own names.
    if (node.kind === 'screen' || node.kind === 'motion') continue;
    add(node.kind, null, node.kind === 'tabs' ? { text: 'tabs', from: node.from } : calledBy(node));
  }
  for (const screen of plan.screens) {
    add('screen', screen.label, { text: screen.label, from: screen.nameNode.from });
    for (const member of screen.node.body?.items ?? []) {
      if (member.kind === 'takes') for (const { name } of member.parameters) add('takes', screen.label, name);
      else if (member.kind === 'has') for (const { name } of member.fields) add('has', screen.label, name);
      else add(member.kind, screen.label, calledBy(member));
    }
  }
  return items.sort((a, b) => a.at - b.at);
}

/** Name of a statement: its name, title, label, trigger or pattern. */
function calledBy(node: DeclarationNode | MemberNode): Place {
  if ('name' in node) return placeOf(node.name);
  if ('title' in node) return placeOf(node.title);
  if ('label' in node) return placeOf(node.label);
  if ('trigger' in node) return placeOf(node.trigger);
  return 'pattern' in node ? node.pattern : null;
}

const placeOf = (node: Name | StringNode | null): Place =>
  node && { text: 'text' in node ? node.text : node.value, from: node.from };
