/** All that a plan declares, in the order of the text: what one jumps to by name. */
import type { DeclarationNode, MemberNode, StringNode } from '../language/syntax';
import type { Plan } from '../plan/model';

export interface OutlineItem {
  /** The word of the language that declares it; of a screen's parts `takes`, `has`, `link` and `on`. */
  readonly kind: DeclarationNode['kind'] | MemberNode['kind'];
  readonly name: string;
  /** Label of the screen that it belongs to, or is; null where it stands outside of screens. */
  readonly screen: string | null;
  readonly at: number;
}

type Place = { readonly text: string; readonly from: number } | null;

/** The outline of a plan; what has no name (yet) is left out. Linear in the plan but for the sorting. */
export function outline(plan: Plan): OutlineItem[] {
  const items: OutlineItem[] = [];
  const add = (kind: OutlineItem['kind'], screen: string | null, name: Place): void => {
    if (name && name.text !== '') items.push({ kind, name: name.text, screen, at: name.from });
  };
  for (const node of plan.tree.declarations) {
    switch (node.kind) {
      case 'app':
        add(node.kind, null, quoted(node.name));
        break;
      case 'id':
      case 'choice':
      case 'record':
      case 'flag':
      case 'module':
        add(node.kind, null, node.name);
        break;
      case 'menu':
      case 'rule':
      case 'walk':
        add(node.kind, null, quoted(node.title));
        break;
      case 'entry':
        add(node.kind, null, quoted(node.label));
        break;
      case 'tabs':
        add(node.kind, null, { text: 'tabs', from: node.from });
        break;
      default:
        break;
    }
  }
  for (const screen of plan.screens) {
    add('screen', screen.label, { text: screen.label, from: screen.nameNode.from });
    for (const member of screen.node.body?.items ?? []) {
      switch (member.kind) {
        case 'takes':
          for (const { name } of member.parameters) add('takes', screen.label, name);
          break;
        case 'has':
          for (const { name } of member.fields) add('has', screen.label, name);
          break;
        case 'link':
          add('link', screen.label, member.pattern);
          break;
        case 'on':
          add('on', screen.label, quoted(member.trigger));
          break;
        default:
          break;
      }
    }
  }
  return items.sort((a, b) => a.at - b.at);
}

const quoted = (node: StringNode | null): Place => node && { text: node.value, from: node.from };
