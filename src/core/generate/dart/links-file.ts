/** `links.dart`: the URL patterns of the app, and both ways between a URL and a route. */
import type { Listed } from '../../links/pattern';
import { required, type Type } from '../../plan/types';
import { bracketed, type Layout } from '../print/layout';
import { defaultOf } from '../program/defaults';
import { broughtBy, originsOf, placeOf, type BroughtByUrl } from '../program/link-parts';
import type { LinkCode, Program, ScreenCode } from '../program/program';
import { quoted } from './names';
import { routeProperties } from './routes-file';
import { writerFor, type DartWriter } from './writer';

export function linksFile(program: Program): string {
  const out = writerFor(program, 'links');
  for (const file of ['forms', 'plan', 'routes', 'url']) out.use('', file);
  const origins = originsOf(program);
  out.doc('The origins of the app’s links.');
  out
    .list(
      'const _origins = <Origin>[',
      origins.map(({ text, scheme, hosts, port }) => {
        return `Origin(${quoted(text)}, ${quoted(scheme)}, [${hosts.map(quoted).join(', ')}], ${quoted(port)})`;
      }),
      '];',
    )
    .line();
  out.doc('A pattern, and the routes that it opens.');
  out
    .block(
      'final class _Link {',
      () => {
        out.line('const _Link({');
        out.deeper(() => {
          for (const name of ['text', 'screen', 'place', 'pattern', 'open', 'texts'])
            out.line(`required this.${name},`);
        });
        out.line('});').line();
        out.line('final String text;').line('final Screen screen;').line();
        out.doc('Place among the patterns of its screen: the first that brings all of a route builds its URL.');
        out.line('final int place;').line('final UrlPattern pattern;').line('final Route Function(Taken taken) open;');
        out.line('final Map<String, List<String>?>? Function(Route route) texts;');
      },
      '}',
    )
    .line();
  out.doc('The most specific pattern first: of those that a URL fits, the first one takes it.');
  out.block('final _links = <_Link>[', () => program.links.forEach((link) => linkOf(out, link)), '];').line();
  out.line(functions(origins[0]?.text ?? ''));
  return out.file();
}

function linkOf(out: DartWriter, { link, pattern, under }: LinkCode): void {
  const code = out.program.codeOf.get(link.screen)!;
  const typeOf = (name: string): Type =>
    required(code.parameters.find((each) => each.name === name)?.type ?? { kind: 'base', name: 'text' });
  const variable = (name: string, isList: boolean): string => {
    const type = typeOf(name);
    const form = out.form(isList && type.kind === 'list' ? type.of : type);
    return `Variable(${quoted(name)}, ${form}.fits${isList ? ', isList: true' : ''})`;
  };
  const listed = ({ name, isList }: Listed): string => variable(name, isList);
  const segments = pattern.segments.map(({ parts }) =>
    bracketed(
      '[',
      parts.map((part) =>
        'variable' in part ? variable(part.variable, false) : `const Literal(${quoted(part.text)})`,
      ),
      ']',
    ),
  );
  const parts: Layout[] = [
    pattern.origin ? quoted(pattern.origin.text) : 'null',
    bracketed('[', segments, ']'),
    ...(pattern.rest ? [`rest: ${listed(pattern.rest)}`] : []),
    ...(pattern.query.length > 0 ? [['query: ', bracketed('[', pattern.query.map(listed), ']')]] : []),
  ];
  const brought = broughtBy(pattern, code);
  out.block(
    '_Link(',
    () => {
      out.line(`text: ${quoted(link.pattern)},`);
      out.line(`screen: ${out.screen(code)},`);
      out.line(`place: ${placeOf(link)},`);
      out.code(['pattern: ', bracketed('UrlPattern(', parts, ')'), ',']);
      out.code(['open: (taken) => ', opening(out, code, brought, under !== null), ',']);
      out.code(['texts: (route) => ', texts(out, code, brought), ',']);
    },
    '),',
  );
}

function opening(out: DartWriter, code: ScreenCode, brought: BroughtByUrl, isWhole: boolean): Layout {
  const names = routeProperties(code);
  if (!isWhole) {
    const lacks = code.parameters.find(({ name }) => !brought.some((each) => each.name === name));
    return `throw const Problem(Reason.missing, name: ${quoted(lacks?.name ?? 'under')})`;
  }
  const given = code.parameters.flatMap((parameter) => {
    const { name, type } = parameter;
    const from = brought.find((each) => each.name === name);
    const initial = defaultOf(parameter);
    const otherwise = initial ? out.literal(initial.type, initial.text) : null;
    if (!from) return otherwise === null ? [] : [`${names.get(name)!}: ${otherwise}`];
    const wanted = required(type);
    if (from.isList && wanted.kind === 'list')
      return [`${names.get(name)!}: taken.all(${quoted(name)}, ${out.form(wanted.of)})`];
    const call = initial || type.kind === 'optional' ? 'one' : 'needed';
    const text = `taken.${call}(${quoted(name)}, ${out.form(wanted)})`;
    return [`${names.get(name)!}: ${text}${otherwise === null ? '' : ` ?? ${otherwise}`}`];
  });
  const route = out.names.routes.get(code)!;
  return given.length === 0 ? `const ${route}()` : bracketed(`${route}(`, given, ')');
}

function texts(out: DartWriter, code: ScreenCode, brought: BroughtByUrl): Layout {
  const names = routeProperties(code);
  const entries = brought.map(({ name, isList }) => {
    const { type } = code.parameters.find((each) => each.name === name)!;
    const of = required(type);
    const form = out.form(isList && of.kind === 'list' ? of.of : of);
    const value = `route.${names.get(name)!}`;
    const call = type.kind === 'optional' ? '?.' : '.';
    const text = isList
      ? `${value}${call}map(${form}.show).toList()`
      : type.kind === 'optional'
        ? `switch (${value}) { null => null, final value => [${form}.show(value)] }`
        : `[${form}.show(${value})]`;
    return `${quoted(name)}: ${text}`;
  });
  return [`route is ${out.names.routes.get(code)!} ? `, bracketed('{', entries, '}'), ' : null'];
}

const functions = (origin: string): string => `/// What a URL opens, or why it opens nothing.
sealed class Parsed {
  const Parsed();
}

/// The link is the pattern that takes the URL; beneath is the stack beneath, bottom first.
final class Opened extends Parsed {
  const Opened(this.route, this.link, this.beneath);

  final Route route;
  final String link;
  final List<Route> beneath;
}

final class Refused extends Parsed {
  const Refused(this.problem);

  final Problem problem;
}

/// What a URL opens. Never throws.
Parsed parse(String url) {
  try {
    final read = readUrl(url, _origins);
    for (final link in _links) {
      final taken = take(link.pattern, read);
      if (taken == null) continue;
      final route = link.open(taken);
      return Opened(route, link.text, beneath(route, link.text));
    }
    return const Refused(Problem(Reason.noPattern));
  } on Problem catch (problem) {
    return Refused(problem);
  }
}

/// The URL of a route: of the screen’s patterns the first whose URL opens this very route. Null if there is none.
String? build(Route route) {
  final own = _links.where((link) => link.screen == route.screen).toList()
    ..sort((one, other) => one.place.compareTo(other.place));
  for (final link in own) {
    final texts = link.texts(route);
    final path = texts == null ? null : write(link.pattern, texts);
    if (path == null) continue;
    final url = (link.pattern.origin ?? ${quoted(origin)}) + path;
    if (parse(url) case Opened(route: final opened) when opened == route) return url;
  }
  return null;
}`;
