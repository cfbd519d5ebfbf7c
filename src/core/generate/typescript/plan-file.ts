/** `plan.ts`: what steps have to know of the plan. */
import { listBeside } from '../../plan/model';
import { assignable, showType } from '../../plan/types';
import { tabsOf } from '../program/program-of';
import type { LinkCode, Program, ScreenCode } from '../program/program';
import { resultName } from '../program/results';
import { camelCase, nameAll } from '../program/words';
import { bracketed, flat } from '../print/layout';
import { stepsOf, routeOf } from './calls';
import { keyOf, questionKey, quoted } from './names';
import { routeProperties } from './routes-file';
import { onArrivalAt, outside, type Here } from '../print/here';
import { writerFor, type TypeScriptWriter } from './writer';

const onArrival = (code: ScreenCode): Here => onArrivalAt(routeProperties(code));

export function planFile(program: Program): string {
  const out = writerFor(program, './plan');
  variants(out);
  screens(out);
  results(out);
  tabs(out);
  insteadOf(out);
  beneath(out);
  return out.file(`What ${program.name} declares about its screens.`);
}

function variants(out: TypeScriptWriter): void {
  out.use('type Screen', './routes');
  out.use('type Variant', './types');
  out.doc('Whether a variant has a screen.');
  table(
    out,
    'export function isShownIn(variant: Variant, screen: Screen): boolean {',
    out.program.screens.map((code) => [code, out.variantTest(code.screen.only, 'variant')]),
    'true',
  );
  out.doc('The list that stays in sight beside a screen, where the screen lies directly on it.');
  table(
    out,
    'export function listBeside(variant: Variant, screen: Screen): Screen | null {',
    out.program.screens.map((code) => {
      const { beside } = code.screen;
      if (!beside?.list || !out.program.plan.variants.some((variant) => listBeside(code.screen, variant)))
        return [code, null];
      const test = out.variantTest(beside.only, 'variant');
      const list = quoted(beside.list.label);
      return [code, test ? `${test} ? ${list} : null` : list];
    }),
    'null',
  );
}

/** A function that answers for some screens in their own way. */
function table(
  out: TypeScriptWriter,
  open: string,
  rows: readonly (readonly [ScreenCode, string | null])[],
  rest: string,
): void {
  const own = rows.filter(([, answer]) => answer !== null);
  // A parameter that nobody reads begins with an underscore.
  const body = own.map(([, answer]) => answer).join();
  const reads = (name: string): boolean => (name === 'screen' ? own.length > 0 : body.includes(name));
  const head = open.replace(/\b(variant|screen): /g, (all, name: string) => (reads(name) ? all : `_${all}`));
  out.block(
    head,
    () => {
      if (own.length === 0) return void out.line(`return ${rest};`);
      out.block(
        'switch (screen) {',
        () => {
          for (const [{ screen }, answer] of own)
            out.line(`case ${quoted(screen.label)}:`).deeper(() => out.line(`return ${answer};`));
          out.line('default:').deeper(() => out.line(`return ${rest};`));
        },
        '}',
      );
    },
    '}',
  );
  out.line();
}

function record<T>(out: TypeScriptWriter, open: string, entries: readonly (readonly [string, T])[]): void {
  out.block(open, () => entries.forEach(([key, value]) => out.line(`${keyOf(key)}: ${String(value)},`)), '};').line();
}

function screens(out: TypeScriptWriter): void {
  const { screens: all, plan } = out.program;
  out.doc('Whether a screen always arrives as a modal frame: a sheet, a dialog.');
  record(
    out,
    'export const isModal: Readonly<Record<Screen, boolean>> = {',
    all.map(({ screen }) => [screen.label, screen.shape !== null]),
  );
  out.doc('Whether Back on the last frame of any tab leaves the app.');
  out.line(`export const backLeaves: boolean = ${plan.backLeaves};`).line();
}

function results(out: TypeScriptWriter): void {
  const { screens: all, questions, results: types } = out.program;
  out.use('type Question', './types');
  out.use('type Result', './types');
  out.doc('What each screen hands back.');
  record(
    out,
    "export const returns: Readonly<Partial<Record<Screen, Result['type']>>> = {",
    all.flatMap(({ screen: { label, returns } }) =>
      returns && types.some((type) => showType(type) === showType(returns.type))
        ? [[label, quoted(resultName(returns.type))] as const]
        : [],
    ),
  );
  out.doc('The screen whose value waits for a result.');
  record(
    out,
    'export const screenOfQuestion: Readonly<Record<Question, Screen>> = {',
    questions.map((question) => [questionKey(question), quoted(question.screen.label)]),
  );
  out.doc('The types that a value can get.');
  record(
    out,
    "export const accepts: Readonly<Record<Question, readonly Result['type'][]>> = {",
    questions.map((question) => [
      questionKey(question),
      `[${types
        .filter((type) => assignable(type, question.type))
        .map((type) => quoted(resultName(type)))
        .join(', ')}]`,
    ]),
  );
}

/** Names of the tabs of all bars, by their labels. */
export function tabNames({ plan }: Program): ReadonlyMap<string, string> {
  const labels = [...new Set(plan.tabBars.flatMap(({ tabs: own }) => own.map(({ label }) => label)))];
  return nameAll(labels, (label) => label, camelCase);
}

function tabs(out: TypeScriptWriter): void {
  const { program } = out;
  const names = tabNames(program);
  out.use('type Route', './routes');
  out.doc('The names of the tabs.');
  out.line(`export type Tab = ${[...names.values()].sort().map(quoted).join(' | ') || 'never'};`).line();
  out.doc('A tab: what it says, and the route at the bottom of its stack.');
  out.line('export interface TabBarItem {');
  out.deeper(() => {
    out.line('readonly tab: Tab;').line('readonly label: string;').line('readonly icon: string | null;');
    out.line('readonly root: Route | null;');
  });
  out.line('}').line();
  const bars = program.plan.variants.map((variant) => ({ variant, tabs: tabsOf(program, variant) }));
  out.doc('The tabs of a variant, in the order shown.');
  out.block(
    'const tabs: Readonly<Record<Variant, readonly TabBarItem[]>> = {',
    () => {
      for (const { variant, tabs: own } of bars) {
        if (own.length === 0) out.line(`${keyOf(variant)}: [],`);
        else
          out.block(
            `${keyOf(variant)}: [`,
            () => {
              for (const { tab, root } of own)
                out.list(
                  '{',
                  [
                    `tab: ${quoted(names.get(tab.label)!)}`,
                    `label: ${quoted(tab.label)}`,
                    `icon: ${tab.icon ? quoted(tab.icon) : 'null'}`,
                    ['root: ', root ? routeOf(out, root, outside) : 'null'],
                  ],
                  '},',
                  ' ',
                );
            },
            '],',
          );
      }
    },
    '};',
  );
  out.line();
  out.line('export const tabsOf = (variant: Variant): readonly TabBarItem[] => tabs[variant];').line();
}

function insteadOf(out: TypeScriptWriter): void {
  const asking = out.program.screens.filter(({ needs }) => needs.length > 0);
  const body = asking.length > 0;
  out.use('type Steps', './steps');
  out.use('type Circumstances', './types');
  out.use('type Flags', './types');
  out.doc('What happens in the place of an arrival whose `needs` do not hold; null if it may be made.');
  const tests = asking.map((code) => ({
    code,
    needs: code.needs.map((need) => ({
      need,
      test: out.test(need.test, onArrival(code), false),
    })),
  }));
  const reads = (name: string): string =>
    tests.some(({ needs }) => needs.some(({ test }) => test.includes(`${name}.`))) ? name : `_${name}`;
  out.block(
    'export function insteadOf(',
    () => {
      out.line(`${body ? 'route' : '_route'}: Route,`);
      out.line(`${reads('flags')}: Flags,`);
      out.line(`${reads('circumstances')}: Circumstances,`);
    },
    '): ((steps: Steps) => Steps) | null {',
  );
  out.deeper(() => {
    if (!body) return void out.line('return null;');
    out.block(
      'switch (route.screen) {',
      () => {
        for (const { code, needs } of tests) {
          out.line(`case ${quoted(code.screen.label)}:`);
          out.deeper(() => {
            for (const { need, test } of needs) {
              out.line(`// ${need.source}`);
              const calls = stepsOf(out, need.actions, { ...onArrival(code), flags: 'steps.flags' });
              const line = [`if (${test}) return (steps) => steps`, ...calls, ';'];
              if (out.fits(flat(line))) out.code(line);
              else out.line(`if (${test})`).deeper(() => out.code(['return (steps) => steps', ...calls, ';']));
            }
            out.line('return null;');
          });
        }
        out.line('default:').deeper(() => out.line('return null;'));
      },
      '}',
    );
  });
  out.line('}').line();
}

/** Links of a screen that say what lies beneath, or that nothing does. */
function beneath(out: TypeScriptWriter): void {
  const { program } = out;
  const start = program.start && routeOf(out, program.start, outside);
  const own = new Map<ScreenCode, LinkCode[]>();
  for (const link of program.links) {
    if (!link.link.under || !link.under) continue;
    const code = program.codeOf.get(link.link.screen);
    if (code) own.set(code, [...(own.get(code) ?? []), link]);
  }
  out.doc(
    'The stack that a link builds beneath its screen, bottom first. A link of null opens the screen as an entry.',
  );
  const linked = [...own.values()].length > 0;
  out.block(
    `export function beneath(${start || linked ? 'route' : '_route'}: Route, ${linked ? 'link' : '_link'}: string | null): readonly Route[] {`,
    () => {
      if (linked)
        out.block(
          'switch (route.screen) {',
          () => {
            for (const [code, links] of [...own].sort(([a], [b]) => (a.screen.label < b.screen.label ? -1 : 1))) {
              out.line(`case ${quoted(code.screen.label)}:`);
              out.deeper(() => {
                for (const { link, under } of links) {
                  const stack = under!.map((opens) => routeOf(out, opens, onArrival(code)));
                  out.list(`if (link === ${quoted(link.pattern)}) return [`, stack, '];');
                }
                out.line('break;');
              });
            }
            out.line('default:');
          },
          '}',
        );
      out.code(
        start
          ? [`return route.screen === ${quoted(program.start.screen.label)} ? [] : `, bracketed('[', [start], '];')]
          : 'return [];',
      );
    },
    '}',
  );
}
