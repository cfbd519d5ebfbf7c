/** `types.ts`: ids, choices, records, flags, variants, questions and results. */
import { base } from '../../plan/types';
import { resultName } from '../program/results';
import { formOf } from './form-of';
import { keyOf, questionKey, quoted } from './names';
import { writerFor, type TypeScriptWriter } from './writer';
import { docOfType } from '../program/about';
import type { Program } from '../program/program';

export function typesFile(program: Program): string {
  const out = writerFor(program, './types');
  ids(out);
  choices(out);
  records(out);
  state(out);
  results(out);
  return out.file(`Types of ${program.name}.`);
}

function ids(out: TypeScriptWriter): void {
  for (const { name, base: of } of out.program.ids) {
    const own = out.names.types.get(name)!;
    const type = out.type(base(of!));
    out.use('type Branded', './forms');
    out.doc(docOfType(out.program, name));
    out.line(`export type ${own} = Branded<${type}, ${quoted(name)}>;`);
    out.line(`export const ${own} = (value: ${type}): ${own} => value as ${own};`);
    const form = `id<${type}, ${own}>(${formOf(out, base(of!))})`;
    out.line(`export const ${out.names.forms.get(name)!} = ${out.use('id', './forms') && form};`).line();
  }
}

function choices(out: TypeScriptWriter): void {
  for (const { name, options } of out.program.choices) {
    const own = out.names.types.get(name)!;
    out.doc(docOfType(out.program, name));
    const union = options.map(quoted);
    const line = `export type ${own} = ${union.join(' | ')};`;
    if (out.fits(line)) out.line(line);
    else {
      out.line(`export type ${own} =`);
      out.deeper(() => union.forEach((each, at) => out.line(`| ${each}${at === union.length - 1 ? ';' : ''}`)));
    }
    out.use('choice', './forms');
    out.list(`export const ${out.names.forms.get(name)!} = choice<${own}>([`, union, ']);');
    out.line();
  }
}

function records(out: TypeScriptWriter): void {
  for (const { name, fields } of out.program.records) {
    out.doc(docOfType(out.program, name));
    const properties = out.fieldsOf(name);
    const own = out.names.types.get(name)!;
    if (fields.size === 0) out.line(`export type ${own} = Readonly<Record<never, never>>;`).line();
    else
      out
        .block(
          `export interface ${own} {`,
          () => fields.forEach((type, field) => out.line(`readonly ${properties.get(field)!}: ${out.type(type)};`)),
          '}',
        )
        .line();
  }
}

function state(out: TypeScriptWriter): void {
  const { plan, flags, circumstances } = out.program;
  out.doc('The shapes in which the app ships.');
  out.line(`export type Variant = ${plan.variants.map(quoted).join(' | ')};`).line();
  out.doc('What the app knows, and conditions read.');
  if (flags.length === 0) out.line('export type Flags = Readonly<Record<never, never>>;').line();
  else {
    out
      .block(
        'export interface Flags {',
        () => {
          for (const { name, type, node } of flags) {
            out.doc(node.doc);
            out.line(`readonly ${out.names.flags.get(name)!}: ${out.type(type)};`);
          }
        },
        '}',
      )
      .line();
  }
  const initial = flags.map(
    ({ name, type, initial: value }) =>
      `${out.names.flags.get(name)!}: ${out.literal(type.kind === 'choice' ? type : base('bool'), value)}`,
  );
  out.list('export const initialFlags: Flags = {', initial, '};', ' ').line();
  out.doc('Conditions behind `needs` that only the app can answer. Each arrival may ask for one.');
  if (circumstances.length === 0) out.line('export type Circumstances = Readonly<Record<never, never>>;').line();
  else
    out
      .block(
        'export interface Circumstances {',
        () => {
          for (const text of circumstances) {
            out.doc(`“${text}”`);
            out.line(`readonly ${out.names.circumstances.get(text)!}: boolean;`);
          }
        },
        '}',
      )
      .line();
}

function results(out: TypeScriptWriter): void {
  const { questions, results: types } = out.program;
  out.doc('A result on its way back, by the type of the screens that return it.');
  const union = types.map(
    (type) => `{ readonly type: ${quoted(resultName(type))}; readonly value: ${out.type(type)} }`,
  );
  if (union.length < 2)
    out.line(`export type Result = ${union[0] ?? "{ readonly type: 'none'; readonly value: null }"};`).line();
  else {
    out.line('export type Result =');
    out.deeper(() => union.forEach((each, at) => out.line(`| ${each}${at === union.length - 1 ? ';' : ''}`)));
    out.line();
  }
  out.doc('Results that have come back to a screen, by the value that asked for each.');
  if (questions.length === 0) out.line('export type Answers = Readonly<Record<string, unknown>>;').line();
  else
    out
      .block(
        'export interface Answers {',
        () => {
          for (const question of questions) {
            const type = out.type(question.type);
            out.line(`readonly ${keyOf(questionKey(question))}?: ${type};`);
          }
        },
        '}',
      )
      .line();
  out.doc('A value of a screen that waits for a result.');
  out.line('export type Question = keyof Answers;');
}
