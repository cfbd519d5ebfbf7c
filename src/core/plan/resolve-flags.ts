import type { TextRange } from '../language/range';
import type { FlagNode, Name, SyntaxTree, ValueNode } from '../language/syntax';
import type { Flag, Plan, PlanProblem } from './model';
import type { Names } from './names';
import { base, unknown, type Type } from './types';

const boolValues = ['false', 'true'];

/** The declared flags; of two with one name the first counts. */
export function resolveFlags(
  tree: SyntaxTree,
  types: Plan['types'],
  report: (problem: PlanProblem) => void,
  names: Names | null,
): Flag[] {
  const flags = new Map<string, Flag>();
  for (const node of tree.declarations) {
    if (node.kind !== 'flag' || !node.name) continue;
    const flag = resolveFlag(node, node.name, types, report);
    names?.declare(node.name, `flag ${flag.name}`);
    if (node.type && types.has(node.type.text)) names?.use(node.type, `type ${node.type.text}`);
    names?.option(node.initial, flag.type);
    const first = flags.get(flag.name);
    if (first) report({ kind: 'duplicate', what: 'flag', name: node.name, first: first.node.name! });
    else flags.set(flag.name, flag);
  }
  return [...flags.values()];
}

function resolveFlag(node: FlagNode, name: Name, types: Plan['types'], report: (problem: PlanProblem) => void): Flag {
  let type: Type = base('bool');
  let values: readonly string[] = boolValues;
  if (node.type && node.type.text !== 'bool') {
    const declared = types.get(node.type.text)?.type;
    if (declared?.kind === 'choice') {
      type = declared;
      values = declared.options;
    } else {
      type = unknown;
      values = [];
      report(declared ? { kind: 'flag-type', name, type: node.type } : { kind: 'unknown-type', name: node.type });
    }
  }
  const flag: Flag = { name: name.text, type, values, initial: values[0] ?? '', node };
  if (!node.initial) return flag;
  return { ...flag, initial: flagValue(flag, node.initial, node.initial, report) ?? flag.initial };
}

/** A value of a flag as written; reports an impossible value. */
export function flagValue(
  flag: Flag,
  value: ValueNode | null,
  range: TextRange,
  report: (problem: PlanProblem) => void,
): string | null {
  const written =
    value?.kind === 'bool'
      ? String(value.value)
      : value?.kind === 'path' && value.names.length === 1
        ? value.names[0]!.text
        : null;
  if (written !== null && flag.values.includes(written)) return written;
  if (flag.values.length > 0 && value) report({ kind: 'flag-value', flag, value, range });
  return null;
}
