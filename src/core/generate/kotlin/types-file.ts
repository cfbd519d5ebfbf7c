/** `Types.kt`: ids, choices, records, flags, variants. */
import { base } from '../../plan/types';
import { docOfType } from '../program/about';
import type { Program } from '../program/program';
import { optionNames, quoted } from './names';
import { formName, formOf } from '../print/forms';
import { writerFor, type KotlinWriter } from './writer';

export function typesFile(program: Program): string {
  const out = writerFor(program);
  ids(out);
  choices(out);
  for (const { name, fields } of program.records) {
    out.doc(docOfType(program, name));
    const properties = out.fieldsOf(name);
    dataClass(
      out,
      out.names.types.get(name)!,
      [...fields].map(([field, type]) => `val ${properties.get(field)!}: ${out.type(type)}`),
    );
  }
  state(out);
  return out.file();
}

/** A class of values; an object if it has none. */
function dataClass(out: KotlinWriter, name: string, properties: readonly string[]): void {
  if (properties.length === 0) out.line(`data object ${name}`).line();
  else out.list(`data class ${name}(`, properties, ')').line();
}

function ids(out: KotlinWriter): void {
  for (const id of out.program.ids) {
    const own = out.names.types.get(id.name)!;
    out.doc(docOfType(out.program, id.name));
    out
      .line('@JvmInline')
      .line(`value class ${own}(val value: ${out.type(base(id.base!))})`)
      .line();
    const form = `Forms.id(${formOf(base(id.base!), out.names)}, { ${own}(it) }, { it.value })`;
    out.line(`internal val ${formName(own)}: Form<${own}> = ${form}`).line();
  }
}

function choices(out: KotlinWriter): void {
  for (const { name, options } of out.program.choices) {
    const own = out.names.types.get(name)!;
    const names = optionNames(options);
    out.doc(docOfType(out.program, name));
    out
      .block(
        `enum class ${own}(override val text: String) : Choice {`,
        () => options.forEach((option) => out.line(`${names.get(option)!}(${quoted(option)}),`)),
        '}',
      )
      .line();
    out.line(`internal val ${formName(own)}: Form<${own}> = Forms.choice(${own}.entries)`).line();
  }
}

function state(out: KotlinWriter): void {
  const { plan, flags, circumstances } = out.program;
  out.doc('The shapes in which the app ships.');
  out
    .block(
      'enum class Variant(val text: String) {',
      () => plan.variants.forEach((name) => out.line(`${out.names.variants.get(name)!}(${quoted(name)}),`)),
      '}',
    )
    .line();
  out.doc('What the app knows, and conditions read.');
  if (flags.length === 0) out.line('data object Flags').line();
  else
    out
      .block(
        'data class Flags(',
        () => {
          for (const { name, type, initial, node } of flags) {
            const of = type.kind === 'choice' ? type : base('bool');
            out.doc(node.doc);
            out.line(`val ${out.names.flags.get(name)!}: ${out.type(of)} = ${out.literal(of, initial)},`);
          }
        },
        ')',
      )
      .line();
  out.doc('Conditions behind `needs` that only the app can answer. Each arrival may ask for one.');
  if (circumstances.length === 0) out.line('data object Circumstances');
  else
    out.block(
      'data class Circumstances(',
      () => {
        for (const text of circumstances) {
          out.doc(`“${text}”`);
          out.line(`val ${out.names.circumstances.get(text)!}: Boolean,`);
        }
      },
      ')',
    );
}
