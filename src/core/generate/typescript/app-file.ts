/** `app.ts`: the state of a cold start, and the state after each event. */
import type { EventCode, PlacesCode, Program, ScreenCode } from '../program/program';
import { bracketed } from '../print/layout';
import {
  behindGuard,
  dispatchRows,
  guardedHappenings,
  guardedMenus,
  placeText,
  type DispatchRow,
  type PlaceWords,
} from '../print/places';
import type { Only } from '../../plan/model';
import { pascalCase } from '../program/words';
import { branches, routeOf } from './calls';
import { hasPairs } from '../program/pairs';
import { happeningNames, itemNames } from './events-file';
import { exitNames, payloadOf, quoted } from './names';
import { routeProperties } from './routes-file';
import { inEvent, outside, type Here } from '../print/here';
import { writerFor, type TypeScriptWriter } from './writer';

export function appFile(program: Program): string {
  const out = writerFor(program, './app');
  const asks = program.circumstances.length > 0;
  out.use('type Event', './events');
  out.use('type State', './state');
  out.use('Steps', './steps');
  out.use('initialFlags', './types');
  start(out, asks);
  apply(out, asks);
  taps(out);
  guarded(out);
  return out.file(`How ${program.name} moves: pure functions from a state and an event to the next state.`);
}

function start(out: TypeScriptWriter, asks: boolean): void {
  const { start: opens, plan } = out.program;
  out.use('type Variant', './types');
  if (asks) out.use('type Circumstances', './types');
  const parameters = [
    plan.variants.length === 1 && !asks ? `variant: Variant = ${quoted(plan.variants[0]!)}` : 'variant: Variant',
    ...(asks ? ['circumstances: Circumstances'] : []),
  ];
  out.use('tabsOf', './plan');
  out.doc('The state before anything is opened: a link may open an app that was not running.');
  out.block(
    'export const nothing = (variant: Variant): State => ({',
    () => {
      out.line('variant,').line('flags: initialFlags,').line('active: 0,');
      out.line('stacks: [[], ...tabsOf(variant).map(() => [])],');
    },
    '});',
  );
  out.line();
  if (!opens) return;
  out.doc('The state after a cold start; null if the variant lacks the first screen.');
  out.block(
    `export const start = (${parameters.join(', ')}): State | null =>`,
    () =>
      out.code([
        `new Steps(nothing(variant), ${asks ? 'circumstances' : '{}'}).reset`,
        bracketed('(', [routeOf(out, opens, outside)], ').state;'),
      ]),
    '',
  );
}

const isTapped = ({ screens }: Program): boolean => screens.some(({ triggers }) => triggers.length > 0);

function apply(out: TypeScriptWriter, asks: boolean): void {
  const { program } = out;
  const pairs = hasPairs(program);
  out.doc(
    'The state after an event; null if it leaves the app. An event that the screen on top does not offer, such as a ' +
      'second tap on a control that has gone, changes nothing.',
  );
  out.block(
    `export function apply(state: State, event: Event${asks ? ', circumstances: Circumstances' : ''}): State | null {`,
    () => {
      out.line(`const steps = new Steps(state, ${asks ? 'circumstances' : '{}'});`);
      const finish = (call: string): string => `return finished(${call}, state);`;
      const offered = (call: string): void => {
        if (pairs) out.line('if (event.onList && !steps.backToList()) return state;');
        out.line(finish(call));
      };
      out.block(
        'switch (event.kind) {',
        () => {
          if (isTapped(program)) out.line("case 'tap':").deeper(() => offered('onTap(event, steps)'));
          if (program.menus.length > 0)
            out.line("case 'menu':").deeper(() => offered('onMenu(event, state.variant, steps)'));
          if (program.happenings.length > 0)
            out.line("case 'event':").deeper(() => out.line(finish('onHappening(event, state.variant, steps)')));
          if (program.tabBars.length > 0) {
            out.line("case 'tab': {").deeper(() => {
              out.line('const root = tabsOf(state.variant).find(({ tab }) => tab === event.tab)?.root;');
              out.line('return state.active === 0 || !root ? state : steps.switchTo(root).state;');
            });
            out.line('}');
          }
          out.line("case 'back':").deeper(() => out.line('return steps.backByUser();'));
          out.use('isShownIn', './plan');
          if (program.tabBars.length === 0) out.use('tabsOf', './plan');
          out.line("case 'open':").deeper(() => {
            out.line('if (!isShownIn(state.variant, event.route.screen)) return state;');
            out.line('return steps.open(event.route, event.link).state;');
          });
          out.line("case 'set':").deeper(() => out.line('return steps.set(event.flags).state;'));
          // Types of events that the plan lacks are empty; the compiler asks for their cases nonetheless.
          if (
            !isTapped(program) ||
            [program.tabBars, program.menus, program.happenings].some(({ length }) => length === 0)
          )
            out.line('default:').deeper(() => out.line('return state;'));
        },
        '}',
      );
    },
    '}',
  );
  out.line();
  if (!isTapped(program) && program.menus.length + program.happenings.length === 0) return;
  out.doc('Steps that were taken lead to their state; without any, nothing has happened.');
  out
    .line('const finished = (steps: Steps | null, state: State): State | null => (steps ? steps.state : state);')
    .line();
}

/** The names of values in the steps of an event. */
const hereOf = (code: EventCode, screen: ScreenCode | null): Here =>
  inEvent(payloadOf(code), screen && routeProperties(screen));

function taps(out: TypeScriptWriter): void {
  const tapped = out.program.screens.filter(({ triggers }) => triggers.length > 0);
  if (tapped.length === 0) return;
  out.use('type Tap', './events');
  out.doc('The steps of a tap; null if nothing happens.');
  const names = new Map(tapped.map((code) => [code, `on${pascalCase(code.screen.label)}`]));
  // Two labels may have the same words: `a.b` and `aB`.
  const used = new Map<string, number>();
  for (const [code, name] of names) {
    const count = (used.get(name) ?? 0) + 1;
    used.set(name, count);
    if (count > 1 || name === 'onTap' || name === 'onMenu' || name === 'onHappening')
      names.set(code, `${name}_${count}`);
  }
  out.block(
    'function onTap(tap: Tap, steps: Steps): Steps | null {',
    () =>
      out.block(
        'switch (tap.screen) {',
        () => {
          for (const code of tapped)
            out
              .line(`case ${quoted(code.screen.label)}:`)
              .deeper(() => out.line(`return ${names.get(code)!}(tap, steps);`));
        },
        '}',
      ),
    '}',
  );
  out.line();
  for (const code of tapped) screenTaps(out, code, names.get(code)!);
}

function screenTaps(out: TypeScriptWriter, code: ScreenCode, name: string): void {
  const label = quoted(code.screen.label);
  const own = exitNames(code.triggers);
  out.block(
    `function ${name}(event: Tap<${label}>, steps: Steps): Steps | null {`,
    () => {
      out.line('const route = steps.top;');
      out.line(`if (route?.screen !== ${label}) return null;`);
      out.block(
        'switch (event.trigger) {',
        () => {
          for (const trigger of code.triggers) {
            for (const line of trigger.source) out.line(`// ${line}`);
            out.line(`case ${quoted(own.get(trigger)!)}:`);
            out.deeper(() => branches(out, trigger.branches, hereOf(trigger, code)));
          }
        },
        '}',
      );
    },
    '}',
  );
  out.line();
}

/** The guards of menus and of what happens by itself, and the steps behind them. */
function guarded(out: TypeScriptWriter): void {
  const [menus, happenings] = [guardedMenus(out.program), guardedHappenings(out.program)];
  for (const { about, guard, only, places } of menus) predicate(out.doc(about), guard, only, places);
  if (menus.length > 0) dispatch(out, 'onMenu', 'MenuTap', 'item', itemNames(out.program), dispatchRows(menus));
  for (const { about, guard, only, places } of happenings) predicate(out.doc(about), guard, only, places);
  if (happenings.length > 0)
    dispatch(out, 'onHappening', 'Happening', 'event', happeningNames(out.program), dispatchRows(happenings));
}

/** A function that says whether a screen of a variant is among some places. */
function predicate(out: TypeScriptWriter, name: string, only: Only, places: PlacesCode): void {
  out.use('type Screen', './routes');
  const tests = [out.variantTest(only, 'variant'), placeText(out.program, places, placeWords)].flatMap(
    (test) => test ?? [],
  );
  const text = tests.join(' && ') || 'true';
  const parameter = (wanted: string): string => (text.includes(wanted) ? wanted : `_${wanted}`);
  out.line(`export const ${name} = (${parameter('variant')}: Variant, ${parameter('screen')}: Screen): boolean =>`);
  out.deeper(() => out.line(`${tests.length === 1 ? text.replace(/^\((.*)\)$/s, '$1') : text};`)).line();
}

/** How a place is asked for. */
const placeWords: PlaceWords = {
  screen: ({ label }) => quoted(label),
  is: (screen) => `screen === ${screen}`,
  isAmong: (screens) => `[${screens}].includes(screen)`,
  isTabRoot: 'tabsOf(variant).some(({ root }) => root?.screen === screen)',
};

function dispatch(
  out: TypeScriptWriter,
  name: string,
  type: string,
  tag: string,
  names: ReadonlyMap<EventCode, string>,
  rows: readonly DispatchRow[],
): void {
  out.use(`type ${type}`, './events');
  out.block(
    `function ${name}(event: ${type}, variant: Variant, steps: Steps): Steps | null {`,
    () => {
      out.line('const screen = steps.top?.screen;');
      out.line('if (!screen) return null;');
      out.block(
        `switch (event.${tag}) {`,
        () => {
          for (const { code, guard } of rows) {
            const own = names.get(code)!;
            for (const line of code.source) out.line(`// ${line}`);
            out.line(`case ${quoted(own)}:`);
            out.deeper(() => {
              out.line(`if (!${guard}(variant, screen)) return null;`);
              branches(out, behindGuard(code), hereOf(code, null));
            });
          }
        },
        '}',
      );
    },
    '}',
  );
  out.line();
}
