/** Every name of a plan with its declaration: the basis of go to declaration, all uses and rename. */
import type { AcceptNode, Name, SyntaxTree } from '../language/syntax';
import { Directory } from './directory';
import type { Plan } from './model';
import { Names, type Reference } from './names';
import { resolve } from './resolve';

const noted = new WeakMap<Plan, Reference[]>();

/**
 * All references of a plan, in the order of the text, without unknown names. Resolves the plan once more with a
 * listener, unless `resolveWithReferences` made it. Linear in the plan, except for sorting.
 */
export function references(plan: Plan): Reference[] {
  const known = noted.get(plan);
  if (known) return known;
  const names = new Names();
  resolve(plan.tree, names);
  return withSubjects(plan, names);
}

/** Resolves a plan whose references somebody will ask for: that is quicker than to resolve it twice. */
export function resolveWithReferences(tree: SyntaxTree): Plan {
  const names = new Names();
  const plan = resolve(tree, names);
  noted.set(plan, withSubjects(plan, names));
  return plan;
}

function withSubjects(plan: Plan, names: Names): Reference[] {
  for (const node of plan.accepts) nameSubject(node, plan, names);
  return names.found.sort((a, b) => a.from - b.from || a.to - b.to || (a.short === 'argument' ? -1 : 1));
}

/** The reference at an offset; of the short form `hutId`, the value. Null if nothing is named there. */
export function symbolAt(all: readonly Reference[], offset: number): Reference | null {
  const here = all.filter(({ from, to }) => from <= offset && offset <= to);
  return here.find((one) => one.short === 'value') ?? here[0] ?? null;
}

/** Subject of an `accept`: a screen, flag, type or module of that name. Other subjects are in quotes. */
function nameSubject({ subject }: AcceptNode, plan: Plan, names: Names): void {
  if (!subject || plan.tree.text[subject.from] === '"') return;
  const [first, second] = subject.text.split('.');
  const name: Name = { text: second ?? first!, from: subject.to - (second ?? first!).length, to: subject.to };
  const module: Name | null =
    second === undefined ? null : { text: first!, from: subject.from, to: subject.from + first!.length };
  const reference = { module, name, from: subject.from, to: subject.to };
  const screens = new Directory(plan.screens).find(reference, null);
  if (screens.length === 1) names.screen(reference, screens[0]!);
  else if (module) return;
  else if (plan.flags.some((flag) => flag.name === name.text)) names.use(name, `flag ${name.text}`);
  else if (plan.types.has(name.text)) names.use(name, `type ${name.text}`);
  else if (plan.modules.some((one) => one.name === name.text)) names.use(name, `module ${name.text}`);
}
