/** `Links.kt`: the URL patterns of the app, and both ways between a URL and a route. */
import type { Listed } from '../../links/pattern';
import { required, type Type } from '../../plan/types';
import { bracketed, type Layout } from '../print/layout';
import { defaultOf } from '../program/defaults';
import { broughtBy, originsOf, placeOf, type BroughtByUrl } from '../program/link-parts';
import type { LinkCode, Program, ScreenCode } from '../program/program';
import { camelCase, nameAll } from '../program/words';
import { formOf } from '../print/forms';
import { quoted } from './names';
import { routeClass, routeProperties } from './routes-file';
import { writerFor, type KotlinWriter } from './writer';

export function linksFile(program: Program): string {
  const out = writerFor(program);
  const origins = originsOf(program);
  out.doc('The origins of the app’s links.');
  out
    .list(
      'val origins: List<Origin> = listOf(',
      origins.map(({ text, scheme, hosts, port }) => {
        const list = hosts.length === 0 ? 'emptyList()' : `listOf(${hosts.map(quoted).join(', ')})`;
        return `Origin(${quoted(text)}, ${quoted(scheme)}, ${list}, ${quoted(port)})`;
      }),
      ')',
    )
    .line();
  out.doc(
    'A pattern, and the routes that it opens.',
    '@property place among the patterns of its screen: the first that brings all of a route builds its URL',
  );
  out.block(
    'private class LinkPattern(',
    () => {
      out.line('val text: String,').line('val screen: Screen,').line('val place: Int,').line('val pattern: Pattern,');
      out.line('val open: (Taken) -> Route,').line('val texts: (Route) -> Map<String, List<String>>?,');
    },
    ')',
  );
  out.line();
  const names = nameAll(
    program.links,
    ({ link }) => `${link.screen.label} ${placeOf(link) === 0 ? '' : placeOf(link) + 1}`,
    (text) => `${camelCase(text)}Link`,
  );
  for (const link of program.links) linkOf(out, link, names.get(link)!);
  out.doc('The most specific pattern first: of those that a URL fits, the first one takes it.');
  out
    .list(
      'private val links: List<LinkPattern> = listOf(',
      program.links.map((link) => `${names.get(link)!}()`),
      ')',
    )
    .line();
  out.line(functions(origins[0]?.text ?? ''));
  return out.file();
}

function linkOf(out: KotlinWriter, { link, pattern, under }: LinkCode, name: string): void {
  const code = out.program.codeOf.get(link.screen)!;
  const typeOf = (variable: string): Type =>
    required(code.parameters.find((each) => each.name === variable)?.type ?? { kind: 'base', name: 'text' });
  const variable = (own: string, isList: boolean): string => {
    const type = typeOf(own);
    const form = formOf(isList && type.kind === 'list' ? type.of : type, out.names);
    return `Variable(${quoted(own)}, ${form}${isList ? ', isList = true' : ''})`;
  };
  const listed = ({ name: own, isList }: Listed): string => variable(own, isList);
  const brought = broughtBy(pattern, code);
  const segments = pattern.segments.map(({ parts }) =>
    bracketed(
      'listOf(',
      parts.map((part) => ('variable' in part ? variable(part.variable, false) : `Text(${quoted(part.text)})`)),
      ')',
    ),
  );
  const parts: Layout[] = [
    pattern.origin ? quoted(pattern.origin.text) : 'null',
    segments.length === 0 ? 'emptyList()' : bracketed('listOf(', segments, ')'),
    ...(pattern.rest ? [`rest = ${listed(pattern.rest)}`] : []),
    ...(pattern.query.length > 0 ? [['query = ', bracketed('listOf(', pattern.query.map(listed), ')')]] : []),
  ];
  out.block(
    `private fun ${name}() = LinkPattern(`,
    () => {
      out.line(`${quoted(link.pattern)},`);
      out.line(`Screen.${out.names.screens.get(code)!},`);
      out.line(`${placeOf(link)},`);
      out.code([bracketed('Pattern(', parts, ')'), ',']);
      opening(out, code, brought, under !== null);
      texts(out, code, brought);
    },
    ')',
  );
  out.line();
}

function opening(out: KotlinWriter, code: ScreenCode, brought: BroughtByUrl, isWhole: boolean): void {
  const properties = routeProperties(code);
  if (!isWhole) {
    const lacks = code.parameters.find(({ name }) => !brought.some((each) => each.name === name));
    return void out.line(`{ throw NoUrl(Problem.Missing(${quoted(lacks?.name ?? 'under')})) },`);
  }
  if (code.parameters.length === 0) return void out.line(`{ ${routeClass(out, code)} },`);
  const given = code.parameters.flatMap((parameter) => {
    const { name, type } = parameter;
    const from = brought.find((each) => each.name === name);
    if (!from) return [];
    const wanted = required(type);
    if (from.isList && wanted.kind === 'list')
      return [`${properties.get(name)!} = taken.all(${quoted(name)}, ${formOf(wanted.of, out.names)})`];
    const initial = defaultOf(parameter);
    const call = initial || type.kind === 'optional' ? 'one' : 'needed';
    const otherwise = initial ? ` ?: ${out.literal(initial.type, initial.text)}` : '';
    return [`${properties.get(name)!} = taken.${call}(${quoted(name)}, ${formOf(wanted, out.names)})${otherwise}`];
  });
  out.code([given.length === 0 ? '{ ' : '{ taken -> ', bracketed(`${routeClass(out, code)}(`, given, ')'), ' },']);
}

function texts(out: KotlinWriter, code: ScreenCode, brought: BroughtByUrl): void {
  const properties = routeProperties(code);
  const type = routeClass(out, code);
  if (brought.length === 0) return void out.line(`{ if (it is ${type}) emptyMap() else null },`);
  const entries = brought.map(({ name, isList }) => {
    const declared = code.parameters.find((each) => each.name === name)!.type;
    const of = required(declared);
    const form = formOf(isList && of.kind === 'list' ? of.of : of, out.names);
    const value = `it.${properties.get(name)!}`;
    const call = declared.kind === 'optional' ? '?.' : '.';
    const text = isList
      ? `${value}${call}map(${form}.show)`
      : declared.kind === 'optional'
        ? `${value}?.let { value -> listOf(${form}.show(value)) }`
        : `listOf(${form}.show(${value}))`;
    return `${quoted(name)} to ${text}`;
  });
  out.code([`{ if (it is ${type}) `, bracketed('present(', entries, ')'), ' else null },']);
}

const functions = (origin: string): string => `/** What a URL opens, or why it opens nothing. */
sealed interface Parsed {
    /**
     * @property link the pattern that takes the URL
     * @property beneath the stack beneath, bottom first
     */
    data class Opened(val route: Route, val link: String, val beneath: List<Route>) : Parsed
    data class Refused(val problem: Problem) : Parsed
}

/** What a URL opens. Never throws. */
fun parse(url: String): Parsed {
    try {
        val read = readUrl(url, origins)
        for (link in links) {
            val taken = take(link.pattern, read) ?: continue
            val route = link.open(taken)
            return Parsed.Opened(route, link.text, beneath(route, link.text))
        }
        return Parsed.Refused(Problem.NoPattern)
    } catch (refused: NoUrl) {
        return Parsed.Refused(refused.problem)
    }
}

/** The URL of a route: of the screen’s patterns the first whose URL opens this very route. Null if there is none. */
fun build(route: Route): String? {
    for (link in links.filter { it.screen == route.screen }.sortedBy { it.place }) {
        val path = link.texts(route)?.let { write(link.pattern, it) } ?: continue
        val url = (link.pattern.origin ?: ${quoted(origin)}) + path
        if ((parse(url) as? Parsed.Opened)?.route == route) return url
    }
    return null
}

/** The variables that have a value. */
private fun present(vararg entries: Pair<String, List<String>?>): Map<String, List<String>> =
    entries.mapNotNull { (name, texts) -> texts?.let { name to it } }.toMap()`;
