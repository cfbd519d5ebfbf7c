import type { FieldNode, Name, SyntaxTree, TypeDeclarationNode, TypeNode } from '../language/syntax';
import type { NameKind, Plan, PlanProblem } from './model';
import { base, isBaseName, unknown, type RecordType, type Type } from './types';

/** The declared types of a plan, and the function that turns type nodes into types. */
export interface TypeTable {
  readonly types: Plan['types'];
  resolve(node: TypeNode | null): Type;
}

/**
 * Binds the type declarations of a plan: ids and choices first, then records, whose fields may name one another.
 *
 * @param report takes what is wrong: names declared twice, unknown types, records that contain themselves
 */
export function resolveTypes(tree: SyntaxTree, report: (problem: PlanProblem) => void): TypeTable {
  const types = new Map<string, { type: Type; node: TypeDeclarationNode }>();
  const names = new Map<string, Name>();
  const records: { type: RecordType; fields: readonly FieldNode[]; name: Name }[] = [];

  for (const node of tree.declarations) {
    if ((node.kind !== 'id' && node.kind !== 'choice' && node.kind !== 'record') || !node.name) continue;
    const name = node.name;
    const first = names.get(name.text);
    if (first) report({ kind: 'duplicate', what: 'type', name, first });
    if (isBaseName(name.text)) report({ kind: 'duplicate', what: 'type', name, first: name });
    let type: Type;
    if (node.kind === 'id') {
      const known = node.base !== null && isBaseName(node.base.text);
      if (node.base && !known) report({ kind: 'id-base', name, base: node.base });
      type = { kind: 'id', name: name.text, base: known ? (node.base!.text as never) : null };
    } else if (node.kind === 'choice') {
      const options = distinct(node.options, 'option', report);
      type = { kind: 'choice', name: name.text, options: options.map((option) => option.text) };
    } else {
      type = { kind: 'record', name: name.text, fields: new Map() };
      records.push({ type, fields: node.fields, name });
    }
    if (first) continue;
    names.set(name.text, name);
    types.set(name.text, { type, node });
  }

  const resolve = (node: TypeNode | null): Type => {
    if (!node) return unknown;
    if (node.kind !== 'named') return { kind: node.kind, of: resolve(node.of) };
    if (isBaseName(node.name.text)) return base(node.name.text);
    const declared = types.get(node.name.text);
    if (!declared) report({ kind: 'unknown-type', name: node.name });
    return declared?.type ?? unknown;
  };

  for (const record of records) {
    distinct(record.fields.map((field) => field.name), 'field', report);
    for (const field of record.fields) {
      const type = resolve(field.type);
      if (!record.type.fields.has(field.name.text)) record.type.fields.set(field.name.text, type);
    }
  }
  for (const record of records) {
    const ring = ringOf(record.type);
    if (ring) report({ kind: 'cyclic-type', name: record.name, ring });
  }
  return { types, resolve };
}

/** Names without repetitions; each repetition is reported. */
function distinct(names: readonly Name[], what: NameKind, report: (problem: PlanProblem) => void): Name[] {
  const seen = new Map<string, Name>();
  for (const name of names) {
    const first = seen.get(name.text);
    if (first) report({ kind: 'duplicate', what, name, first });
    else seen.set(name.text, name);
  }
  return [...seen.values()];
}

/** The shortest way from a record back to itself through fields that are always there: such a value can never be made. */
function ringOf(start: RecordType): string[] | null {
  const queue: { record: RecordType; path: string[] }[] = [{ record: start, path: [start.name] }];
  const seen = new Set<RecordType>();
  for (const { record, path } of queue) {
    for (const type of record.fields.values()) {
      if (type === start) return [...path, start.name];
      if (type.kind !== 'record' || seen.has(type)) continue;
      seen.add(type);
      queue.push({ record: type, path: [...path, type.name] });
    }
  }
  return null;
}
