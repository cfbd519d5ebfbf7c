/** `App.swift`: the state of a cold start, and the state after each event. */
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
import { inEvent, namesIn, outside, type Here } from '../print/here';
import type { EventCode, PlacesCode, Program, ScreenCode } from '../program/program';
import { readsArguments } from '../program/reads-arguments';
import { branches, routeOf } from './calls';
import { happeningNames, itemNames } from './events-file';
import { eventNames, payloadOf } from './names';
import { routeProperties } from './routes-file';
import { writerFor, type SwiftWriter } from './writer';

export function appFile(program: Program): string {
  const out = writerFor(program);
  const asks = program.circumstances.length > 0;
  const given = asks ? ', _ circumstances: Circumstances' : '';
  const circumstances = asks ? 'circumstances' : 'Circumstances()';
  out.block('extension AppState {', () => moves(out, given, circumstances), '}').line();
  taps(out);
  guarded(out);
  return out.file();
}

function moves(out: SwiftWriter, given: string, circumstances: string): void {
  const { program } = out;
  out.doc('The state before anything is opened: a link may open an app that was not running.');
  out
    .block(
      'static func nothing(_ variant: Variant) -> AppState {',
      () => {
        out.line('let stacks = Array(repeating: [Frame](), count: Plan.tabsOf(variant).count + 1)');
        out.line('return AppState(variant: variant, flags: Flags(), active: 0, stacks: stacks)');
      },
      '}',
    )
    .line();
  if (program.start) {
    out.doc('The state after a cold start; nil if the variant lacks the first screen.');
    out
      .block(
        `static func start(_ variant: Variant${given}) -> AppState? {`,
        () =>
          out.code([
            `Steps(nothing(variant), ${circumstances}).reset`,
            bracketed('(', [routeOf(out, program.start!, outside)], ').state', '', ''),
          ]),
        '}',
      )
      .line();
  }
  apply(out, given, circumstances);
}

function apply(out: SwiftWriter, given: string, circumstances: string): void {
  out.doc(
    'The state after an event; nil if it leaves the app. An event that the screen on top does not offer, such as a ' +
      'second tap on a control that has gone, changes nothing.',
  );
  out.block(
    `func after(_ event: Event${given}) -> AppState? {`,
    () => {
      out.line(`let steps = Steps(self, ${circumstances})`);
      out.switchOn('event', () => {
        for (const [name, call] of [
          ['tap', 'onTap(tap, steps)'],
          ['menu', 'onMenu(tap, steps)'],
        ] as const) {
          out.line(`case let .${name}(tap, onList):`).deeper(() => {
            out.line('if onList && !steps.backToList() { return self }');
            out.line(`return finished(${call})`);
          });
        }
        out
          .line('case let .happening(happening):')
          .deeper(() => out.line('return finished(onHappening(happening, steps))'));
        out.line('case let .tab(tab):').deeper(() => {
          out.line('guard active != 0, let root = Plan.tabsOf(variant).first(where: { $0.tab == tab })?.root else {');
          out.deeper(() => out.line('return self')).line('}');
          out.line('return steps.switchTo(root).state');
        });
        out.line('case .back:').deeper(() => out.line('return steps.backByUser()'));
        out.line('case let .open(route, link):').deeper(() => {
          out.line('guard Plan.isShownIn(variant, route.screen) else { return self }');
          out.line('return steps.open(route, link: link).state');
        });
        out.line('case let .set(flags):').deeper(() => out.line('return steps.set { $0 = flags }.state'));
      });
    },
    '}',
  );
  out.line();
  out.doc('Steps that were taken lead to their state; without any, nothing has happened.');
  out.block(
    'private func finished(_ steps: Steps?) -> AppState? {',
    () => out.line('guard let steps else { return self }').line('return steps.state'),
    '}',
  );
  out.line();
}

/** The names of values in the steps of an event. */
const hereOf = (code: EventCode, screen: ScreenCode | null): Here =>
  inEvent(payloadOf(code), screen && routeProperties(screen));

/** The pattern of a case that binds what the app brings. */
function patternOf(name: string, code: EventCode): string {
  const values = namesIn(code, payloadOf(code));
  return values.length === 0 ? `case .${name}:` : `case let .${name}(${values.join(', ')}):`;
}

function taps(out: SwiftWriter): void {
  const tapped = out.program.screens.filter(({ triggers }) => triggers.length > 0);
  out.doc('The steps of a tap; nil if nothing happens.');
  out.block(
    'private func onTap(_ tap: Tap, _ steps: Steps) -> Steps? {',
    () =>
      out.switchOn('tap', () => {
        for (const code of tapped)
          out.line(`case let .${out.names.screens.get(code)!}(tap): return on${out.names.taps.get(code)!}(tap, steps)`);
      }),
    '}',
  );
  out.line();
  for (const code of tapped) screenTaps(out, code);
}

function screenTaps(out: SwiftWriter, code: ScreenCode): void {
  const type = out.names.taps.get(code)!;
  const screen = out.names.screens.get(code)!;
  const names = eventNames(code.triggers);
  const isRead = readsArguments(code.triggers.flatMap((trigger) => trigger.branches));
  out.block(
    `private func on${type}(_ tap: ${type}, _ steps: Steps) -> Steps? {`,
    () => {
      out.line(`guard case ${isRead ? `let .${screen}(route)` : `.${screen}`}? = steps.top else { return nil }`);
      out.switchOn('tap', () => {
        for (const trigger of code.triggers) {
          for (const line of trigger.source) out.line(`// ${line}`);
          out.line(patternOf(names.get(trigger)!, trigger));
          out.deeper(() => branches(out, trigger.branches, hereOf(trigger, code)));
        }
      });
    },
    '}',
  );
  out.line();
}

/** The guards of menus and of what happens by itself, and the steps behind them. */
function guarded(out: SwiftWriter): void {
  const [menus, happenings] = [guardedMenus(out.program), guardedHappenings(out.program)];
  for (const { about, guard, only, places } of menus) predicate(out.doc(about), guard, only, places);
  dispatch(out, 'onMenu', 'MenuTap', itemNames(out.program), dispatchRows(menus));
  for (const { about, guard, only, places } of happenings) predicate(out.doc(about), guard, only, places);
  dispatch(out, 'onHappening', 'Happening', happeningNames(out.program), dispatchRows(happenings));
}

/** A function that says whether a screen of a variant is among some places. */
function predicate(out: SwiftWriter, name: string, only: Only, places: PlacesCode): void {
  const tests = [out.variantTest(only, 'variant'), placeText(out.program, places, placeWords(out))].flatMap(
    (test) => test ?? [],
  );
  out.block(
    `private func ${name}(_ variant: Variant, _ screen: Screen) -> Bool {`,
    () => out.line(tests.join(' && ') || 'true'),
    '}',
  );
  out.line();
}

/** How a place is asked for. */
const placeWords = (out: SwiftWriter): PlaceWords => ({
  screen: (screen) => `.${out.names.screens.get(out.program.codeOf.get(screen)!)!}`,
  is: (screen) => `screen == ${screen}`,
  isAmong: (screens) => `[${screens}].contains(screen)`,
  isTabRoot: 'Plan.tabsOf(variant).contains { $0.root?.screen == screen }',
});

function dispatch(
  out: SwiftWriter,
  name: string,
  type: string,
  names: ReadonlyMap<EventCode, string>,
  rows: readonly DispatchRow[],
): void {
  out.block(
    `private func ${name}(_ event: ${type}, _ steps: Steps) -> Steps? {`,
    () => {
      out.line('guard let screen = steps.top?.screen else { return nil }');
      out.switchOn('event', () => {
        for (const { code, guard } of rows) {
          const own = names.get(code)!;
          for (const line of code.source) out.line(`// ${line}`);
          out.line(patternOf(own, code)).deeper(() => {
            out.line(`guard ${guard}(steps.variant, screen) else { return nil }`);
            branches(out, behindGuard(code), hereOf(code, null));
          });
        }
      });
    },
    '}',
  );
  out.line();
}
