/** `App.kt`: the state of a cold start, and the state after each event. */
import type { Only } from '../../plan/model';
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
import { hasPairs } from '../program/pairs';
import type { EventCode, PlacesCode, Program, ScreenCode } from '../program/program';
import { readsArguments } from '../program/reads-arguments';
import { branches, routeOf } from './calls';
import { happeningNames, itemNames, tapNames } from './events-file';
import { payloadOf } from './names';
import { routeClass, routeProperties } from './routes-file';
import { inEvent, outside, type Here } from '../print/here';
import { writerFor, type KotlinWriter } from './writer';

export function appFile(program: Program): string {
  const out = writerFor(program);
  const asks = program.circumstances.length > 0;
  const given = asks ? ', circumstances: Circumstances' : '';
  const circumstances = asks ? 'circumstances' : 'Circumstances';
  out.doc('The state before anything is opened: a link may open an app that was not running.');
  out
    .line('fun nothing(variant: Variant): State =')
    .deeper(() =>
      out.line(
        `State(variant, ${program.flags.length > 0 ? 'Flags()' : 'Flags'}, 0, List(tabsOf(variant).size + 1) { emptyList() })`,
      ),
    )
    .line();
  if (program.start) {
    out.doc('The state after a cold start; null if the variant lacks the first screen.');
    out.line(`fun start(variant: Variant${given}): State? =`);
    out
      .deeper(() =>
        out.code([
          `Steps(nothing(variant), ${circumstances}).reset`,
          bracketed('(', [routeOf(out, program.start!, outside)], ').state'),
        ]),
      )
      .line();
  }
  apply(out, given, circumstances);
  taps(out);
  guarded(out);
  return out.file();
}

function apply(out: KotlinWriter, given: string, circumstances: string): void {
  const { program } = out;
  const pairs = hasPairs(program);
  out.doc(
    'The state after an event; null if it leaves the app. An event that the screen on top does not offer, such as a ' +
      'second tap on a control that has gone, changes nothing.',
  );
  out.block(
    `fun apply(state: State, event: Event${given}): State? {`,
    () => {
      out.line(`val steps = Steps(state, ${circumstances})`);
      out.block(
        'return when (event) {',
        () => {
          const offered = (call: string): string =>
            pairs
              ? `if (event.onList && !steps.backToList()) state else finished(${call}, state)`
              : `finished(${call}, state)`;
          out.line(`is Tap -> ${offered('onTap(event, steps)')}`);
          out.line(`is MenuTap -> ${offered('onMenu(event, steps)')}`);
          out.line('is Happening -> finished(onHappening(event, steps), state)');
          out.block(
            'is Event.TabTap -> {',
            () => {
              out.line('val root = tabsOf(state.variant).find { it.tab == event.tab }?.root');
              out.line('if (state.active == 0 || root == null) state else steps.switchTo(root).state');
            },
            '}',
          );
          out.line('is Event.Back -> steps.backByUser()');
          out
            .line('is Event.Open ->')
            .deeper(() =>
              out.line(
                'if (isShownIn(state.variant, event.route.screen)) steps.open(event.route, event.link).state else state',
              ),
            );
          out.line('is Event.Set -> steps.set { event.flags }.state');
        },
        '}',
      );
    },
    '}',
  );
  out.line();
  out.doc('Steps that were taken lead to their state; without any, nothing has happened.');
  out
    .line('private fun finished(steps: Steps?, state: State): State? = if (steps == null) state else steps.state')
    .line();
}

/** The names of values in the steps of an event. */
const hereOf = (code: EventCode, screen: ScreenCode | null): Here =>
  inEvent(payloadOf(code), screen && routeProperties(screen));

function taps(out: KotlinWriter): void {
  const tapped = out.program.screens.filter(({ triggers }) => triggers.length > 0);
  out.doc('The steps of a tap; null if nothing happens.');
  if (tapped.length === 0) {
    out.line('@Suppress("UNUSED_PARAMETER")').line('private fun onTap(tap: Tap, steps: Steps): Steps? = null').line();
    return;
  }
  out.block(
    'private fun onTap(tap: Tap, steps: Steps): Steps? = when (tap) {',
    () =>
      tapped.forEach((code) =>
        out.line(`is ${out.names.taps.get(code)!} -> on${out.names.taps.get(code)!}(tap, steps)`),
      ),
    '}',
  );
  out.line();
  for (const code of tapped) screenTaps(out, code);
}

function screenTaps(out: KotlinWriter, code: ScreenCode): void {
  const taps = out.names.taps.get(code)!;
  const names = tapNames(out, code);
  const body = code.triggers.map((trigger) => ({ trigger, here: hereOf(trigger, code) }));
  const isRead = readsArguments(code.triggers.flatMap((trigger) => trigger.branches));
  out.block(
    `private fun on${taps}(event: ${taps}, steps: Steps): Steps? {`,
    () => {
      if (isRead) out.line(`val route = steps.top as? ${routeClass(out, code)} ?: return null`);
      else out.line(`if (steps.top !is ${routeClass(out, code)}) return null`);
      out.block(
        'when (event) {',
        () => {
          for (const { trigger, here } of body) {
            for (const line of trigger.source) out.line(`// ${line}`);
            out.block(`is ${taps}.${names.get(trigger)!} -> {`, () => branches(out, trigger.branches, here), '}');
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
function guarded(out: KotlinWriter): void {
  const types = [...out.names.types.values()];
  const [menus, happenings] = [guardedMenus(out.program), guardedHappenings(out.program)];
  for (const { about, guard, only, places } of menus) predicate(out.doc(about), guard, only, places);
  dispatch(out, 'onMenu', 'MenuTap', itemNames(out.program, types), dispatchRows(menus));
  for (const { about, guard, only, places } of happenings) predicate(out.doc(about), guard, only, places);
  dispatch(out, 'onHappening', 'Happening', happeningNames(out.program, types), dispatchRows(happenings));
}

/** A function that says whether a screen of a variant is among some places. */
function predicate(out: KotlinWriter, name: string, only: Only, places: PlacesCode): void {
  const tests = [out.variantTest(only, 'variant'), placeText(out.program, places, placeWords(out))].flatMap(
    (test) => test ?? [],
  );
  const text = tests.join(' && ') || 'true';
  if (!/\bvariant\b/.test(text) || !/\bscreen\b/.test(text)) out.line('@Suppress("UNUSED_PARAMETER")');
  out.line(`fun ${name}(variant: Variant, screen: Screen): Boolean =`);
  out.deeper(() => out.line(tests.length === 1 ? text.replace(/^\((.*)\)$/s, '$1') : text)).line();
}

/** How a place is asked for. */
const placeWords = (out: KotlinWriter): PlaceWords => ({
  screen: (screen) => `Screen.${out.names.screens.get(out.program.codeOf.get(screen)!)!}`,
  is: (screen) => `screen == ${screen}`,
  isAmong: (screens) => `screen in setOf(${screens})`,
  isTabRoot: 'tabsOf(variant).any { it.root?.screen == screen }',
});

function dispatch(
  out: KotlinWriter,
  name: string,
  type: string,
  names: ReadonlyMap<EventCode, string>,
  rows: readonly DispatchRow[],
): void {
  if (rows.length === 0) {
    out
      .line('@Suppress("UNUSED_PARAMETER")')
      .line(`private fun ${name}(event: ${type}, steps: Steps): Steps? = null`)
      .line();
    return;
  }
  out.block(
    `private fun ${name}(event: ${type}, steps: Steps): Steps? {`,
    () => {
      out.line('val screen = steps.top?.screen ?: return null');
      out.block(
        'when (event) {',
        () => {
          for (const { code, guard } of rows) {
            const own = names.get(code)!;
            for (const line of code.source) out.line(`// ${line}`);
            out.block(
              `is ${type}.${own} -> {`,
              () => {
                out.line(`if (!${guard}(steps.variant, screen)) return null`);
                branches(out, behindGuard(code), hereOf(code, null));
              },
              '}',
            );
          }
        },
        '}',
      );
    },
    '}',
  );
  out.line();
}
