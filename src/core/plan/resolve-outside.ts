import type { DeclarationNode, MenuNode, Name, StringNode, SyntaxTree } from '../language/syntax';
import type { Binder } from './bind';
import {
  isIn,
  type Claim,
  type Entry,
  type Menu,
  type MenuItem,
  type NameKind,
  type Plan,
  type Places,
  type PlanEvent,
  type PlanProblem,
  type TabBar,
} from './model';
import { emptyScope, menuScope, screenScope, type BindingContext } from './scope';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** Binds the declarations outside screens: tabs, menus, events, entries, rules, walks and accepts. */
export function resolveOutside(
  tree: SyntaxTree,
  binder: Binder,
): Pick<Plan, 'tabBars' | 'menus' | 'events' | 'entries' | 'claims'> {
  const tabBars: TabBar[] = [];
  const menus: Menu[] = [];
  const events: PlanEvent[] = [];
  const entries: Entry[] = [];
  const claims: Claim[] = [];
  const titles = new Map<string, Name>();
  /** Menus, events, rules and walks are called by their titles, so no two of a kind may share one. */
  const noteTitle = (what: NameKind, title: StringNode | null): void => {
    if (!title) return;
    const name = { text: title.value, from: title.from, to: title.to };
    const first = titles.get(`${what} ${title.value}`);
    if (first) binder.report({ kind: 'duplicate', what, name, first });
    else titles.set(`${what} ${title.value}`, name);
  };
  for (const node of tree.declarations) {
    switch (node.kind) {
      case 'tabs':
        tabBars.push(tabBar(node));
        break;
      case 'menu':
        noteTitle('menu', node.title);
        menus.push(menu(node));
        break;
      case 'event':
        noteTitle('event', node.title);
        events.push(event(node));
        break;
      case 'entry':
        entries.push(entry(node));
        break;
      case 'rule':
        noteTitle('rule', node.title);
        claims.push({
          title: node.title?.value ?? '',
          node,
          first: node.first && binder.screen(node.first, null),
          second: node.second && binder.screen(node.second, null),
        });
        break;
      case 'walk':
        noteTitle('walk', node.title);
        bindWalk(node);
        break;
    }
  }
  checkBars(tabBars, binder.variants, binder.report);
  return { tabBars, menus, events, entries, claims };

  function tabBar(node: Extract<DeclarationNode, { kind: 'tabs' }>): TabBar {
    const only = binder.only(node.only);
    const place: BindingContext = { screen: null, only: [only], scope: emptyScope };
    const tabs = (node.body?.items ?? []).map((tab) => ({
      label: tab.label.value,
      call: tab.target && binder.call(tab.target, tab.list, place),
      icon: tab.icon?.text ?? null,
      node: tab,
    }));
    return { only, tabs, node };
  }

  function menu(node: Extract<DeclarationNode, { kind: 'menu' }>): Menu {
    const only = binder.only(node.only);
    const place: BindingContext = { screen: null, only: [only], scope: menuScope(binder.flags) };
    const result: Mutable<Menu> = { title: node.title?.value ?? '', only, on: places(node.on), items: [], node };
    result.items = (node.body?.items ?? []).map((item): MenuItem => ({
      menu: result,
      label: item.label.value,
      branches: binder.branches(item.branches, place),
      icon: item.icon?.text ?? null,
      node: item,
    }));
    return result;
  }

  function event(node: Extract<DeclarationNode, { kind: 'event' }>): PlanEvent {
    const only = binder.only(node.only);
    const place: BindingContext = { screen: null, only: [only], scope: menuScope(binder.flags) };
    return {
      title: node.title?.value ?? '',
      only,
      on: places(node.on),
      branches: binder.branches(node.branches, place),
      node,
    };
  }

  function places(on: MenuNode['on']): Places {
    if (on === null || typeof on === 'string') return on ?? 'all';
    return new Set(on.map((reference) => binder.screen(reference, null)).filter((screen) => screen !== null));
  }

  function entry(node: Extract<DeclarationNode, { kind: 'entry' }>): Entry {
    const only = binder.only(node.only);
    const call = node.target && binder.call(node.target, node.list, { screen: null, only: [only], scope: emptyScope });
    return { label: node.label?.value ?? '', only, url: node.url?.text ?? null, call, node };
  }

  /**
   * A walk's names are looked up now, so that a rename or a misspelling is seen; the walk itself is replayed elsewhere.
   */
  function bindWalk(node: Extract<DeclarationNode, { kind: 'walk' }>): void {
    for (const step of node.body?.items ?? []) {
      if (step.kind === 'expect') {
        const screen = step.screen && binder.screen(step.screen, null);
        const place = screen && { screen, only: [], scope: screenScope(screen, []) };
        if (place) for (const { name } of step.values) binder.names?.path([name], place);
        if (step.beneath) binder.screen(step.beneath, null);
      } else if (step.kind === 'set' && step.flag) {
        binder.setFlag(step.flag, step.value, step);
      }
    }
  }
}

/** Reports a second bar of tabs in a variant. */
function checkBars(bars: readonly TabBar[], variants: readonly string[], report: (problem: PlanProblem) => void): void {
  const head = ({ node }: TabBar): Name => ({ text: 'tabs', from: node.from, to: node.from + 'tabs'.length });
  const doubled = new Set<TabBar>();
  for (const variant of variants) {
    const [first, ...more] = bars.filter((bar) => isIn(bar.only, variant));
    for (const bar of more) {
      if (!doubled.has(bar)) report({ kind: 'duplicate', what: 'tab bar', name: head(bar), first: head(first!) });
      doubled.add(bar);
    }
  }
}
