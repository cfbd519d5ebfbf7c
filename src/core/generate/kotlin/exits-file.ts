/** `Exits.kt`: for each screen an interface with one function a trigger. */
import { bracketed } from '../print/layout';
import { namesIn } from '../print/here';
import { aboutScreen } from '../program/about';
import { hasPairs } from '../program/pairs';
import type { EventCode, Program, ScreenCode } from '../program/program';
import { propertiesWith, tapNames } from './events-file';
import { exitNames, payloadOf } from './names';
import { writerFor, type KotlinWriter } from './writer';

export function exitsFile(program: Program): string {
  const out = writerFor(program);
  for (const code of program.screens) {
    out.doc(aboutScreen(code));
    const names = exitNames(code.triggers);
    if (code.triggers.length === 0) {
      out.line(`interface ${out.names.exits.get(code)!}`).line();
      continue;
    }
    out
      .block(
        `interface ${out.names.exits.get(code)!} {`,
        () =>
          code.triggers.forEach((trigger) => {
            out.doc(...trigger.source);
            out.list(`fun ${names.get(trigger)!}(`, propertiesWith(out, trigger, ''), ')').line();
          }),
        '}',
      )
      .line();
  }
  out.doc('The exits of all screens.');
  out
    .block(
      'interface Exits {',
      () =>
        program.screens.forEach((code) =>
          out.line(`val ${out.names.properties.get(code)!}: ${out.names.exits.get(code)!}`),
        ),
      '}',
    )
    .line();
  const pairs = hasPairs(program);
  out.doc(
    'Exits that send each tap as an event. An app that navigates in its own way implements `Exits` itself.',
    pairs ? '@param onList whether they belong to the list in sight beside the top' : null,
  );
  const isSent = program.screens.some(({ triggers }) => triggers.length > 0);
  if (!isSent) out.line('@Suppress("UNUSED_PARAMETER")');
  const parameters = [
    `${isSent ? 'private val ' : ''}send: (Event) -> Unit`,
    ...(pairs ? [`${isSent ? 'private val ' : ''}onList: Boolean = false`] : []),
  ];
  out.block(
    `class SendingExits(${parameters.join(', ')}) : Exits {`,
    () => program.screens.forEach((code) => senders(out, code, pairs)),
    '}',
  );
  return out.file();
}

function senders(out: KotlinWriter, code: ScreenCode, pairs: boolean): void {
  const type = out.names.exits.get(code)!;
  const head = `override val ${out.names.properties.get(code)!}: ${type} = object : ${type} {`;
  if (code.triggers.length === 0) return void out.line(`${head}}`).line();
  const names = exitNames(code.triggers);
  const taps = tapNames(out, code);
  out
    .block(
      head,
      () => {
        for (const trigger of code.triggers)
          sender(out, trigger, names.get(trigger)!, `${out.names.taps.get(code)!}.${taps.get(trigger)!}`, pairs);
      },
      '}',
    )
    .line();
}

function sender(out: KotlinWriter, trigger: EventCode, name: string, tap: string, pairs: boolean): void {
  const given = namesIn(trigger, payloadOf(trigger));
  const all = [...given, ...(pairs ? ['onList'] : [])];
  const open = bracketed(`override fun ${name}(`, propertiesWith(out, trigger, ''), ')');
  out.code([open, ` = send`, bracketed('(', [all.length === 0 ? tap : [tap, bracketed('(', all, ')')]], ')')]);
}
