import type {
  ArgumentListNode, LinkNode, Name, OnNode, ScreenNode, ScreenReference, StepNode, SyntaxTree,
} from '../language/syntax';
import type { Call, Held, Loop, Module, Parameter, Plan, PlanProblem, Screen, Step, Transition } from './model';
import { resolveTypes, type TypeTable } from './resolve-types';
import { required, unknown, type Type } from './types';
import { typeOfPath } from './paths';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** Finds screens by name: bare where that is unique or one's own module has it, otherwise with the module. */
class Directory {
  private readonly byName = new Map<string, Screen[]>();

  constructor(screens: readonly Screen[]) {
    for (const screen of screens) {
      const same = this.byName.get(screen.name);
      if (same) same.push(screen);
      else this.byName.set(screen.name, [screen]);
    }
  }

  find(reference: ScreenReference, from: Module | null): readonly Screen[] {
    const named = this.byName.get(reference.name.text) ?? [];
    if (reference.module) return named.filter((screen) => screen.module?.name === reference.module!.text).slice(0, 1);
    if (named.length < 2) return named;
    const own = named.filter((screen) => screen.module === from);
    if (own.length > 0) return own.slice(0, 1);
    const modules = new Set(named.map((screen) => screen.module));
    // The same name twice in one module is reported as such; here the first one counts.
    return modules.size === 1 ? named.slice(0, 1) : named;
  }
}

/**
 * Binds every name of a syntax tree. What cannot be bound is left null and listed in the plan's problems.
 * Time and space are linear in the size of the tree.
 */
export function resolve(tree: SyntaxTree): Plan {
  const problems: PlanProblem[] = [];
  const report = (problem: PlanProblem): void => void problems.push(problem);
  const table = resolveTypes(tree, report);
  const { modules, screens } = collectScreens(tree, report);
  for (const screen of screens) fillMembers(screen, table, report);
  const binder = new Binder(new Directory(screens), report);
  for (const screen of screens) (screen as Mutable<Screen>).transitions = binder.transitions(screen);
  for (const screen of screens) for (const link of screen.links) for (const under of link.under ?? []) binder.call(under.target, under.list, screen);

  const start = bindStart(tree, binder, report);
  const app = tree.declarations.find((node) => node.kind === 'app');
  return {
    tree, start, modules, screens, problems,
    types: table.types,
    name: app?.name?.value ?? null,
    doc: app?.doc ?? null,
    origins: tree.declarations.flatMap((node) => (node.kind === 'origin' && node.url ? [node.url.text] : [])),
  };
}

function collectScreens(tree: SyntaxTree, report: (problem: PlanProblem) => void): { modules: Module[]; screens: Screen[] } {
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
      index: screens.length, name: node.name.text, label: node.name.text, module, private: node.private, title: node.title,
      parameters: [], holds: [], transitions: [], links: [], node, nameNode: node.name,
    };
    screens.push(screen);
    return screen;
  };

  for (const node of tree.declarations) {
    if (node.kind === 'screen') add(node, null);
    if (node.kind !== 'module') continue;
    const name = node.name?.text ?? '';
    const first = moduleNames.get(name);
    if (first && node.name) report({ kind: 'duplicate', what: 'module', name: node.name, first });
    if (node.name && !first) moduleNames.set(name, node.name);
    const module = modules.get(name) ?? { name, owner: node.owner?.value ?? null, screens: [], node };
    modules.set(name, module);
    const added = (node.body?.items ?? []).map((screen) => add(screen, module)).filter((screen) => screen !== null);
    module.screens = [...module.screens, ...added];
  }
  for (const screen of screens) {
    if (screen.module && counts.get(screen.name)! > 1) (screen as Mutable<Screen>).label = `${screen.module.name}.${screen.name}`;
  }
  return { modules: [...modules.values()], screens };
}

function fillMembers(screen: Mutable<Screen>, table: TypeTable, report: (problem: PlanProblem) => void): void {
  const seen = new Map<string, Name>();
  /** Whether the name is the first of its kind on the screen, in the order of the text. */
  const isNew = (name: Name): boolean => {
    const first = seen.get(name.text);
    if (first) report({ kind: 'duplicate', what: 'value', name, first });
    else seen.set(name.text, name);
    return !first;
  };
  const parameters: Parameter[] = [];
  const holds: Held[] = [];
  const links: LinkNode[] = [];
  for (const member of screen.node.body?.items ?? []) {
    if (member.kind === 'link') links.push(member);
    if (member.kind === 'takes') {
      for (const node of member.parameters) {
        const type = table.resolve(node.type);
        if (isNew(node.name)) parameters.push({ name: node.name.text, type, initial: node.initial, node });
      }
    }
    if (member.kind === 'has') {
      for (const node of member.fields) {
        const type = table.resolve(node.type);
        if (isNew(node.name)) holds.push({ name: node.name.text, type, range: node });
      }
    }
  }
  screen.parameters = parameters;
  screen.holds = holds;
  screen.links = links;
}

/** Binds what refers to screens. */
class Binder {
  constructor(private readonly directory: Directory, private readonly report: (problem: PlanProblem) => void) {}

  call(reference: ScreenReference, list: ArgumentListNode | null, from: Screen | null): Call {
    const found = this.directory.find(reference, from?.module ?? null);
    const call: Call = { target: found.length === 1 ? found[0]! : null, reference, list, arguments: list?.items ?? [] };
    if (found.length === 0) this.report({ kind: 'unknown-screen', reference, from, call });
    if (found.length > 1) this.report({ kind: 'ambiguous-screen', reference, candidates: found });
    return call;
  }

  transitions(screen: Screen): Transition[] {
    const nodes = (screen.node.body?.items ?? []).filter((member) => member.kind === 'on');
    return nodes.map((node, index) => ({
      screen, index, node,
      trigger: node.trigger?.value ?? '',
      loop: this.loop(screen, node),
      steps: node.steps.map((step) => this.step(step, screen)),
    }));
  }

  private step(node: StepNode, screen: Screen): Step {
    const range = { from: node.from, to: node.to };
    if (node.kind === 'back') return { kind: 'back', range };
    if (node.kind === 'leave') return { kind: 'leave', what: node.what?.value ?? '', range };
    return { kind: node.kind, call: node.target ? this.call(node.target, node.list, screen) : null, range };
  }

  private loop(screen: Screen, node: OnNode): Loop | null {
    if (!node.loop) return null;
    const list = node.loop.list;
    let type: Type = unknown;
    if (list?.kind === 'path') {
      const listed = required(typeOfPath(screen, null, list.names) ?? unknown);
      if (listed.kind === 'list') type = listed.of;
    }
    return { variable: node.loop.variable, type, list };
  }
}

function bindStart(tree: SyntaxTree, binder: Binder, report: (problem: PlanProblem) => void): Call | null {
  const nodes = tree.declarations.filter((node) => node.kind === 'start');
  const [first, ...more] = nodes;
  for (const node of more) {
    const name = { ...node, text: 'start' };
    report({ kind: 'duplicate', what: 'start', name, first: { ...first!, text: 'start' } });
  }
  if (!first) report({ kind: 'no-start' });
  return first?.target ? binder.call(first.target, first.list, null) : null;
}
