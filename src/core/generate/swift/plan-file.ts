/** `Plan.swift`: what steps have to know of the plan. */
import { listBeside } from '../../plan/model';
import { bracketed, flat } from '../print/layout';
import { tabsOf } from '../program/program-of';
import { linksWithStacks } from '../program/link-parts';
import type { Program, ScreenCode } from '../program/program';
import { routeOf, stepsOf } from './calls';
import { memberNames, quoted } from './names';
import { routeProperties } from './routes-file';
import { onArrivalAt, outside, type Here } from '../print/here';
import { writerFor, type SwiftWriter } from './writer';

const onArrival = (code: ScreenCode): Here => onArrivalAt(routeProperties(code));

export function planFile(program: Program): string {
  const out = writerFor(program);
  tabTypes(out);
  out.doc('What steps have to know of the plan.');
  out.block('enum Plan {', () => facts(out), '}');
  return out.file();
}

function facts(out: SwiftWriter): void {
  const { program } = out;
  out.doc('Whether a variant has a screen.');
  table(
    out,
    'static func isShownIn(_ variant: Variant, _ screen: Screen) -> Bool',
    program.screens.map((code) => [code, out.variantTest(code.screen.only, 'variant')]),
    'true',
  );
  out.doc('The list that stays in sight beside a screen, where the screen lies directly on it.');
  table(
    out,
    'static func listBeside(_ variant: Variant, _ screen: Screen) -> Screen?',
    program.screens.map((code) => [code, besideOf(out, code)]),
    'nil',
  );
  out.doc('Whether Back on the last frame of any tab leaves the app.');
  out.line(`static let backLeaves = ${program.plan.backLeaves}`).line();
  tabs(out);
  insteadOf(out);
  beneath(out);
}

/** A function that answers for some screens in their own way. */
function table(
  out: SwiftWriter,
  head: string,
  rows: readonly (readonly [ScreenCode, string | null])[],
  rest: string,
): void {
  const own = rows.filter(([, answer]) => answer !== null);
  if (own.length === 0) return void out.line(`${head} { ${rest} }`).line();
  out.block(
    `${head} {`,
    () =>
      out.switchOn('screen', () => {
        for (const [code, answer] of own) out.line(`case .${out.names.screens.get(code)!}: return ${answer}`);
        if (own.length < rows.length) out.line(`default: return ${rest}`);
      }),
    '}',
  );
  out.line();
}

function besideOf(out: SwiftWriter, { screen }: ScreenCode): string | null {
  const { beside } = screen;
  if (!beside?.list || !out.program.plan.variants.some((variant) => listBeside(screen, variant))) return null;
  const test = out.variantTest(beside.only, 'variant');
  const list = `.${out.names.screens.get(out.program.codeOf.get(beside.list)!)!}`;
  return test ? `${test} ? ${list} : nil` : list;
}

/** Cases of the enum of tabs, by their labels. */
function tabNames({ plan }: Program): ReadonlyMap<string, string> {
  const labels = [...new Set(plan.tabBars.flatMap(({ tabs: own }) => own.map(({ label }) => label)))];
  return memberNames(labels, (label) => label);
}

function tabTypes(out: SwiftWriter): void {
  const names = tabNames(out.program);
  out.doc('The tabs of all variants.');
  out
    .block('enum Tab: Hashable {', () => [...names.values()].sort().forEach((name) => out.line(`case ${name}`)), '}')
    .line();
  out.doc('A tab: what it says, and the route at the bottom of its stack.');
  out
    .block(
      'struct TabBarItem: Hashable {',
      () => out.line('let tab: Tab').line('let label: String').line('let icon: String?').line('let root: Route?'),
      '}',
    )
    .line();
}

function tabs(out: SwiftWriter): void {
  const { program } = out;
  const names = tabNames(program);
  out.doc('The tabs of a variant, in the order shown.');
  out
    .block(
      'static func tabsOf(_ variant: Variant) -> [TabBarItem] {',
      () =>
        out.switchOn('variant', () => {
          for (const variant of program.plan.variants) {
            const own = tabsOf(program, variant);
            out.line(`case .${out.names.variants.get(variant)!}:`);
            const items = own.map(({ tab, root }) =>
              bracketed(
                'TabBarItem(',
                [
                  `tab: .${names.get(tab.label)!}`,
                  `label: ${quoted(tab.label)}`,
                  `icon: ${tab.icon ? quoted(tab.icon) : 'nil'}`,
                  ['root: ', root ? routeOf(out, root, outside) : 'nil'],
                ],
                ')',
                '',
                '',
              ),
            );
            out.deeper(() => out.list('return [', items, ']'));
          }
        }),
      '}',
    )
    .line();
}

function insteadOf(out: SwiftWriter): void {
  const asking = out.program.screens.filter(({ needs }) => needs.length > 0);
  out.doc('What happens in the place of an arrival whose needs do not hold; nil if it may be made.');
  out.block(
    'static func insteadOf(_ route: Route, _ flags: Flags, _ circumstances: Circumstances) -> ((Steps) -> Steps)? {',
    () => {
      if (asking.length > 0)
        out.switchOn('route', () => {
          for (const code of asking) {
            const texts = code.needs.map(({ test, source, actions }) => ({
              source,
              failed: out.test(test, onArrival(code), false),
              steps: stepsOf(out, actions, { ...onArrival(code), flags: 'steps.flags' }),
            }));
            const isRead = texts.some(({ failed, steps }) => `${failed} ${flat(steps)}`.includes('route.'));
            const name = out.names.screens.get(code)!;
            out.line(isRead ? `case let .${name}(route):` : `case .${name}:`);
            out.deeper(() => {
              for (const { source, failed, steps } of texts) {
                out.line(`// ${source}`);
                const line = [`if ${failed} { return { steps in steps`, ...steps, ' } }'];
                if (out.fits(flat(line))) out.code(line);
                else
                  out.block(
                    `if ${failed} {`,
                    () => out.block('return { steps in', () => out.code(['steps', ...steps]), '}'),
                    '}',
                  );
              }
            });
          }
          if (asking.length < out.program.screens.length) out.line('default: break');
        });
      out.line('return nil');
    },
    '}',
  );
  out.line();
}

/** Links of a screen that say what lies beneath, or that nothing does. */
function beneath(out: SwiftWriter): void {
  const { program } = out;
  const own = linksWithStacks(program);
  out.doc('The stack that a link builds beneath its screen, bottom first. A link of nil opens the screen as an entry.');
  out.block(
    'static func beneath(_ route: Route, _ link: String?) -> [Route] {',
    () => {
      if (own.length > 0)
        out.switchOn('route', () => {
          for (const [code, links] of own) {
            const stacks = links.map(({ link, under }) => ({
              pattern: link.pattern,
              stack: bracketed(
                '[',
                under!.map((opens) => routeOf(out, opens, onArrival(code))),
                ']',
              ),
            }));
            const isRead = stacks.some(({ stack }) => flat(stack).includes('route.'));
            const name = out.names.screens.get(code)!;
            out.line(isRead ? `case let .${name}(route):` : `case .${name}:`);
            out.deeper(() => {
              for (const { pattern, stack } of stacks)
                out.code([`if link == ${quoted(pattern)} { return `, stack, ' }']);
            });
          }
          if (own.length < program.screens.length) out.line('default: break');
        });
      if (!program.start) return void out.line('return []');
      const screen = `.${out.names.screens.get(program.codeOf.get(program.start.screen)!)!}`;
      out.code([
        `return route.screen == ${screen} ? [] : `,
        bracketed('[', [routeOf(out, program.start, outside)], ']'),
      ]);
    },
    '}',
  );
}
