/** `app.dart`: the state of a cold start, and the state after each event. */
import type { Only } from '../../plan/model';
import { inEvent, outside, type Here } from '../print/here';
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
import type { EventCode, PlacesCode, Program, ScreenCode } from '../program/program';
import { branches, routeOf } from './calls';
import { payloadOf } from './names';
import { routeProperties } from './routes-file';
import { writerFor, type DartWriter } from './writer';

export function appFile(program: Program): string {
  const out = writerFor(program, 'app');
  for (const file of ['events', 'plan', 'routes', 'state', 'steps', 'types']) out.use('', file);
  const asks = program.circumstances.length > 0;
  const given = asks ? ', Circumstances circumstances' : '';
  const circumstances = asks ? 'circumstances' : 'const Circumstances()';
  out.doc('The state before anything is opened: a link may open an app that was not running.');
  out.line('AppState nothing(Variant variant) =>');
  out
    .deeper(() =>
      out.deeper(() =>
        out.line('AppState(variant, const Flags(), 0, [const [], for (final _ in tabsOf(variant)) const []]);'),
      ),
    )
    .line();
  if (program.start) {
    out.doc('The state after a cold start; null if the variant lacks the first screen.');
    out.line(`AppState? start(Variant variant${given}) =>`);
    const route = routeOf(out, program.start, outside);
    const call = [`Steps(nothing(variant), ${circumstances}).reset`, bracketed('(', [route], ').state;')];
    out.deeper(() => out.deeper(() => out.code(call))).line();
  }
  apply(out, given, circumstances);
  taps(out);
  guarded(out);
  return out.file();
}

function apply(out: DartWriter, given: string, circumstances: string): void {
  out.doc(
    'The state after an event; null if it leaves the app. An event that the screen on top does not offer, such as a ' +
      'second tap on a control that has gone, changes nothing.',
  );
  out.block(
    `AppState? apply(AppState state, Event event${given}) {`,
    () => {
      out.line(`final steps = Steps(state, ${circumstances});`);
      out.block(
        'switch (event) {',
        () => {
          for (const [type, call] of [
            ['Tap', '_onTap'],
            ['MenuTap', '_onMenu'],
          ] as const)
            out.line(`case final ${type} tap:`).deeper(() => {
              out.line('if (tap.onList && !steps.backToList()) return state;');
              out.line(`return _finished(${call}(tap, steps), state);`);
            });
          out
            .line('case final Happening happening:')
            .deeper(() => out.line('return _finished(_onHappening(happening, steps), state);'));
          out.line('case TabEvent(:final tab):').deeper(() => {
            out.line('final root = tabsOf(state.variant).where((item) => item.tab == tab).firstOrNull?.root;');
            out.line('return state.active == 0 || root == null ? state : steps.switchTo(root).state;');
          });
          out.line('case BackEvent _:').deeper(() => out.line('return steps.backByUser();'));
          out
            .line('case OpenEvent(:final route, :final link):')
            .deeper(() =>
              out.line('return isShownIn(state.variant, route.screen) ? steps.open(route, link).state : state;'),
            );
          out.line('case FlagsEvent(:final flags):').deeper(() => out.line('return steps.set((_) => flags).state;'));
        },
        '}',
      );
    },
    '}',
  );
  out.line();
  out.doc('Steps that were taken lead to their state; without any, nothing has happened.');
  out.line('AppState? _finished(Steps? steps, AppState state) => steps == null ? state : steps.state;').line();
}

/** The names of values in the steps of an event. */
const hereOf = (code: EventCode, screen: ScreenCode | null): Here =>
  inEvent(payloadOf(code), screen && routeProperties(screen));

/** The case of an event; it has a name if the app brings something with it. */
function patternOf(out: DartWriter, code: EventCode): string {
  const name = out.names.events.get(code)!;
  return code.brought.length + code.outcomes.length > 0 ? `case final ${name} event:` : `case ${name} _:`;
}

function taps(out: DartWriter): void {
  const tapped = out.program.screens.filter(({ triggers }) => triggers.length > 0);
  out.doc('The steps of a tap; null if nothing happens.');
  if (tapped.length === 0) return void out.line('Steps? _onTap(Tap tap, Steps steps) => null;').line();
  out
    .block(
      'Steps? _onTap(Tap tap, Steps steps) => switch (tap) {',
      () =>
        tapped.forEach((code) =>
          out.line(`final ${out.names.taps.get(code)!} tap => _on${out.names.taps.get(code)!}(tap, steps),`),
        ),
      '};',
    )
    .line();
  for (const code of tapped) screenTaps(out, code);
}

function screenTaps(out: DartWriter, code: ScreenCode): void {
  const type = out.names.taps.get(code)!;
  out.block(
    `Steps? _on${type}(${type} event, Steps steps) {`,
    () => {
      out.line('final route = steps.top;');
      out.line(`if (route is! ${out.names.routes.get(code)!}) return null;`);
      out.block(
        'switch (event) {',
        () => {
          for (const trigger of code.triggers) {
            for (const line of trigger.source) out.line(`// ${line}`);
            out.line(patternOf(out, trigger));
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
function guarded(out: DartWriter): void {
  const [menus, happenings] = [guardedMenus(out.program), guardedHappenings(out.program)];
  for (const { about, guard, only, places } of menus) predicate(out.doc(about), guard, only, places);
  dispatch(out, '_onMenu', 'MenuTap', dispatchRows(menus));
  for (const { about, guard, only, places } of happenings) predicate(out.doc(about), guard, only, places);
  dispatch(out, '_onHappening', 'Happening', dispatchRows(happenings));
}

/** A function that says whether a screen of a variant is among some places. */
function predicate(out: DartWriter, name: string, only: Only, places: PlacesCode): void {
  const tests = [out.variantTest(only, 'variant'), placeText(out.program, places, placeWords(out))].flatMap(
    (test) => test ?? [],
  );
  out.line(`bool ${name}(Variant variant, Screen screen) =>`);
  out.deeper(() => out.deeper(() => out.line(`${tests.join(' && ') || 'true'};`))).line();
}

/** How a place is asked for. */
const placeWords = (out: DartWriter): PlaceWords => ({
  screen: (screen) => out.screen(out.program.codeOf.get(screen)!),
  is: (screen) => `screen == ${screen}`,
  isAmong: (screens) => `{${screens}}.contains(screen)`,
  isTabRoot: 'tabsOf(variant).any((tab) => tab.root?.screen == screen)',
});

function dispatch(out: DartWriter, name: string, type: string, rows: readonly DispatchRow[]): void {
  if (rows.length === 0) return void out.line(`Steps? ${name}(${type} event, Steps steps) => null;`).line();
  out.block(
    `Steps? ${name}(${type} event, Steps steps) {`,
    () => {
      out.line('final screen = steps.top?.screen;').line('if (screen == null) return null;');
      out.block(
        'switch (event) {',
        () => {
          for (const { code, guard } of rows) {
            for (const line of code.source) out.line(`// ${line}`);
            out.line(patternOf(out, code)).deeper(() => {
              out.line(`if (!${guard}(steps.variant, screen)) return null;`);
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
