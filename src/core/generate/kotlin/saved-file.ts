/** `Saved.kt`: a state as JSON, and back. */
import { base } from '../../plan/types';
import { bracketed } from '../print/layout';
import type { Program } from '../program/program';
import { codecOf } from './codec-of';
import { quoted } from './names';
import { routeClass, routeProperties } from './routes-file';
import { savedText } from './saved-text';
import { writerFor, type KotlinWriter } from './writer';

export function savedFile(program: Program): string {
  const out = writerFor(program);
  records(out);
  flags(out);
  routes(out);
  const patterns = [...new Set(program.links.map(({ link }) => link.pattern))].sort();
  const list = patterns.length === 0 ? 'emptySet()' : bracketed('setOf(', patterns.map(quoted), ')');
  out.code(['private val patterns: Set<String> = ', list]).line();
  out.line(savedText);
  return out.file();
}

function records(out: KotlinWriter): void {
  for (const { name, fields } of out.program.records) {
    const own = out.names.types.get(name)!;
    const properties = out.fieldsOf(name);
    const all = [...fields];
    const written = all.map(
      ([field, type]) => `${quoted(field)} to ${codecOf(type, out.names)}.write(it.${properties.get(field)!})`,
    );
    const read = all.map(
      ([field, type]) => `${properties.get(field)!} = it.read(${quoted(field)}, ${codecOf(type, out.names)})`,
    );
    out.line(`internal val ${own}Codec: Codec<${own}> by lazy {`);
    out.deeper(() =>
      out.list(
        'record(',
        [
          all.length === 0 ? '{ emptyMap() }' : ['{ ', bracketed('mapOf(', written, ')'), ' }'],
          all.length === 0 ? `{ ${own} }` : ['{ ', bracketed(`${own}(`, read, ')'), ' }'],
        ],
        ')',
      ),
    );
    out.line('}').line();
  }
}

function flags(out: KotlinWriter): void {
  const all = out.program.flags.map(({ name, type }) => ({
    name,
    property: out.names.flags.get(name)!,
    codec: codecOf(type.kind === 'choice' ? type : base('bool'), out.names),
  }));
  if (all.length === 0) {
    out
      .line('@Suppress("UNUSED_PARAMETER")')
      .line('private fun writeFlags(flags: Flags): Map<String, Any?> = emptyMap()')
      .line();
    out.line('@Suppress("UNUSED_PARAMETER")').line('private fun readFlags(written: Fields): Flags = Flags').line();
    return;
  }
  out
    .list(
      'private fun writeFlags(flags: Flags): Map<String, Any?> = mapOf(',
      all.map(({ name, property, codec }) => `${quoted(name)} to ${codec}.write(flags.${property})`),
      ')',
    )
    .line();
  out.block(
    'private fun readFlags(written: Fields): Flags {',
    () => {
      out.line('val initial = Flags()');
      out.list(
        'return Flags(',
        all.map(
          ({ name, property, codec }) =>
            `${property} = if (${quoted(name)} in written) written.read(${quoted(name)}, ${codec}) else initial.${property}`,
        ),
        ')',
      );
    },
    '}',
  );
  out.line();
}

function routes(out: KotlinWriter): void {
  const { screens } = out.program;
  out.block(
    'private fun writeArguments(route: Route): Map<String, Any?> = when (route) {',
    () => {
      for (const code of screens) {
        const properties = routeProperties(code);
        const fields = code.parameters.map(
          ({ name, type }) => `${quoted(name)} to ${codecOf(type, out.names)}.write(route.${properties.get(name)!})`,
        );
        out.code([
          `is ${routeClass(out, code)} -> `,
          fields.length === 0 ? 'emptyMap()' : bracketed('mapOf(', fields, ')'),
        ]);
      }
    },
    '}',
  );
  out.line();
  if (screens.every(({ parameters }) => parameters.length === 0)) out.line('@Suppress("UNUSED_PARAMETER")');
  out.block(
    'private fun readArguments(screen: Screen, values: Fields): Route = when (screen) {',
    () => {
      for (const code of screens) {
        const properties = routeProperties(code);
        const fields = code.parameters.map(
          ({ name, type }) => `${properties.get(name)!} = values.read(${quoted(name)}, ${codecOf(type, out.names)})`,
        );
        const head = `Screen.${out.names.screens.get(code)!} -> ${routeClass(out, code)}`;
        out.code(fields.length === 0 ? head : bracketed(`${head}(`, fields, ')'));
      }
    },
    '}',
  );
  out.line();
}
