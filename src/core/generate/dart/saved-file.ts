/** `saved.dart`: a state as JSON, and back. */
import { base } from '../../plan/types';
import { bracketed } from '../print/layout';
import type { Program } from '../program/program';
import { quoted } from './names';
import { routeProperties } from './routes-file';
import { savedText } from './saved-text';
import { match } from './types-file';
import { codecName, writerFor, type DartWriter } from './writer';

export function savedFile(program: Program): string {
  const out = writerFor(program, 'saved');
  for (const file of ['codec', 'forms', 'plan', 'routes', 'state', 'types']) out.use('', file);
  records(out);
  flags(out);
  routes(out);
  answers(out);
  const patterns = [...new Set(program.links.map(({ link }) => link.pattern))].sort();
  out.list('const _patterns = <String>{', patterns.map(quoted), '};').line();
  out.line(savedText);
  return `import 'dart:convert' show jsonDecode, jsonEncode;\n\n${out.file()}`;
}

function records(out: DartWriter): void {
  for (const { name, fields } of out.program.records) {
    const own = out.names.types.get(name)!;
    const properties = out.fieldsOf(name);
    const all = [...fields].map(([field, type]) => ({ field, type, property: properties.get(field)! }));
    const written = all.map(
      ({ field, type, property }) => `${quoted(field)}: ${out.codec(type)}.write(value.${property})`,
    );
    const read = all.map(
      ({ field, type, property }) => `${property}: fields.read(${quoted(field)}, ${out.codec(type)})`,
    );
    out.line(`final Codec<${own}> ${codecName(own)} = record(`);
    out.deeper(() => {
      out.code(['(value) => ', bracketed('{', written, '},')]);
      out.code(['(fields) => ', read.length === 0 ? `const ${own}(),` : bracketed(`${own}(`, read, '),')]);
    });
    out.line(');').line();
  }
}

function flags(out: DartWriter): void {
  const all = out.program.flags.map(({ name, type }) => ({
    name,
    property: out.names.flags.get(name)!,
    codec: out.codec(type.kind === 'choice' ? type : base('bool')),
  }));
  out.code([
    'Map<String, Object?> _writeFlags(Flags flags) => ',
    bracketed(
      '{',
      all.map(({ name, property, codec }) => `${quoted(name)}: ${codec}.write(flags.${property})`),
      '};',
    ),
  ]);
  out.line();
  out.block(
    'Flags _readFlags(Fields written) {',
    () => {
      if (all.length === 0) return void out.line('return const Flags();');
      out.line('const initial = Flags();');
      out.list(
        'return Flags(',
        all.map(
          ({ name, property, codec }) =>
            `${property}: written.has(${quoted(name)}) ? written.read(${quoted(name)}, ${codec}) : initial.${property}`,
        ),
        ');',
      );
    },
    '}',
  );
  out.line();
}

function routes(out: DartWriter): void {
  const { screens } = out.program;
  out.block(
    'Map<String, Object?> _writeArguments(Route route) => switch (route) {',
    () => {
      for (const code of screens) {
        const names = routeProperties(code);
        const fields = code.parameters.map(
          ({ name, type }) => `${quoted(name)}: ${out.codec(type)}.write(route.${names.get(name)!})`,
        );
        const name = out.names.routes.get(code)!;
        out.code([fields.length === 0 ? `${name} _ => ` : `final ${name} route => `, bracketed('{', fields, '},')]);
      }
    },
    '};',
  );
  out.line();
  out.block(
    'Route _readArguments(Screen screen, Fields values) => switch (screen) {',
    () => {
      for (const code of screens) {
        const names = routeProperties(code);
        const route = out.names.routes.get(code)!;
        const fields = code.parameters.map(
          ({ name, type }) => `${names.get(name)!}: values.read(${quoted(name)}, ${out.codec(type)})`,
        );
        const value = fields.length === 0 ? `const ${route}(),` : bracketed(`${route}(`, fields, '),');
        out.code([`${out.screen(code)} => `, value]);
      }
    },
    '};',
  );
  out.line();
}

function answers(out: DartWriter): void {
  const { questions } = out.program;
  const rows = (call: (codec: string, type: string, name: string) => string): [string, string][] =>
    questions.map((question) => [
      `Question.${out.names.questions.get(question)!}`,
      call(out.codec(question.type), out.type(question.type), quoted(question.name)),
    ]);
  match(
    out,
    'Object? _writeAnswer(Question<Object?> question, Object? answer)',
    'question',
    rows((codec, type) => `${codec}.write(answer as ${type})`),
    questions.length === 0 ? 'null' : null,
  );
  match(
    out,
    'Object? _readAnswer(Question<Object?> question, Fields values)',
    'question',
    rows((codec, _type, name) => `values.read(${name}, ${codec})`),
    questions.length === 0 ? 'null' : null,
  );
}
