import type {
  DeclarationNode,
  Name,
  OnNode,
  ReturnsNode,
  ScreenNode,
  SyntaxTree,
  TakesNode,
  VariantSize,
} from '../language/syntax';
import { remembered } from '../base/remembered';
import { Binder } from './bind';
import { Directory } from './directory';
import {
  soleVariant,
  type Call,
  type Held,
  type Link,
  type Loop,
  type Module,
  type Needs,
  type Parameter,
  type Plan,
  type PlanProblem,
  type Screen,
  type Transition,
} from './model';
import { argumentKey, type Names, type SymbolKey } from './names';
import { resolveFlags } from './resolve-flags';
import { resolveOutside } from './resolve-outside';
import { resolveTypes, type TypeTable } from './resolve-types';
import { arrivalScope, emptyScope, screenScope, typeOfPath, type BindingContext } from './scope';
import { required, unknown, type Type } from './types';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };
type Report = (problem: PlanProblem) => void;

/**
 * Binds every name of a syntax tree. An unknown name becomes null, and one of the plan's problems. Time and space are
 * linear in the size of the tree.
 *
 * @param names hears of each name that is bound
 */
export function resolve(tree: SyntaxTree, names: Names | null = null): Plan {
  const problems: PlanProblem[] = [];
  const report = (problem: PlanProblem): void => void problems.push(problem);
  const table = resolveTypes(tree, report, names);
  const flags = resolveFlags(tree, table.types, report, names);
  const { variants, sizes } = resolveVariants(tree, report, names);
  const { modules, screens } = collectScreens(tree, report, names);
  const takes = takesByModule(tree);
  const binder = new Binder(new Directory(screens), flags, variants, report, names);
  // Calls look at the variants of their target, and conditions at the values of their screen: all of these first.
  for (const module of modules) fillModule(module, takes.get(module.name) ?? [], table, binder);
  for (const screen of screens) fillValues(screen, table, binder);
  for (const screen of screens) fillWays(screen, binder, tree.text);

  const ofKind = <K extends DeclarationNode['kind']>(kind: K): Extract<DeclarationNode, { kind: K }>[] =>
    tree.declarations.filter((node): node is Extract<DeclarationNode, { kind: K }> => node.kind === kind);
  const app = ofKind('app')[0];
  return {
    tree,
    modules,
    screens,
    problems,
    flags,
    variants,
    sizes,
    start: bindStart(tree, binder),
    types: table.types,
    name: app?.name?.value ?? null,
    doc: app?.doc ?? null,
    origins: ofKind('origin').flatMap((node) => (node.url ? [node.url.text] : [])),
    motion: ofKind('motion')[0]?.name?.text ?? null,
    backLeaves: ofKind('back leaves').length > 0,
    walks: ofKind('walk'),
    accepts: ofKind('accept'),
    includes: ofKind('include'),
    ...resolveOutside(tree, binder),
  };
}

function resolveVariants(tree: SyntaxTree, report: Report, names: Names | null): Pick<Plan, 'variants' | 'sizes'> {
  const declared = new Map<string, Name>();
  const sizes = new Map<string, VariantSize>();
  for (const node of tree.declarations) {
    if (node.kind !== 'variants') continue;
    for (const { name, size } of node.variants) {
      names?.declare(name, `variant ${name.text}`);
      const first = declared.get(name.text);
      if (first) report({ kind: 'duplicate', what: 'variant', name, first });
      else {
        declared.set(name.text, name);
        if (size) sizes.set(name.text, size);
      }
    }
  }
  return { variants: declared.size > 0 ? [...declared.keys()] : [soleVariant], sizes };
}

function collectScreens(
  tree: SyntaxTree,
  report: Report,
  names: Names | null,
): { modules: Module[]; screens: Screen[] } {
  const modules = new Map<string, Mutable<Module>>();
  const moduleNames = new Map<string, Name>();
  const screens: Screen[] = [];
  const counts = new Map<string, number>();
  const seen = new Map<string, Name>();

  const add = (node: ScreenNode, module: Module | null): Screen | null => {
    if (!node.name) return null;
    // Two names that differ by case alone are one name to a tired reader, and to some file systems.
    const key = `${module?.name ?? ''}.${node.name.text.toLowerCase()}`;
    const first = seen.get(key);
    if (first) report({ kind: 'duplicate', what: 'screen', name: node.name, first });
    else seen.set(key, node.name);
    counts.set(node.name.text, (counts.get(node.name.text) ?? 0) + 1);
    const screen: Screen = {
      index: screens.length,
      name: node.name.text,
      label: node.name.text,
      module,
      private: node.private,
      title: node.title,
      shape: node.shape,
      only: null,
      beside: null,
      parameters: [],
      holds: [],
      returns: null,
      needs: [],
      transitions: [],
      links: [],
      node,
      nameNode: node.name,
    };
    names?.declare(node.name, `screen ${screen.index}`);
    screens.push(screen);
    return screen;
  };

  for (const node of tree.declarations) {
    if (node.kind === 'screen') add(node, null);
    if (node.kind !== 'module') continue;
    if (node.name) names?.declare(node.name, `module ${node.name.text}`);
    const name = node.name?.text ?? '';
    const first = moduleNames.get(name);
    if (first && node.name) report({ kind: 'duplicate', what: 'module', name: node.name, first });
    if (node.name && !first) moduleNames.set(name, node.name);
    const module = modules.get(name) ?? { name, owner: node.owner?.value ?? null, parameters: [], screens: [], node };
    modules.set(name, module);
    const added = (node.body?.items ?? [])
      .map((item) => (item.kind === 'screen' ? add(item, module) : null))
      .filter((screen) => screen !== null);
    module.screens = [...module.screens, ...added];
  }
  for (const screen of screens) {
    if (screen.module && counts.get(screen.name)! > 1)
      (screen as Mutable<Screen>).label = `${screen.module.name}.${screen.name}`;
  }
  return { modules: [...modules.values()], screens };
}

/** By the name of a module, its `takes`; a module may stand in several blocks. */
function takesByModule({ declarations }: SyntaxTree): Map<string, TakesNode[]> {
  const all = new Map<string, TakesNode[]>();
  for (const node of declarations) {
    if (node.kind !== 'module') continue;
    const takes = remembered(all, node.name?.text ?? '', () => []);
    for (const item of node.body?.items ?? []) if (item.kind === 'takes') takes.push(item);
  }
  return all;
}

/** Resolves the arguments of a module, which may stand in several blocks of its name. */
function fillModule(module: Mutable<Module>, takes: readonly TakesNode[], table: TypeTable, binder: Binder): void {
  const isNew = firstOfName(binder, new Map());
  const keyOf = (name: string): SymbolKey => argumentKey(`module ${module.name}`, name);
  module.parameters = takes.flatMap((node) => parametersOf(node, module, keyOf, isNew, table, binder));
}

/** Whether a name is the first of its kind in one place, in the order of the text; reports others. */
function firstOfName({ report }: Binder, seen: Map<string, Name>): (name: Name) => boolean {
  return (name) => {
    const first = seen.get(name.text);
    if (first) report({ kind: 'duplicate', what: 'value', name, first });
    else seen.set(name.text, name);
    return !first;
  };
}

function parametersOf(
  { parameters }: TakesNode,
  module: Module | null,
  keyOf: (name: string) => SymbolKey,
  isNew: (name: Name) => boolean,
  table: TypeTable,
  { names }: Binder,
): Parameter[] {
  return parameters.flatMap((node) => {
    const type = table.resolve(node.type);
    names?.declare(node.name, keyOf(node.name.text));
    names?.option(node.initial, type);
    names?.option(node.sample, type);
    return isNew(node.name)
      ? [{ name: node.name.text, type, initial: node.initial, sample: node.sample, module, node }]
      : [];
  });
}

/** Resolves the arguments and values of a screen, and its variants. */
function fillValues(screen: Mutable<Screen>, table: TypeTable, binder: Binder): void {
  const { names } = binder;
  const shared = screen.module?.parameters ?? [];
  const isNew = firstOfName(binder, new Map(shared.map(({ name, node }) => [name, node.name])));
  // A second declaration of the module's argument is named as the first one, so that they are renamed together.
  const ofModule = new Set(shared.map(({ name }) => name));
  const keyOf = (name: string): SymbolKey =>
    argumentKey(ofModule.has(name) ? `module ${screen.module!.name}` : String(screen.index), name);
  const parameters: Parameter[] = [];
  const holds: Held[] = [];
  for (const member of screen.node.body?.items ?? []) {
    if (member.kind === 'returns') addResult(screen, member, table, binder);
    if (member.kind === 'takes') parameters.push(...parametersOf(member, null, keyOf, isNew, table, binder));
    if (member.kind === 'has') {
      for (const node of member.fields) {
        const type = table.resolve(node.type);
        const { text } = node.name;
        names?.declare(node.name, ofModule.has(text) ? keyOf(text) : `value ${screen.index} ${text}`);
        if (isNew(node.name)) holds.push({ name: node.name.text, type, range: node });
      }
    }
  }
  screen.parameters = shared.length > 0 ? [...shared, ...parameters] : parameters;
  screen.holds = holds;
  screen.only = binder.only(screen.node.only);
}

function addResult(screen: Mutable<Screen>, node: ReturnsNode, table: TypeTable, { report }: Binder): void {
  const type = table.resolve(node.type);
  const nameOf = ({ from }: ReturnsNode): Name => ({ text: 'returns', from, to: from + 'returns'.length });
  if (screen.returns)
    report({ kind: 'duplicate', what: 'result', name: nameOf(node), first: nameOf(screen.returns.node) });
  else screen.returns = { type, node };
}

/** Resolves the transitions of a screen, and the links that lead to it. */
function fillWays(screen: Mutable<Screen>, binder: Binder, text: string): void {
  const { flags, names } = binder;
  const only = [screen.only];
  const shown: BindingContext = { screen, only, scope: screenScope(screen, flags), shown: screen };
  const onArrival = (named: Plan['flags']): BindingContext => ({ screen, only, scope: arrivalScope(screen, named) });
  if (screen.title) names?.title(screen.title, text, shown);
  const { beside } = screen.node;
  if (beside)
    screen.beside = {
      list: beside.list && binder.screen(beside.list, screen),
      only: binder.only(beside.only),
      node: beside,
    };
  const transitions: Transition[] = [];
  const needs: Needs[] = [];
  const links: Link[] = [];
  for (const node of screen.node.body?.items ?? []) {
    if (node.kind === 'on') transitions.push(bindTransition(screen, transitions.length, node, shown, binder));
    if (node.kind === 'needs' && node.condition) {
      const place = onArrival(flags);
      needs.push({
        condition: binder.condition(node.condition, place),
        otherwise: binder.steps(node.otherwise, place),
        node,
      });
    }
    // One without a pattern opens nothing; that it does not read was reported.
    if (node.kind === 'link' && node.pattern) {
      names?.pattern(node.pattern, screen);
      const place = node.under && onArrival([]);
      links.push({
        screen,
        node,
        pattern: node.pattern.text,
        under: place && node.under.map((one) => binder.call(one.target, one.list, place)),
      });
    }
  }
  screen.transitions = transitions;
  screen.needs = needs;
  screen.links = links;
}

function bindTransition(
  screen: Screen,
  index: number,
  node: OnNode,
  shown: BindingContext,
  binder: Binder,
): Transition {
  const { flags, names } = binder;
  const loop = node.loop && bindLoop(node, shown);
  if (node.loop) {
    names?.value(node.loop.list, shown, null);
    names?.declare(node.loop.variable, `loop ${screen.index} ${index} ${node.loop.variable.text}`);
  }
  const only = binder.only(node.only);
  const place =
    loop || only
      ? {
          screen,
          only: [screen.only, only],
          scope: loop ? screenScope(screen, flags, loop) : shown.scope,
          transition: index,
          shown: screen,
        }
      : shown;
  return {
    screen,
    index,
    trigger: node.trigger?.value ?? '',
    only,
    loop,
    branches: binder.branches(node.branches, place),
    node,
  };
}

function bindLoop(node: OnNode, { scope }: BindingContext): Loop | null {
  if (!node.loop) return null;
  const list = node.loop.list;
  let type: Type = unknown;
  if (list?.kind === 'path') {
    const listed = required(typeOfPath(scope, list.names) ?? unknown);
    if (listed.kind === 'list') type = listed.of;
  }
  return { variable: node.loop.variable, type, list };
}

function bindStart(tree: SyntaxTree, binder: Binder): Call | null {
  const nodes = tree.declarations.filter((node) => node.kind === 'start');
  const [first, ...more] = nodes;
  for (const node of more) {
    const name = { ...node, text: 'start' };
    binder.report({ kind: 'duplicate', what: 'start', name, first: { ...first!, text: 'start' } });
  }
  if (!first) binder.report({ kind: 'no-start' });
  const [call] = nodes.map(
    ({ target, list }) => target && binder.call(target, list, { screen: null, only: [], scope: emptyScope }),
  );
  return call ?? null;
}
