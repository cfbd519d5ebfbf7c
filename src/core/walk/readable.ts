/** Which written values a type can read: whether a value of one version of an app is one of the next. */
import { stringValue } from '../language/tokens';
import { forms } from '../plan/forms';
import type { RecordType, Type } from '../plan/types';
import { at, isList, isRecord, withValues, type Value, type Values } from '../plan/value';

/** Whether a written value is one of the type. A field that a record lacks is absent. */
export function isReadable(value: Value | undefined, type: Type): boolean {
  switch (type.kind) {
    case 'unknown':
      return true;
    case 'optional':
      return value === undefined || value === null || isReadable(value, type.of);
    case 'list':
      return value !== undefined && isList(value) && value.every((item) => isReadable(item, type.of));
    case 'record':
      return (
        value !== undefined &&
        isRecord(value) &&
        [...type.fields].every(([name, field]) => isReadable(at(value, name), field))
      );
    case 'choice':
      return typeof value === 'string' && type.options.includes(value);
    case 'id':
      return type.base === null ? typeof value === 'string' : isReadable(value, { kind: 'base', name: type.base });
    case 'base': {
      if (typeof value !== 'string') return false;
      const isText = value.startsWith('"');
      if (type.name === 'text') return isText;
      const text = isText ? stringValue(value) : value;
      const wantsText = type.name === 'date' || type.name === 'time' || type.name === 'instant' || type.name === 'url';
      return text !== null && isText === wantsText && forms[type.name].test(text);
    }
  }
}

/**
 * A value of an earlier type that a type cannot read; `undefined` if it reads all of them.
 *
 * @param sample a value of a type
 */
export function unreadableOf(earlier: Type, type: Type, sample: (of: Type) => Value): Value | undefined {
  return unreadable(earlier, type, sample, new Set());
}

function unreadable(
  earlier: Type,
  type: Type,
  sample: (of: Type) => Value,
  open: ReadonlySet<RecordType>,
): Value | undefined {
  if (earlier.kind === 'unknown' || type.kind === 'unknown') return undefined;
  if (earlier.kind === 'optional')
    return type.kind === 'optional' ? unreadable(earlier.of, type.of, sample, open) : null;
  if (type.kind === 'optional') return unreadable(earlier, type.of, sample, open);
  if (earlier.kind === 'list' && type.kind === 'list') {
    const item = unreadable(earlier.of, type.of, sample, open);
    return item === undefined ? undefined : [item];
  }
  if (earlier.kind === 'record' && type.kind === 'record') return unreadableRecord(earlier, type, sample, open);
  if (earlier.kind === 'choice' && type.kind === 'choice')
    return earlier.options.find((option) => !type.options.includes(option));
  const value = sample(earlier);
  return isReadable(value, type) ? undefined : value;
}

function unreadableRecord(
  earlier: RecordType,
  type: RecordType,
  sample: (of: Type) => Value,
  open: ReadonlySet<RecordType>,
): Value | undefined {
  // Records may hold lists of themselves: what is being compared counts as readable until shown otherwise.
  if (open.has(type)) return undefined;
  for (const [name, field] of type.fields) {
    const was = earlier.fields.get(name);
    if (!was) {
      if (field.kind !== 'optional') return sample(earlier);
      continue;
    }
    const value = unreadable(was, field, sample, new Set([...open, type]));
    if (value !== undefined) return withValues(sample(earlier) as Values, { [name]: value });
  }
  return undefined;
}
