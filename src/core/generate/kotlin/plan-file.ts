/** `Plan.kt`: what steps have to know of the plan. */
import { listBeside } from '../../plan/model';
import { assignable, showType } from '../../plan/types';
import { bracketed, flat } from '../print/layout';
import { tabsOf } from '../program/program-of';
import { linksWithStacks } from '../program/link-parts';
import type { Program, ScreenCode } from '../program/program';
import { nameAll, upperCase } from '../program/words';
import { routeOf, stepsOf } from './calls';
import { codecOf } from './codec-of';
import { quoted } from './names';
import { routeClass, routeProperties } from './routes-file';
import { onArrivalAt, outside, type Here } from '../print/here';
import { writerFor, type KotlinWriter } from './writer';

const onArrival = (code: ScreenCode): Here => onArrivalAt(routeProperties(code));

export function planFile(program: Program): string {
  const out = writerFor(program);
  out.doc('Whether a variant has a screen.');
  table(
    out,
    'fun isShownIn(variant: Variant, screen: Screen): Boolean',
    program.screens.map((code) => [code, out.variantTest(code.screen.only, 'variant')]),
    'true',
  );
  out.doc('The list that stays in sight beside a screen, where the screen lies directly on it.');
  table(
    out,
    'fun listBeside(variant: Variant, screen: Screen): Screen?',
    program.screens.map((code) => [code, besideOf(out, code)]),
    'null',
  );
  out.doc('Whether Back on the last frame of any tab leaves the app.');
  out.line(`internal const val BACK_LEAVES = ${program.plan.backLeaves}`).line();
  questions(out);
  tabs(out);
  insteadOf(out);
  beneath(out);
  return out.file();
}

/** A function that answers for some screens in their own way. */
function table(
  out: KotlinWriter,
  head: string,
  rows: readonly (readonly [ScreenCode, string | null])[],
  rest: string,
): void {
  const own = rows.filter(([, answer]) => answer !== null);
  if (own.length === 0) {
    out.line('@Suppress("UNUSED_PARAMETER")').line(`${head} = ${rest}`).line();
    return;
  }
  if (!own.some(([, answer]) => answer!.includes('variant'))) out.line('@Suppress("UNUSED_PARAMETER")');
  out.block(
    `${head} = when (screen) {`,
    () => {
      for (const [code, answer] of own) out.line(`Screen.${out.names.screens.get(code)!} -> ${answer}`);
      if (own.length < rows.length) out.line(`else -> ${rest}`);
    },
    '}',
  );
  out.line();
}

function besideOf(out: KotlinWriter, { screen }: ScreenCode): string | null {
  const { beside } = screen;
  if (!beside?.list || !out.program.plan.variants.some((variant) => listBeside(screen, variant))) return null;
  const test = out.variantTest(beside.only, 'variant');
  const list = `Screen.${out.names.screens.get(out.program.codeOf.get(beside.list)!)!}`;
  return test ? `if (${test}) ${list} else null` : list;
}

function questions(out: KotlinWriter): void {
  const { questions: all, results } = out.program;
  out.doc('The values that wait for results.');
  out.block(
    'object Questions {',
    () => {
      for (const question of all) {
        const { screen, name, type } = question;
        const accepts = results
          .filter((result) => assignable(result, type))
          .map((result) => `${quoted(showType(result))} to ${out.conversion(result, type)}`);
        const parts = [
          `Screen.${out.names.screens.get(out.program.codeOf.get(screen)!)!}`,
          quoted(name),
          codecOf(type, out.names),
          accepts.length === 0 ? 'emptyMap()' : bracketed('mapOf(', accepts, ')'),
        ];
        const own = out.names.questions.get(question)!;
        out.code([`val ${own}: Question<${out.type(type)}> = `, bracketed('Question(', parts, ')')]).line();
      }
      out.list(
        'internal val all: List<Question<*>> = listOf(',
        all.map((question) => out.names.questions.get(question)!),
        ')',
      );
    },
    '}',
  );
  out.line();
}

/** Entries of the enum of tabs, by their labels. */
export function tabNames({ plan }: Program): ReadonlyMap<string, string> {
  const labels = [...new Set(plan.tabBars.flatMap(({ tabs: own }) => own.map(({ label }) => label)))];
  return nameAll(labels, (label) => label, upperCase);
}

function tabs(out: KotlinWriter): void {
  const { program } = out;
  const names = tabNames(program);
  out.doc('The tabs of all variants.');
  if (names.size === 0) out.line('enum class Tab').line();
  else
    out.block('enum class Tab {', () => [...names.values()].sort().forEach((name) => out.line(`${name},`)), '}').line();
  out.doc('A tab: what it says, and the route at the bottom of its stack.');
  out.line('data class TabBarItem(val tab: Tab, val label: String, val icon: String?, val root: Route?)').line();
  const bars = program.plan.variants.map((variant) => ({ variant, own: tabsOf(program, variant) }));
  for (const { variant, own } of bars) {
    if (own.length === 0) continue;
    out
      .list(
        `private val tabsOn${variantWord(out, variant)} = listOf(`,
        own.map(({ tab, root }) =>
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
        ),
        ')',
      )
      .line();
  }
  out.doc('The tabs of a variant, in the order shown.');
  out.block(
    'fun tabsOf(variant: Variant): List<TabBarItem> = when (variant) {',
    () => {
      for (const { variant, own } of bars)
        out.line(
          `Variant.${out.names.variants.get(variant)!} -> ${own.length === 0 ? 'emptyList()' : `tabsOn${variantWord(out, variant)}`}`,
        );
    },
    '}',
  );
  out.line();
}

/** A variant as part of a name: the entry `PHONE` as `Phone`. */
const variantWord = (out: KotlinWriter, variant: string): string =>
  out.names.variants
    .get(variant)!
    .toLowerCase()
    .replace(/(^|_)(\w)/g, (_all, _blank, letter: string) => letter.toUpperCase());

function insteadOf(out: KotlinWriter): void {
  const asking = out.program.screens.filter(({ needs }) => needs.length > 0);
  out.doc('What happens in the place of an arrival whose `needs` do not hold; null if it may be made.');
  out.line('@Suppress("UNUSED_PARAMETER")');
  out.block(
    'internal fun insteadOf(route: Route, flags: Flags, circumstances: Circumstances): ((Steps) -> Steps)? {',
    () => {
      if (asking.length > 0)
        out.block(
          'when (route) {',
          () => {
            for (const code of asking)
              out.block(
                `is ${routeClass(out, code)} -> {`,
                () => {
                  for (const { test, source, actions } of code.needs) {
                    out.line(`// ${source}`);
                    const failed = out.test(test, onArrival(code), false);
                    const steps = stepsOf(out, actions, { ...onArrival(code), flags: 'steps.flags' });
                    const line = [`if (${failed}) return { steps -> steps`, ...steps, ' }'];
                    if (out.fits(flat(line))) out.code(line);
                    else
                      out.block(
                        `if (${failed}) {`,
                        () => out.block('return { steps ->', () => out.code(['steps', ...steps]), '}'),
                        '}',
                      );
                  }
                },
                '}',
              );
            if (asking.length < out.program.screens.length) out.line('else -> return null');
          },
          '}',
        );
      out.line('return null');
    },
    '}',
  );
  out.line();
}

/** Links of a screen that say what lies beneath, or that nothing does. */
function beneath(out: KotlinWriter): void {
  const { program } = out;
  const own = linksWithStacks(program);
  out.doc(
    'The stack that a link builds beneath its screen, bottom first. A link of null opens the screen as an entry.',
  );
  out.line('@Suppress("UNUSED_PARAMETER")');
  out.block(
    'internal fun beneath(route: Route, link: String?): List<Route> {',
    () => {
      if (own.length > 0)
        out.block(
          'when (route) {',
          () => {
            for (const [code, links] of own)
              out.block(
                `is ${routeClass(out, code)} -> {`,
                () => {
                  for (const { link, under } of links) {
                    const stack = under!.map((opens) => routeOf(out, opens, onArrival(code)));
                    const list = stack.length === 0 ? 'emptyList()' : bracketed('listOf(', stack, ')');
                    out.code([`if (link == ${quoted(link.pattern)}) return `, list]);
                  }
                },
                '}',
              );
            if (own.length < program.screens.length) out.line('else -> Unit');
          },
          '}',
        );
      if (!program.start) return void out.line('return emptyList()');
      const screen = `Screen.${out.names.screens.get(program.codeOf.get(program.start.screen)!)!}`;
      out.code([
        `return if (route.screen == ${screen}) emptyList() else `,
        bracketed('listOf(', [routeOf(out, program.start, outside)], ')'),
      ]);
    },
    '}',
  );
}
