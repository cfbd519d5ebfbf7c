/** `types.dart`: ids, choices, records, flags, variants, questions and results. */
import { assignable, base, showType } from '../../plan/types';
import { docOfType } from '../program/about';
import type { Program } from '../program/program';
import { valueClass, type ClassField } from './classes';
import { optionNames, quoted } from './names';
import { formName } from '../print/forms';
import { writerFor, type DartWriter } from './writer';

export function typesFile(program: Program): string {
  const out = writerFor(program, 'types');
  ids(out);
  choices(out);
  records(out);
  state(out);
  results(out);
  return out.file();
}

function ids(out: DartWriter): void {
  for (const id of out.program.ids) {
    const own = out.names.types.get(id.name)!;
    const of = base(id.base!);
    out.doc(docOfType(out.program, id.name));
    out.line(`extension type const ${own}(${out.type(of)} value) {}`).line();
    out.use('Forms', 'forms');
    out.line(`final ${formName(own)} = Forms.id(${out.form(of)}, ${own}.new, (id) => id.value);`).line();
  }
}

function choices(out: DartWriter): void {
  for (const { name, options } of out.program.choices) {
    const own = out.names.types.get(name)!;
    const names = optionNames(options);
    out.doc(docOfType(out.program, name));
    out
      .list(
        `enum ${own} {`,
        options.map((option) => names.get(option)!),
        '}',
        ' ',
      )
      .line();
    out.use('Forms', 'forms');
    out
      .list(
        `final ${formName(own)} = Forms.choice({`,
        options.map((option) => `${quoted(option)}: ${own}.${names.get(option)!}`),
        '});',
      )
      .line();
  }
}

function records(out: DartWriter): void {
  for (const { name, fields } of out.program.records) {
    const properties = out.fieldsOf(name);
    const own = out.names.types.get(name)!;
    out.doc(docOfType(out.program, name));
    valueClass(
      out,
      `final class ${own} extends ${out.use('ByValues', 'forms')}`,
      own,
      [...fields].map(([field, type]) => ({ name: properties.get(field)!, type: out.type(type), initial: null })),
    );
  }
}

/** An enum whose values have a text. */
function texts(out: DartWriter, name: string, rows: readonly (readonly [string, string])[]): void {
  out
    .block(
      `enum ${name} {`,
      () => {
        rows.forEach(([own, text], at) => out.line(`${own}(${quoted(text)})${at < rows.length - 1 ? ',' : ';'}`));
        out.line().line(`const ${name}(this.text);`).line().line('final String text;');
      },
      '}',
    )
    .line();
}

function state(out: DartWriter): void {
  const { plan, flags, circumstances } = out.program;
  out.doc('The shapes in which the app ships.');
  texts(
    out,
    'Variant',
    plan.variants.map((name) => [out.names.variants.get(name)!, name]),
  );
  const fields = flags.map(({ name, type, initial, node }): ClassField => {
    const of = type.kind === 'choice' ? type : base('bool');
    return { name: out.names.flags.get(name)!, type: out.type(of), initial: out.literal(of, initial), doc: node.doc };
  });
  out.doc('What the app knows, and conditions read.');
  valueClass(out, `final class Flags extends ${out.use('ByValues', 'forms')}`, 'Flags', fields, () => {
    if (fields.length === 0) return;
    out.list(
      'Flags copyWith({',
      fields.map(({ name, type }) => `${type}? ${name}`),
      '}) =>',
    );
    out
      .deeper(() =>
        out.list(
          'Flags(',
          fields.map(({ name }) => `${name}: ${name} ?? this.${name}`),
          ');',
        ),
      )
      .line();
  });
  out.doc('Conditions behind needs that only the app can answer. Each arrival may ask for one.');
  valueClass(
    out,
    `final class Circumstances extends ${out.use('ByValues', 'forms')}`,
    'Circumstances',
    circumstances.map((text) => ({
      name: out.names.circumstances.get(text)!,
      type: 'bool',
      initial: null,
      doc: `“${text}”`,
    })),
  );
}

function results(out: DartWriter): void {
  const { questions, results: types } = out.program;
  out.doc('A result on its way back, by the type of the screens that return it.');
  out
    .block(
      'final class Result {',
      () =>
        out.line('const Result(this.type, this.value);').line().line('final String type;').line('final Object? value;'),
      '}',
    )
    .line();
  out.doc('A value of a screen that waits for a result.');
  if (questions.length === 0)
    out
      .block(
        'final class Question<T> {',
        () => {
          out.line('const Question._(this.screen, this.value);').line();
          out
            .line(`final ${out.use('Screen', 'routes')} screen;`)
            .line('final String value;')
            .line();
          out.line('static const List<Question<Object?>> values = [];');
        },
        '}',
      )
      .line();
  else
    out
      .block(
        'enum Question<T> {',
        () => {
          questions.forEach((question, at) => {
            const screen = out.screen(out.program.codeOf.get(question.screen)!);
            const end = at < questions.length - 1 ? ',' : ';';
            const own = out.names.questions.get(question)!;
            out.line(`${own}<${out.type(question.type)}>(${screen}, ${quoted(question.name)})${end}`);
          });
          out.line().line('const Question(this.screen, this.value);').line();
          out.line('final Screen screen;').line('final String value;');
        },
        '}',
      )
      .line();
  const takes = questions.flatMap((question) =>
    types.filter((type) => assignable(type, question.type)).map((type) => ({ question, type })),
  );
  out.doc('Whether a value can get a result.');
  const rows = [...new Set(takes.map(({ question }) => question))].map((question) => {
    const own = takes.filter((each) => each.question === question).map(({ type }) => quoted(showType(type)));
    return [`Question.${out.names.questions.get(question)!}`, `{${own.join(', ')}}.contains(result.type)`] as const;
  });
  match(out, 'bool accepts(Question<Object?> question, Result result)', 'question', rows, 'false');
  out.doc('A result as the value that gets it.');
  const converted = takes.flatMap(({ question, type }) => {
    const text = out.converted('value', type, question.type);
    const own = `Question.${out.names.questions.get(question)!}`;
    return text === 'value' ? [] : [[`(${own}, final ${out.type(type)} value)`, text] as const];
  });
  match(
    out,
    'Object? valueFor(Question<Object?> question, Result result)',
    '(question, result.value)',
    converted,
    'result.value',
  );
}

/** A function of one switch. */
export function match(
  out: DartWriter,
  head: string,
  subject: string,
  rows: readonly (readonly [string, string])[],
  rest: string | null,
): void {
  if (rows.length === 0) return void out.line(`${head} => ${rest ?? 'null'};`).line();
  out
    .block(
      `${head} => switch (${subject}) {`,
      () => {
        for (const [pattern, value] of rows) out.line(`${pattern} => ${value},`);
        if (rest !== null) out.line(`_ => ${rest},`);
      },
      '};',
    )
    .line();
}
