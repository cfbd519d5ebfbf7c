/** `links.ts`: the URL patterns of the app, and both ways between a URL and a route. */
import type { Listed } from '../../links/pattern';
import { readOrigin } from '../../links/origin';
import { required, type Type } from '../../plan/types';
import { defaultOf } from '../program/defaults';
import { broughtBy, placeOf, type BroughtByUrl } from '../program/link-parts';
import type { LinkCode, Program, ScreenCode } from '../program/program';
import { formOf } from './form-of';
import { quoted } from './names';
import { routeProperties } from './routes-file';
import { writerFor, type TypeScriptWriter } from './writer';

export function linksFile(program: Program): string {
  const out = writerFor(program, './links');
  const origins = program.plan.origins.flatMap((text) => readOrigin(text) ?? []);
  out.use('type Origin', './url');
  out.doc('The origins of the app’s links.');
  out.block(
    'export const origins: readonly Origin[] = [',
    () => {
      for (const { text, scheme, host, port } of origins)
        out.list(
          '{',
          [
            `text: ${quoted(text)}`,
            `scheme: ${quoted(scheme)}`,
            `host: ${host === null ? 'null' : quoted(host)}`,
            `port: ${quoted(port)}`,
          ],
          '},',
          ' ',
        );
    },
    '];',
  );
  out.line();
  out.use('type Route', './routes');
  out.use('type Screen', './routes');
  for (const name of ['type Pattern', 'type Taken']) out.use(name, './url');
  out.doc('A pattern, and the routes that it opens.');
  out.block(
    'interface LinkPattern extends Pattern {',
    () => {
      out.line('readonly text: string;').line('readonly screen: Screen;');
      out.doc('Place among the patterns of its screen: the first that brings all of a route builds its URL.');
      out.line('readonly place: number;');
      out.line('readonly open: (taken: Taken) => Route;');
      out.line('readonly texts: (route: Route) => Taken | null;');
    },
    '}',
  );
  out.line();
  out.doc('The most specific pattern first: of those that a URL fits, the first one takes it.');
  if (program.links.length === 0) out.line('const links: readonly LinkPattern[] = [];').line();
  else
    out
      .block('const links: readonly LinkPattern[] = [', () => program.links.forEach((link) => linkOf(out, link)), '];')
      .line();
  functions(out, origins[0]?.text ?? '');
  return out.file(`Links of ${program.name}.`);
}

function linkOf(out: TypeScriptWriter, { link, pattern, under }: LinkCode): void {
  const code = out.program.codeOf.get(link.screen);
  if (!code) return;
  const typeOf = (name: string): Type =>
    code.parameters.find((each) => each.name === name)?.type ?? { kind: 'base', name: 'text' };
  const variable = (name: string, isList: boolean): string => {
    const type = required(typeOf(name));
    const form = formOf(out, isList && type.kind === 'list' ? type.of : type);
    return `{ name: ${quoted(name)}, form: ${form}${isList ? ', isList: true' : ''} }`;
  };
  const listed = ({ name, isList }: Listed): string => variable(name, isList);
  const brought = broughtBy(pattern, code);
  out.block(
    '{',
    () => {
      out.line(`text: ${quoted(link.pattern)},`);
      out.line(`screen: ${quoted(link.screen.label)},`);
      out.line(`place: ${placeOf(link)},`);
      out.line(`origin: ${pattern.origin ? quoted(pattern.origin.text) : 'null'},`);
      const segments = pattern.segments.map(
        ({ parts }) =>
          `[${parts.map((part) => ('variable' in part ? variable(part.variable, false) : quoted(part.text))).join(', ')}]`,
      );
      out.list('segments: [', segments, '],');
      out.line(`rest: ${pattern.rest ? listed(pattern.rest) : 'null'},`);
      out.list('query: [', pattern.query.map(listed), '],');
      opening(out, code, brought, under !== null);
      texts(out, code, brought);
    },
    '},',
  );
}

function opening(out: TypeScriptWriter, code: ScreenCode, brought: BroughtByUrl, isWhole: boolean): void {
  const properties = routeProperties(code);
  if (!isWhole) {
    const lacks = code.parameters.find(({ name }) => !brought.some((each) => each.name === name));
    out.line(`open: () => ${out.use('missing', './url')}(${quoted(lacks?.name ?? 'under')}),`);
    return;
  }
  const fields = code.parameters.map((parameter) => {
    const { name, type } = parameter;
    const property = properties.get(name)!;
    const from = brought.find((each) => each.name === name);
    const initial = defaultOf(parameter);
    const otherwise = initial ? out.literal(initial.type, initial.text) : type.kind === 'optional' ? 'null' : null;
    if (!from) return `${property}: ${otherwise ?? 'null'}`;
    const wanted = required(type);
    if (from.isList && wanted.kind === 'list')
      return `${property}: ${out.use('all', './url')}(taken, ${quoted(name)}, ${formOf(out, wanted.of)})`;
    const read = `${out.use('one', './url')}(taken, ${quoted(name)}, ${formOf(out, wanted)})`;
    return `${property}: ${read} ?? ${otherwise ?? `${out.use('missing', './url')}(${quoted(name)})`}`;
  });
  const tag = `screen: ${quoted(code.screen.label)}`;
  const taken = brought.length > 0 ? 'taken' : '';
  out.list(`open: (${taken}) => ({`, [tag, ...fields], '}),', ' ');
}

function texts(out: TypeScriptWriter, code: ScreenCode, brought: BroughtByUrl): void {
  const properties = routeProperties(code);
  const label = quoted(code.screen.label);
  if (brought.length === 0) return void out.line(`texts: (route) => (route.screen === ${label} ? new Map() : null),`);
  const entries = brought.map(({ name, isList }) => {
    const type = code.parameters.find((each) => each.name === name)!.type;
    const value = `route.${properties.get(name)!}`;
    const of = required(type);
    const form = formOf(out, isList && of.kind === 'list' ? of.of : of);
    const list = `${value}${type.kind === 'optional' ? '?' : ''}.map(${form}.show)`;
    return `[${quoted(name)}, ${isList ? list : show(form, value, type)}]`;
  });
  const present = `${out.use('present', './url')}([`;
  const line = `texts: (route) => (route.screen === ${label} ? ${present}${entries.join(', ')}]) : null),`;
  if (out.fits(line)) return void out.line(line);
  out.line('texts: (route) =>');
  out.deeper(() =>
    out.line(`route.screen === ${label}`).deeper(() => {
      const branch = `? ${present}${entries.join(', ')}])`;
      if (out.fits(branch)) out.line(branch);
      else {
        out.line(`? ${present}`);
        out.deeper(() => out.deeper(() => entries.forEach((entry) => out.line(`${entry},`))).line('])'));
      }
      out.line(': null,');
    }),
  );
}

const show = (form: string, value: string, type: Type): string =>
  type.kind === 'optional' ? `${value} === null ? undefined : [${form}.show(${value})]` : `[${form}.show(${value})]`;

function functions(out: TypeScriptWriter, origin: string): void {
  for (const name of ['type Problem', 'readUrl', 'take', 'write']) out.use(name, './url');
  out.use('NoValue', './url');
  out.use('beneath', './plan');
  out.line(`/** What a URL opens, or why it opens nothing. */
export type Parsed =
  | {
      readonly isOpen: true;
      readonly route: Route;
      /** The pattern that takes the URL. */
      readonly link: string;
      /** The stack beneath, bottom first. */
      readonly beneath: readonly Route[];
    }
  | { readonly isOpen: false; readonly problem: Problem };

/** What a URL opens. Never throws. */
export function parse(url: string): Parsed {
  const read = readUrl(url, origins);
  if ('why' in read) return { isOpen: false, problem: read };
  for (const link of links) {
    const taken = take(link, read);
    if (!taken) continue;
    try {
      const route = link.open(taken);
      return { isOpen: true, route, link: link.text, beneath: beneath(route, link.text) };
    } catch (error) {
      if (error instanceof NoValue) return { isOpen: false, problem: error.problem };
      throw error;
    }
  }
  return { isOpen: false, problem: { why: 'no-pattern' } };
}

/** The URL of a route: of the screen’s patterns the first whose URL opens this very route. Null if there is none. */
export function build(route: Route): string | null {
  const own = links.filter(({ screen }) => screen === route.screen).sort((a, b) => a.place - b.place);
  for (const link of own) {
    const texts = link.texts(route);
    const path = texts && write(link, texts);
    if (path === null) continue;
    const url = (link.origin ?? ${quoted(origin)}) + path;
    const parsed = parse(url);
    if (parsed.isOpen && JSON.stringify(parsed.route) === JSON.stringify(route)) return url;
  }
  return null;
}`);
}
