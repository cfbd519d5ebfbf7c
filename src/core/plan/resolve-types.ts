import type { Name, RecordNode, SyntaxTree, TypeDeclarationNode, TypeNode } from '../language/syntax';
import type { NameKind, Plan, PlanProblem } from './model';
import type { Names } from './names';
import { base, isBaseName, unknown, type RecordType, type Type } from './types';

/** The declared types of a plan, and the function that turns type nodes into types. */
export interface TypeTable {
  readonly types: Plan['types'];
  resolve(node: TypeNode | null): Type;
}

type Report = (problem: PlanProblem) => void;

/** A record whose fields are still to be bound. */
interface OpenRecord {
  readonly type: RecordType;
  readonly node: RecordNode;
  readonly name: Name;
}

/**
 * Binds the type declarations of a plan: ids and choices first, then records, whose fields may name one another.
 *
 * @param report takes problems: names declared twice, unknown types, records that contain themselves
 * @param names hears of each name that is declared or bound
 */
export function resolveTypes(tree: SyntaxTree, report: Report, names: Names | null = null): TypeTable {
  const { types, records } = declareTypes(tree, report, names);

  const resolve = (node: TypeNode | null): Type => {
    if (!node) return unknown;
    if (node.kind !== 'named') return { kind: node.kind, of: resolve(node.of) };
    if (isBaseName(node.name.text)) return base(node.name.text);
    const named = types.get(node.name.text);
    if (named) names?.use(node.name, `type ${node.name.text}`);
    else report({ kind: 'unknown-type', name: node.name });
    return named?.type ?? unknown;
  };

  for (const { type: record, node, name } of records) {
    distinct(
      node.fields.map((field) => field.name),
      'field',
      report,
    );
    for (const field of node.fields) {
      names?.declare(field.name, `field ${name.text} ${field.name.text}`);
      const type = resolve(field.type);
      if (!record.fields.has(field.name.text)) record.fields.set(field.name.text, type);
    }
  }
  reportRings(records, report);
  return { types, resolve };
}

function declareTypes(
  tree: SyntaxTree,
  report: Report,
  names: Names | null,
): { readonly types: Plan['types']; readonly records: readonly OpenRecord[] } {
  const types = new Map<string, { type: Type; node: TypeDeclarationNode }>();
  const declared = new Map<string, Name>();
  const records: OpenRecord[] = [];
  for (const node of tree.declarations) {
    if ((node.kind !== 'id' && node.kind !== 'choice' && node.kind !== 'record') || !node.name) continue;
    const name = node.name;
    names?.declare(name, `type ${name.text}`);
    const first = declared.get(name.text);
    if (first) report({ kind: 'duplicate', what: 'type', name, first });
    if (isBaseName(name.text)) report({ kind: 'duplicate', what: 'type', name, first: name });
    const type = typeOf(node, name, report, names);
    if (node.kind === 'record' && type.kind === 'record') records.push({ type, node, name });
    if (first) continue;
    declared.set(name.text, name);
    types.set(name.text, { type, node });
  }
  return { types, records };
}

/** The type that a declaration makes; a record without its fields, which may be of types that are declared later. */
function typeOf(node: TypeDeclarationNode, name: Name, report: Report, names: Names | null): Type {
  switch (node.kind) {
    case 'id': {
      if (!node.base) return { kind: 'id', name: name.text, base: null };
      const { text } = node.base;
      if (isBaseName(text)) return { kind: 'id', name: name.text, base: text };
      report({ kind: 'id-base', name, base: node.base });
      return { kind: 'id', name: name.text, base: null };
    }
    case 'choice': {
      for (const option of node.options) names?.declare(option, `option ${name.text} ${option.text}`);
      const options = distinct(node.options, 'option', report);
      return { kind: 'choice', name: name.text, options: options.map((option) => option.text) };
    }
    case 'record':
      return { kind: 'record', name: name.text, fields: new Map() };
  }
}

/** Records that always contain themselves: no value of them can be made. */
function reportRings(records: readonly OpenRecord[], report: Report): void {
  const components = componentsOf(records.map(({ type }) => type));
  let rings = 0;
  for (const { type, name } of records) {
    if (rings === mostRings) break;
    const ring = ringOf(type, components);
    if (!ring) continue;
    rings++;
    report({ kind: 'cyclic-type', name, ring });
  }
}

/** Names without repetitions; each repetition is reported. */
function distinct(names: readonly Name[], what: NameKind, report: Report): Name[] {
  const seen = new Map<string, Name>();
  for (const name of names) {
    const first = seen.get(name.text);
    if (first) report({ kind: 'duplicate', what, name, first });
    else seen.set(name.text, name);
  }
  return [...seen.values()];
}

/** Most records that contain themselves to report: if there are more, they contain each other. */
const mostRings = 100;

/** The records that fields which are always there have a value of. */
const partsOf = ({ fields }: RecordType): RecordType[] => [...fields.values()].filter((type) => type.kind === 'record');

/**
 * The shortest way from a record back to itself through required fields: nobody can ever make such a value.
 * Breadth-first search within its component.
 */
function ringOf(start: RecordType, components: ReadonlyMap<RecordType, number>): string[] | null {
  const before = new Map<RecordType, RecordType | null>([[start, null]]);
  const component = components.get(start);
  for (const record of before.keys()) {
    for (const part of partsOf(record)) {
      if (part === start) {
        const ring = [start.name];
        for (let at: RecordType | null = record; at; at = before.get(at)!) ring.unshift(at.name);
        return ring;
      }
      if (components.get(part) === component && !before.has(part)) before.set(part, record);
    }
  }
  return null;
}

/**
 * Numbers the strongly connected components of records, by the records in their fields (Tarjan, Depth-first search and
 * linear graph algorithms, 1972). Without recursion: records may nest as deep as a plan is long.
 */
function componentsOf(records: readonly RecordType[]): Map<RecordType, number> {
  interface Visit {
    readonly record: RecordType;
    readonly parts: readonly RecordType[];
    next: number;
  }
  const found = new Map<RecordType, number>();
  const low = new Map<RecordType, number>();
  const components = new Map<RecordType, number>();
  const stack: RecordType[] = [];
  const enter = (record: RecordType): Visit => {
    found.set(record, found.size);
    low.set(record, found.get(record)!);
    stack.push(record);
    return { record, parts: partsOf(record), next: 0 };
  };
  const lower = (record: RecordType, to: number): void => void low.set(record, Math.min(low.get(record)!, to));
  for (const root of records) {
    if (found.has(root)) continue;
    const way = [enter(root)];
    for (let visit = way.at(-1); visit; visit = way.at(-1)) {
      const { record, parts } = visit;
      const part = parts[visit.next++];
      if (part) {
        if (!found.has(part)) way.push(enter(part));
        else if (!components.has(part)) lower(record, found.get(part)!);
        continue;
      }
      way.pop();
      const outer = way.at(-1);
      if (outer) lower(outer.record, low.get(record)!);
      if (low.get(record) !== found.get(record)) continue;
      for (const member of stack.splice(stack.lastIndexOf(record))) components.set(member, found.get(record)!);
    }
  }
  return components;
}
