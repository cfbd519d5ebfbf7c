/** `exits.dart`: for each screen an interface with one function a trigger. */
import { namesIn } from '../print/here';
import { bracketed, type Layout } from '../print/layout';
import { aboutScreen } from '../program/about';
import type { EventCode, Program, ScreenCode } from '../program/program';
import { fieldsWith } from './events-file';
import { exitNames, payloadOf } from './names';
import { writerFor, type DartWriter } from './writer';

export function exitsFile(program: Program): string {
  const out = writerFor(program, 'exits');
  out.use('', 'events');
  for (const code of program.screens) {
    out.doc(aboutScreen(code));
    const names = exitNames(code.triggers);
    out
      .block(
        `abstract interface class ${out.names.exits.get(code)!} {`,
        () => {
          for (const trigger of code.triggers) {
            out.doc(...trigger.source);
            out.code([signature(out, trigger, names.get(trigger)!), ';']);
          }
        },
        '}',
      )
      .line();
  }
  out.doc('The exits of all screens.');
  out
    .block(
      'abstract interface class Exits {',
      () =>
        program.screens.forEach((code) =>
          out.line(`${out.names.exits.get(code)!} get ${out.names.screens.get(code)!};`),
        ),
      '}',
    )
    .line();
  out.doc('Exits that send each tap as an event. An app that navigates in its own way implements Exits itself.');
  out.block(
    'final class SendingExits implements Exits {',
    () => {
      out.line('const SendingExits(this.send, {this.onList = false});').line();
      out.line('final void Function(Event event) send;').line();
      out.doc('Whether they belong to the list in sight beside the top.');
      out.line('final bool onList;');
      for (const code of program.screens) {
        const type = out.names.exits.get(code)!;
        const value = code.triggers.length === 0 ? `const _${type}()` : `_${type}(send, onList)`;
        out
          .line()
          .line('@override')
          .line(`${type} get ${out.names.screens.get(code)!} => ${value};`);
      }
    },
    '}',
  );
  out.line();
  for (const code of program.screens) sent(out, code);
  return out.file();
}

/** A function of the exits: what the app brings has names. */
function signature(out: DartWriter, trigger: EventCode, name: string): Layout {
  const fields = fieldsWith(out, trigger).map((field) => `required ${field.type} ${field.name}`);
  return fields.length === 0 ? `void ${name}()` : bracketed(`void ${name}({`, fields, '})');
}

function sent(out: DartWriter, code: ScreenCode): void {
  const type = out.names.exits.get(code)!;
  const names = exitNames(code.triggers);
  out
    .block(
      `final class _${type} implements ${type} {`,
      () => {
        if (code.triggers.length === 0) return void out.line(`const _${type}();`);
        out.line(`const _${type}(this.send, this.onList);`).line();
        out.line('final void Function(Event event) send;').line('final bool onList;');
        for (const trigger of code.triggers) {
          const given = namesIn(trigger, payloadOf(trigger)).map((each) => `${each}: ${each}`);
          const tap = bracketed(`${out.names.events.get(trigger)!}(`, [...given, 'onList: onList'], ')');
          out.line().line('@override');
          out.code([signature(out, trigger, names.get(trigger)!), ' => send', bracketed('(', [tap], ');')]);
        }
      },
      '}',
    )
    .line();
}
