/** `Exits.swift`: for each screen a protocol with one function a trigger. */
import { namesIn } from '../print/here';
import { bracketed } from '../print/layout';
import { aboutScreen } from '../program/about';
import type { EventCode, Program, ScreenCode } from '../program/program';
import { valuesWith } from './events-file';
import { eventNames, payloadOf } from './names';
import { writerFor, type SwiftWriter } from './writer';

export function exitsFile(program: Program): string {
  const out = writerFor(program);
  for (const code of program.screens) {
    out.doc(aboutScreen(code));
    const names = eventNames(code.triggers);
    out
      .block(
        `protocol ${out.names.exits.get(code)!} {`,
        () => {
          for (const trigger of code.triggers) {
            out.doc(...trigger.source);
            out.list(`func ${names.get(trigger)!}(`, valuesWith(out, trigger), ')', '', '');
          }
        },
        '}',
      )
      .line();
  }
  out.doc('The exits of all screens.');
  out
    .block(
      'protocol Exits {',
      () =>
        program.screens.forEach((code) =>
          out.line(`var ${out.names.screens.get(code)!}: any ${out.names.exits.get(code)!} { get }`),
        ),
      '}',
    )
    .line();
  out.doc('Exits that send each tap as an event. An app that navigates in its own way implements Exits itself.');
  out.block(
    'struct SendingExits: Exits {',
    () => {
      out.line('let send: (Event) -> Void');
      out.doc('Whether they belong to the list in sight beside the top.');
      out.line('var onList = false');
      for (const code of program.screens) {
        const name = out.names.screens.get(code)!;
        const type = out.names.exits.get(code)!;
        const value =
          code.triggers.length === 0 ? `Sent${type}()` : `Sent${type} { send(.tap(.${name}($0), onList: onList)) }`;
        out.line().line(`var ${name}: any ${type} { ${value} }`);
      }
    },
    '}',
  );
  out.line();
  for (const code of program.screens) sent(out, code);
  return out.file();
}

function sent(out: SwiftWriter, code: ScreenCode): void {
  const type = out.names.exits.get(code)!;
  if (code.triggers.length === 0) return void out.line(`private struct Sent${type}: ${type} {}`).line();
  const names = eventNames(code.triggers);
  out
    .block(
      `private struct Sent${type}: ${type} {`,
      () => {
        out.line(`let send: (${out.names.taps.get(code)!}) -> Void`);
        for (const trigger of code.triggers) {
          out.line();
          sender(out, trigger, names.get(trigger)!);
        }
      },
      '}',
    )
    .line();
}

function sender(out: SwiftWriter, trigger: EventCode, name: string): void {
  const given = namesIn(trigger, payloadOf(trigger)).map((each) => `${each}: ${each}`);
  const tap = given.length === 0 ? `.${name}` : [`.${name}`, bracketed('(', given, ')', '', '')];
  out.code([
    bracketed(`func ${name}(`, valuesWith(out, trigger), ')', '', ''),
    ' { ',
    bracketed('send(', [tap], ')', '', ''),
    ' }',
  ]);
}
