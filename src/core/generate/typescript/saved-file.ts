/** `saved.ts`: a state as JSON, and back. */
import type { Type } from '../../plan/types';
import { bracketed } from '../print/layout';
import type { Program } from '../program/program';
import { recordsIn } from '../program/records-in';
import { formOf } from './form-of';
import { keyOf, questionKey, quoted } from './names';
import { routeProperties } from './routes-file';
import { savedText } from './saved-text';
import { writerFor, type TypeScriptWriter } from './writer';

export function savedFile(program: Program): string {
  const out = writerFor(program, './saved');
  const codecNames = new Map(program.records.map(({ name }) => [name, `codecOf${out.names.types.get(name)!}`]));
  const codec = (type: Type): string => codecOf(out, type, codecNames);
  const kept = recordsIn(program);
  for (const { name, fields } of program.records.filter((record) => kept.has(record.name))) {
    const properties = out.fieldsOf(name);
    const own = out.names.types.get(name)!;
    out.use(`type ${own}`, './types');
    out.use('type Codec', './codec');
    out.use('record', './codec');
    const entries = [...fields].map(([field, type]) => `${properties.get(field)!}: [${quoted(field)}, ${codec(type)}]`);
    out.list(`const ${codecNames.get(name)!}: Codec<${own}> = record<${own}>(() => ({`, entries, '}));', ' ').line();
  }
  for (const name of ['type Arguments', 'type Route', 'type Screen']) out.use(name, './routes');
  for (const name of ['type Answers', 'type Flags', 'type Question', 'type Variant', 'initialFlags'])
    out.use(name, './types');
  for (const name of ['type Arrival', 'type Frame', 'type State']) out.use(name, './state');
  for (const name of ['isShownIn', 'tabsOf']) out.use(name, './plan');
  for (const name of [
    'type Codec',
    'type Fields',
    'type Written',
    'type WrittenRecord',
    'NotRestored',
    'readFields',
    'writeFields',
  ])
    out.use(name, './codec');

  const flags = program.flags.map(
    ({ name, type }) => `${out.names.flags.get(name)!}: [${quoted(name)}, ${codec(type)}]`,
  );
  out.list('const flagFields: Fields<Flags> = {', flags, '};', ' ').line();
  out.block(
    'const argumentFields: { readonly [S in Screen]: Fields<Arguments[S]> } = {',
    () => {
      for (const code of program.screens) {
        const properties = routeProperties(code);
        const entries = code.parameters.map(
          ({ name, type }) => `${properties.get(name)!}: [${quoted(name)}, ${codec(type)}]`,
        );
        out.list(`${keyOf(code.screen.label)}: {`, entries, '},', ' ');
      }
    },
    '};',
  );
  out.line();
  out.list(
    'const questions: ReadonlyMap<Question, Asked> = new Map<Question, Asked>([',
    program.questions.map((question) => {
      const { screen, name, type } = question;
      const fields = [`screen: ${quoted(screen.label)}`, `value: ${quoted(name)}`, `codec: ${codec(type)}`];
      return bracketed('[', [quoted(questionKey(question)), bracketed('{', fields, '}', ' ')], ']');
    }),
    ']);',
  );
  out.line();
  const patterns = [...new Set(program.links.map(({ link }) => link.pattern))].sort();
  out.list('const patterns: readonly string[] = [', patterns.map(quoted), '];');
  out.line(savedText);
  return out.file(`The state of ${program.name} as JSON, and back.`);
}

function codecOf(out: TypeScriptWriter, type: Type, records: ReadonlyMap<string, string>): string {
  switch (type.kind) {
    case 'optional':
      return `${out.use('optional', './codec')}(${codecOf(out, type.of, records)})`;
    case 'list':
      return `${out.use('list', './codec')}(${codecOf(out, type.of, records)})`;
    case 'record':
      return records.get(type.name)!;
    default:
      return `${out.use('literal', './codec')}(${formOf(out, type)})`;
  }
}
