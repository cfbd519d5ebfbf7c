/** `plan.dart`: what steps have to know of the plan. */
import { listBeside } from '../../plan/model';
import { onArrivalAt, outside, type Here } from '../print/here';
import { bracketed, flat } from '../print/layout';
import { tabsOf } from '../program/program-of';
import { linksWithStacks } from '../program/link-parts';
import type { Program, ScreenCode } from '../program/program';
import { readsArguments } from '../program/reads-arguments';
import { routeOf, stepsOf } from './calls';
import { memberNames, quoted } from './names';
import { routeProperties } from './routes-file';
import { match } from './types-file';
import { writerFor, type DartWriter } from './writer';

const onArrival = (code: ScreenCode): Here => onArrivalAt(routeProperties(code));

export function planFile(program: Program): string {
  const out = writerFor(program, 'plan');
  for (const file of ['routes', 'types']) out.use('', file);
  table(
    out,
    'Whether a variant has a screen.',
    'bool isShownIn(Variant variant, Screen screen)',
    (code) => out.variantTest(code.screen.only, 'variant'),
    'true',
  );
  table(
    out,
    'The list that stays in sight beside a screen, where the screen lies directly on it.',
    'Screen? listBeside(Variant variant, Screen screen)',
    (code) => besideOf(out, code),
    'null',
  );
  out.doc('Whether Back on the last frame of any tab leaves the app.');
  out.line(`const backLeaves = ${program.plan.backLeaves};`).line();
  tabs(out);
  insteadOf(out);
  beneath(out);
  return out.file();
}

/** A function that answers for some screens in their own way. */
function table(
  out: DartWriter,
  about: string,
  head: string,
  answerOf: (code: ScreenCode) => string | null,
  rest: string,
): void {
  const { screens } = out.program;
  const own = screens.flatMap((code) => {
    const answer = answerOf(code);
    return answer === null ? [] : [[out.screen(code), answer] as const];
  });
  out.doc(about);
  match(out, head, 'screen', own, own.length < screens.length ? rest : null);
}

function besideOf(out: DartWriter, { screen }: ScreenCode): string | null {
  const { beside } = screen;
  if (!beside?.list || !out.program.plan.variants.some((variant) => listBeside(screen, variant))) return null;
  const test = out.variantTest(beside.only, 'variant');
  const list = out.screen(out.program.codeOf.get(beside.list)!);
  return test ? `${test} ? ${list} : null` : list;
}

function tabs(out: DartWriter): void {
  const { program } = out;
  const labels = [...new Set(program.plan.tabBars.flatMap(({ tabs: own }) => own.map(({ label }) => label)))];
  const names = memberNames(labels, (label) => label);
  out.doc('The tabs of all variants.');
  const all = [...names.values()].sort();
  // An enum has at least one value.
  if (all.length === 0) out.line('final class Tab {}').line();
  else out.line(`enum Tab { ${all.join(', ')} }`).line();
  out.doc('A tab: what it says, and the route at the bottom of its stack.');
  out
    .block(
      'final class TabBarItem {',
      () => {
        out.line('const TabBarItem(this.tab, this.label, this.icon, this.root);').line();
        out.line('final Tab tab;').line('final String label;').line('final String? icon;').line('final Route? root;');
      },
      '}',
    )
    .line();
  out.doc('The tabs of a variant, in the order shown.');
  out
    .block(
      'List<TabBarItem> tabsOf(Variant variant) => switch (variant) {',
      () => {
        for (const variant of program.plan.variants) {
          const items = tabsOf(program, variant).map(({ tab, root }) =>
            bracketed(
              'TabBarItem(',
              [
                `Tab.${names.get(tab.label)!}`,
                quoted(tab.label),
                tab.icon ? quoted(tab.icon) : 'null',
                root ? routeOf(out, root, outside) : 'null',
              ],
              ')',
            ),
          );
          out.code([`Variant.${out.names.variants.get(variant)!} => `, bracketed('[', items, ']'), ',']);
        }
      },
      '};',
    )
    .line();
}

function insteadOf(out: DartWriter): void {
  const asking = out.program.screens.filter(({ needs }) => needs.length > 0);
  out.use('', 'steps');
  out.doc('What happens in the place of an arrival whose needs do not hold; null if it may be made.');
  out.block(
    'Steps Function(Steps steps)? insteadOf(Route route, Flags flags, Circumstances circumstances) {',
    () => {
      if (asking.length > 0)
        out.block(
          'switch (route) {',
          () => {
            for (const code of asking) {
              const reads = readsArguments(code.needs);
              const name = out.names.routes.get(code)!;
              out.line(reads ? `case final ${name} route:` : `case ${name} _:`);
              out.deeper(() => {
                for (const { test, source, actions } of code.needs) {
                  out.line(`// ${source}`);
                  const steps = stepsOf(out, actions, { ...onArrival(code), flags: 'steps.flags' });
                  const failed = out.test(test, onArrival(code), false);
                  const line = [`if (${failed}) return (steps) => steps`, ...steps, ';'];
                  if (out.fits(flat(line))) out.code(line);
                  else out.block(`if (${failed}) {`, () => out.code(['return (steps) => steps', ...steps, ';']), '}');
                }
                out.line('return null;');
              });
            }
            if (asking.length < out.program.screens.length) out.line('default:').deeper(() => out.line('return null;'));
          },
          '}',
        );
      else out.line('return null;');
    },
    '}',
  );
  out.line();
}

/** Links of a screen that say what lies beneath, or that nothing does. */
function beneath(out: DartWriter): void {
  const { program } = out;
  const own = linksWithStacks(program);
  out.doc(
    'The stack that a link builds beneath its screen, bottom first. A link of null opens the screen as an entry.',
  );
  out.block(
    'List<Route> beneath(Route route, String? link) {',
    () => {
      for (const [code, links] of own)
        out.block(
          `if (route is ${out.names.routes.get(code)!}) {`,
          () => {
            for (const { link, under } of links) {
              const stack = under!.map((opens) => routeOf(out, opens, onArrival(code)));
              out.code([`if (link == ${quoted(link.pattern)}) return `, bracketed('[', stack, '];')]);
            }
          },
          '}',
        );
      if (!program.start) return void out.line('return [];');
      const screen = out.screen(program.codeOf.get(program.start.screen)!);
      const stack = bracketed('[', [routeOf(out, program.start, outside)], '];');
      out.code([`return route.screen == ${screen} ? [] : `, stack]);
    },
    '}',
  );
}
