/** `Types.swift`: ids, choices, records, flags, variants, and results. */
import { assignable, base, showType, type Type } from '../../plan/types';
import { docOfType } from '../program/about';
import type { Program, AskedValue } from '../program/program';
import { formName, formOf } from '../print/forms';
import { codecOf } from './codec-of';
import { memberNames, optionNames, quoted } from './names';
import { writerFor, type SwiftWriter } from './writer';

export function typesFile(program: Program): string {
  const out = writerFor(program);
  ids(out);
  choices(out);
  records(out);
  state(out);
  results(out);
  return out.file();
}

function ids(out: SwiftWriter): void {
  for (const id of out.program.ids) {
    const own = out.names.types.get(id.name)!;
    out.doc(docOfType(out.program, id.name));
    out
      .block(
        `struct ${own}: Hashable {`,
        () => {
          out.line(`let value: ${out.type(base(id.base!))}`).line();
          out.line(`init(_ value: ${out.type(base(id.base!))}) { self.value = value }`);
        },
        '}',
      )
      .line();
    out
      .line(`let ${formName(own)} = Forms.id(${formOf(base(id.base!), out.names)}, { ${own}($0) }, { $0.value })`)
      .line();
  }
}

function choices(out: SwiftWriter): void {
  for (const { name, options } of out.program.choices) {
    const own = out.names.types.get(name)!;
    const names = optionNames(options);
    out.doc(docOfType(out.program, name));
    out
      .block(
        `enum ${own}: String, CaseIterable, Hashable {`,
        () => options.forEach((option) => out.line(caseOf(names.get(option)!, option))),
        '}',
      )
      .line();
    out.line(`let ${formName(own)}: Form<${own}> = Forms.choice()`).line();
  }
}

/** A case with its raw value, where that is another text. */
export const caseOf = (name: string, text: string): string =>
  `case ${name}${name === text ? '' : ` = ${quoted(text)}`}`;

function records(out: SwiftWriter): void {
  for (const { name, fields } of out.program.records) {
    const own = out.names.types.get(name)!;
    const properties = out.fieldsOf(name);
    const all = [...fields].map(([field, type]) => ({ field, type, property: properties.get(field)! }));
    out.doc(docOfType(out.program, name));
    out.block(
      `struct ${own}: Hashable {`,
      () => {
        for (const { property, type } of all) out.line(`var ${property}: ${out.type(type)}`);
        if (all.length > 0) out.line();
        const written = all.map(
          ({ field, type, property }) => `${quoted(field)}: ${codecOf(type, out.names)}.write($0.${property})`,
        );
        const read = all.map(
          ({ field, type, property }) => `${property}: $0.read(${quoted(field)}, ${codecOf(type, out.names)})`,
        );
        out.line(`static let codec = Codec<${own}>.record(`);
        out.deeper(() => {
          if (written.length === 0) out.line('{ _ in [:] },');
          else out.block('{', () => out.list('[', written, ']'), '},');
          if (read.length === 0) out.line(`{ _ in ${own}() }`);
          else out.block('{', () => out.list(`try ${own}(`, read, ')', '', ''), '}');
        });
        out.line(')');
      },
      '}',
    );
    out.line();
  }
}

function state(out: SwiftWriter): void {
  const { plan, flags, circumstances } = out.program;
  out.doc('The shapes in which the app ships.');
  out
    .block(
      'enum Variant: String, CaseIterable, Hashable {',
      () => plan.variants.forEach((name) => out.line(caseOf(out.names.variants.get(name)!, name))),
      '}',
    )
    .line();
  out.doc('What the app knows, and conditions read.');
  out
    .block(
      'struct Flags: Hashable {',
      () => {
        for (const { name, type, initial, node } of flags) {
          const of = type.kind === 'choice' ? type : base('bool');
          out.doc(node.doc);
          out.line(`var ${out.names.flags.get(name)!}: ${out.type(of)} = ${out.literal(of, initial)}`);
        }
      },
      '}',
    )
    .line();
  out.doc('Conditions behind needs that only the app can answer. Each arrival may ask for one.');
  out
    .block(
      'struct Circumstances: Hashable {',
      () => {
        for (const text of circumstances) {
          out.doc(`“${text}”`);
          out.line(`var ${out.names.circumstances.get(text)!}: Bool`);
        }
      },
      '}',
    )
    .line();
}

/** Cases of results, by their types. */
export const resultNames = ({ results: types }: Program): ReadonlyMap<string, string> =>
  new Map([...memberNames(types, showType)].map(([type, name]) => [showType(type), name]));

function results(out: SwiftWriter): void {
  const { results: types, questions } = out.program;
  const names = resultNames(out.program);
  out.doc('A result on its way back, by the type of the screens that return it.');
  out
    .block(
      'enum ScreenResult: Hashable {',
      () => {
        for (const type of types) out.line(`case ${names.get(showType(type))!}(${out.type(type)})`);
        if (types.length > 0) out.line();
        lookUp(
          out,
          'type: String',
          types.map((type) => [names.get(showType(type))!, quoted(showType(type))]),
        );
      },
      '}',
    )
    .line();
  out.doc('A value of a screen that waits for a result.');
  out
    .block(
      'enum Question: Hashable, CaseIterable {',
      () => {
        for (const question of questions) out.line(`case ${out.names.questions.get(question)!}`);
        if (questions.length > 0) out.line();
        const rows = (of: (question: AskedValue) => string): [string, string][] =>
          questions.map((question) => [out.names.questions.get(question)!, of(question)]);
        const screenOf = ({ screen }: AskedValue): string =>
          `.${out.names.screens.get(out.program.codeOf.get(screen)!)!}`;
        lookUp(out, 'screen: Screen', rows(screenOf));
        out.line();
        lookUp(
          out,
          'value: String',
          rows(({ name }) => quoted(name)),
        );
      },
      '}',
    )
    .line();
  answers(out, names);
}

/** A property of an enum, case by case. */
function lookUp(out: SwiftWriter, property: string, rows: readonly (readonly [string, string])[]): void {
  out.block(
    `var ${property} {`,
    () => out.switchOn('self', () => rows.forEach(([name, value]) => out.line(`case .${name}: return ${value}`))),
    '}',
  );
}

function answers(out: SwiftWriter, names: ReadonlyMap<string, string>): void {
  const { questions, results: types } = out.program;
  out.doc('Results that have come back to a screen, by the value that asked for each; nil where none has.');
  out.block(
    'struct Answers: Hashable {',
    () => {
      for (const question of questions)
        out.line(`var ${out.names.questions.get(question)!}: ${out.type(question.type)}?`);
      if (questions.length > 0) out.line();
      out.line('init() {}').line();
      const takes = questions.flatMap((question) =>
        types.filter((type) => assignable(type, question.type)).map((type) => ({ question, type })),
      );
      out.block(
        'mutating func take(_ result: ScreenResult, for question: AskedValue) {',
        () => {
          if (takes.length === 0) return;
          out.switchOn('(question, result)', () => {
            for (const { question, type } of takes) {
              const own = out.names.questions.get(question)!;
              out.line(`case let (.${own}, .${names.get(showType(type))!}(value)):`);
              out.deeper(() => out.line(`${own} = ${wrapped(out, type, question.type)}`));
            }
            out.line('default: break');
          });
        },
        '}',
      );
      out.line();
      out.doc('The results as a saved state has them, by the values of the screen.');
      out.block(
        'var written: [String: Any] {',
        () => {
          if (questions.length === 0) return void out.line('[:]');
          out.line('var written: [String: Any] = [:]');
          for (const question of questions) {
            const own = out.names.questions.get(question)!;
            out.line(
              `if let ${own} { written[${quoted(question.name)}] = ${codecOf(question.type, out.names)}.write(${own}) }`,
            );
          }
          out.line('return written');
        },
        '}',
      );
      out.line();
      out.doc('The results that stand beside the arguments of a screen.');
      out.block(
        'init(_ screen: Screen, _ values: Fields) throws {',
        () => {
          for (const question of questions) {
            const own = out.names.questions.get(question)!;
            const screen = `.${out.names.screens.get(out.program.codeOf.get(question.screen)!)!}`;
            out.block(
              `if screen == ${screen}, values[${quoted(question.name)}] != nil {`,
              () =>
                out.line(
                  `${own} = .some(try values.read(${quoted(question.name)}, ${codecOf(question.type, out.names)}))`,
                ),
              '}',
            );
          }
        },
        '}',
      );
    },
    '}',
  );
}

/** A result as the value of an answer, which may itself be absent. */
function wrapped(out: SwiftWriter, from: Type, to: Type): string {
  const value = out.converted('value', from, to);
  return to.kind === 'optional' ? `.some(${value})` : value;
}
