/** `Links.swift`: the URL patterns of the app, and both ways between a URL and a route. */
import type { Listed } from '../../links/pattern';
import { required, type Type } from '../../plan/types';
import { bracketed, type Layout } from '../print/layout';
import { defaultOf } from '../program/defaults';
import { broughtBy, originsOf, placeOf, type BroughtByUrl } from '../program/link-parts';
import type { LinkCode, Program, ScreenCode } from '../program/program';
import { formOf } from '../print/forms';
import { quoted } from './names';
import { routeProperties, routeStruct } from './routes-file';
import { writerFor, type SwiftWriter } from './writer';

export function linksFile(program: Program): string {
  const out = writerFor(program);
  const origins = originsOf(program);
  out.doc('The origins of the app’s links.');
  out
    .list(
      'private let origins: [Origin] = [',
      origins.map(({ text, scheme, hosts, port }) => {
        const parts = [
          `text: ${quoted(text)}`,
          `scheme: ${quoted(scheme)}`,
          `hosts: [${hosts.map(quoted).join(', ')}]`,
        ];
        return bracketed('Origin(', [...parts, `port: ${quoted(port)}`], ')', '', '');
      }),
      ']',
    )
    .line();
  out.doc('A pattern, and the routes that it opens.');
  out
    .block(
      'private struct LinkPattern {',
      () => {
        out.line('let text: String').line('let screen: Screen');
        out.doc('Place among the patterns of its screen: the first that brings all of a route builds its URL.');
        out.line('let place: Int').line('let pattern: Pattern').line('let open: (Taken) throws -> Route');
        out.line('let texts: (Route) -> [String: [String]?]?');
      },
      '}',
    )
    .line();
  out.doc('The most specific pattern first: of those that a URL fits, the first one takes it.');
  out
    .block('private let links: [LinkPattern] = [', () => program.links.forEach((link) => linkOf(out, link)), ']')
    .line();
  out.line(functions(origins[0]?.text ?? ''));
  return out.file();
}

function linkOf(out: SwiftWriter, { link, pattern, under }: LinkCode): void {
  const code = out.program.codeOf.get(link.screen)!;
  const typeOf = (name: string): Type =>
    required(code.parameters.find((each) => each.name === name)?.type ?? { kind: 'base', name: 'text' });
  const variable = (name: string, isList: boolean): string => {
    const type = typeOf(name);
    const form = formOf(isList && type.kind === 'list' ? type.of : type, out.names);
    return `Variable(name: ${quoted(name)}, fits: ${form}.fits${isList ? ', isList: true' : ''})`;
  };
  const listed = ({ name, isList }: Listed): string => variable(name, isList);
  const segments = pattern.segments.map(({ parts }) =>
    bracketed(
      '[',
      parts.map((part) =>
        'variable' in part ? `.variable(${variable(part.variable, false)})` : `.text(${quoted(part.text)})`,
      ),
      ']',
    ),
  );
  const parts: Layout[] = [
    `origin: ${pattern.origin ? quoted(pattern.origin.text) : 'nil'}`,
    ['segments: ', bracketed('[', segments, ']')],
    ...(pattern.rest ? [`rest: ${listed(pattern.rest)}`] : []),
    ...(pattern.query.length > 0 ? [['query: ', bracketed('[', pattern.query.map(listed), ']')]] : []),
  ];
  const brought = broughtBy(pattern, code);
  out.block(
    'LinkPattern(',
    () => {
      out.line(`text: ${quoted(link.pattern)},`);
      out.line(`screen: .${out.names.screens.get(code)!},`);
      out.line(`place: ${placeOf(link)},`);
      out.code(['pattern: ', bracketed('Pattern(', parts, ')', '', ''), ',']);
      out.code(['open: ', opening(out, code, brought, under !== null), ',']);
      texts(out, code, brought);
    },
    '),',
  );
}

function opening(out: SwiftWriter, code: ScreenCode, brought: BroughtByUrl, isWhole: boolean): Layout {
  const names = routeProperties(code);
  if (!isWhole) {
    const lacks = code.parameters.find(({ name }) => !brought.some((each) => each.name === name));
    return `{ _ in throw Problem.missing(${quoted(lacks?.name ?? 'under')}) }`;
  }
  const given = code.parameters.flatMap((parameter) => {
    const { name, type } = parameter;
    const from = brought.find((each) => each.name === name);
    if (!from) return [];
    const wanted = required(type);
    if (from.isList && wanted.kind === 'list')
      return [`${names.get(name)!}: taken.all(${quoted(name)}, ${formOf(wanted.of, out.names)})`];
    const initial = defaultOf(parameter);
    const call = initial || type.kind === 'optional' ? 'one' : 'needed';
    const otherwise = initial ? ` ?? ${out.literal(initial.type, initial.text)}` : '';
    return [`${names.get(name)!}: taken.${call}(${quoted(name)}, ${formOf(wanted, out.names)})${otherwise}`];
  });
  const route = `.${out.names.screens.get(code)!}(${routeStruct(out, code)}`;
  if (given.length === 0) return `{ _ in ${route}()) }`;
  return [`{ taken in try ${route}`, bracketed('(', given, ')', '', ''), ') }'];
}

function texts(out: SwiftWriter, code: ScreenCode, brought: BroughtByUrl): void {
  const names = routeProperties(code);
  const screen = out.names.screens.get(code)!;
  const entries = brought.map(({ name, isList }) => {
    const { type } = code.parameters.find((each) => each.name === name)!;
    const of = required(type);
    const form = formOf(isList && of.kind === 'list' ? of.of : of, out.names);
    const value = `route.${names.get(name)!}`;
    const text = isList
      ? `${value}${type.kind === 'optional' ? '?' : ''}.map(${form}.show)`
      : type.kind === 'optional'
        ? `${value}.map { [${form}.show($0)] }`
        : `[${form}.show(${value})]`;
    return `${quoted(name)}: ${text}`;
  });
  out.block(
    'texts: { route in',
    () => {
      const isRead = entries.length > 0;
      out.line(`guard case ${isRead ? `let .${screen}(route)` : `.${screen}`} = route else { return nil }`);
      if (isRead) out.list('return [', entries, ']');
      else out.line('return [:]');
    },
    '}',
  );
}

const functions = (origin: string): string => String.raw`/// What a URL opens, or why it opens nothing.
enum Parsed: Hashable {
    /// The link is the pattern that takes the URL; beneath is the stack beneath, bottom first.
    case opened(Route, link: String, beneath: [Route])
    case refused(Problem)
}

extension Route {
    /// What a URL opens. Never throws.
    static func parse(_ url: String) -> Parsed {
        do {
            let read = try Urls.read(url, origins)
            for link in links {
                guard let taken = Urls.take(link.pattern, read) else { continue }
                let route = try link.open(taken)
                return .opened(route, link: link.text, beneath: Plan.beneath(route, link.text))
            }
            return .refused(.noPattern)
        } catch {
            return .refused(error as? Problem ?? .noPattern)
        }
    }

    /// The URL of the route: of the screen’s patterns the first whose URL opens this very route. Nil if there is none.
    var url: String? {
        for link in links.filter({ $0.screen == screen }).sorted(by: { $0.place < $1.place }) {
            guard let texts = link.texts(self) else { continue }
            guard let path = Urls.write(link.pattern, texts.compactMapValues { $0 }) else { continue }
            let url = (link.pattern.origin ?? ${quoted(origin)}) + path
            if case let .opened(found, _, _) = Route.parse(url), found == self { return url }
        }
        return nil
    }
}`;
