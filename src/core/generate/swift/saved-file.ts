/** `Saved.swift`: a state as JSON, and back. */
import { base } from '../../plan/types';
import type { Program } from '../program/program';
import { codecOf } from './codec-of';
import { quoted } from './names';
import { routeProperties, routeStruct } from './routes-file';
import { savedText } from './saved-text';
import { writerFor, type SwiftWriter } from './writer';

export function savedFile(program: Program): string {
  const out = writerFor(program);
  out.line('import Foundation').line();
  flags(out);
  routes(out);
  const patterns = [...new Set(program.links.map(({ link }) => link.pattern))].sort();
  out.list('private let patterns: Set<String> = [', patterns.map(quoted), ']').line();
  out.line(savedText);
  return out.file();
}

function flags(out: SwiftWriter): void {
  const all = out.program.flags.map(({ name, type }) => ({
    name,
    property: out.names.flags.get(name)!,
    codec: codecOf(type.kind === 'choice' ? type : base('bool'), out.names),
  }));
  out.block(
    'private func writeFlags(_ flags: Flags) -> [String: Any] {',
    () =>
      out.list(
        '[',
        all.length === 0
          ? [':']
          : all.map(({ name, property, codec }) => `${quoted(name)}: ${codec}.write(flags.${property})`),
        ']',
        '',
        all.length === 0 ? '' : ',',
      ),
    '}',
  );
  out.line();
  out.block(
    'private func readFlags(_ written: Fields) throws -> Flags {',
    () => {
      out.line(`${all.length === 0 ? 'let' : 'var'} flags = Flags()`);
      for (const { name, property, codec } of all)
        out.line(
          `if written[${quoted(name)}] != nil { flags.${property} = try written.read(${quoted(name)}, ${codec}) }`,
        );
      out.line('return flags');
    },
    '}',
  );
  out.line();
}

function routes(out: SwiftWriter): void {
  const { screens } = out.program;
  out.block(
    'private func writeArguments(_ route: Route) -> [String: Any] {',
    () =>
      out.switchOn('route', () => {
        for (const code of screens) {
          const names = routeProperties(code);
          const name = out.names.screens.get(code)!;
          const fields = code.parameters.map(
            (each) => `${quoted(each.name)}: ${codecOf(each.type, out.names)}.write(route.${names.get(each.name)!})`,
          );
          if (fields.length === 0) out.line(`case .${name}: return [:]`);
          else out.line(`case let .${name}(route):`).deeper(() => out.list('return [', fields, ']'));
        }
      }),
    '}',
  );
  out.line();
  out.block(
    'private func readArguments(_ screen: Screen, _ values: Fields) throws -> Route {',
    () =>
      out.switchOn('screen', () => {
        for (const code of screens) {
          const names = routeProperties(code);
          const name = out.names.screens.get(code)!;
          const fields = code.parameters.map(
            (each) => `${names.get(each.name)!}: values.read(${quoted(each.name)}, ${codecOf(each.type, out.names)})`,
          );
          if (fields.length === 0) out.line(`case .${name}: return .${name}(${routeStruct(out, code)}())`);
          else
            out.line(`case .${name}:`).deeper(() => {
              out.line(`return .${name}(`);
              out.deeper(() => out.list(`try ${routeStruct(out, code)}(`, fields, ')', '', ''));
              out.line(')');
            });
        }
      }),
    '}',
  );
  out.line();
}
