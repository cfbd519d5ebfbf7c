/** `exits.ts`: for each screen an interface with one function a trigger. */
import type { EventCode, Program, ScreenCode } from '../program/program';
import { aboutScreen } from '../program/about';
import { hasPairs } from '../program/pairs';
import { propertiesWith } from './events-file';
import { exitNames, keyOf, payloadOf, quoted } from './names';
import { writerFor, type TypeScriptWriter } from './writer';

export function exitsFile(program: Program): string {
  const out = writerFor(program, './exits');
  for (const code of program.screens) interfaceOf(out, code);
  out.doc('The exits of all screens.');
  if (program.screens.length === 0) out.line('export type Exits = Readonly<Record<never, never>>;').line();
  else
    out
      .block(
        'export interface Exits {',
        () => {
          for (const code of program.screens)
            out.line(`readonly ${keyOf(code.screen.label)}: ${out.names.exits.get(code)!};`);
        },
        '}',
      )
      .line();
  out.use('type Event', './events');
  const isSent = program.screens.some(({ triggers }) => triggers.length > 0);
  const pairs = isSent && hasPairs(program);
  out.doc(
    'Exits that send each tap as an event. An app that navigates in its own way implements `Exits` itself.',
    pairs ? '@param onList whether they belong to the list in sight beside the top' : null,
  );
  out.block(
    `export const exits = (${isSent ? 'send' : '_send'}: (event: Event) => void${pairs ? ', onList = false' : ''}): Exits => ({`,
    () => {
      for (const code of program.screens) {
        if (code.triggers.length === 0) {
          out.line(`${keyOf(code.screen.label)}: {},`);
          continue;
        }
        out.block(`${keyOf(code.screen.label)}: {`, () => senders(out, code, pairs), '},');
      }
    },
    '});',
  );
  return out.file(`What each screen of ${program.name} lets users do: whoever draws a screen calls its exits.`);
}

function interfaceOf(out: TypeScriptWriter, code: ScreenCode): void {
  const names = exitNames(code.triggers);
  out.doc(aboutScreen(code));
  const name = out.names.exits.get(code)!;
  if (code.triggers.length === 0) return void out.line(`export type ${name} = Readonly<Record<never, never>>;`).line();
  out
    .block(
      `export interface ${name} {`,
      () => {
        for (const trigger of code.triggers) {
          out.doc(...trigger.source);
          signature(out, names.get(trigger)!, trigger);
        }
      },
      '}',
    )
    .line();
}

function signature(out: TypeScriptWriter, name: string, code: EventCode): void {
  const properties = propertiesWith(out, code);
  const given = properties.length === 0 ? '' : `given: { ${properties.join('; ')} }`;
  const line = `${name}(${given}): void;`;
  if (out.fits(line)) return void out.line(line);
  out.block(`${name}(given: {`, () => properties.forEach((each) => out.line(`${each};`)), '}): void;');
}

function senders(out: TypeScriptWriter, { screen, triggers }: ScreenCode, pairs: boolean): void {
  const names = exitNames(triggers);
  for (const trigger of triggers) {
    const { values, outcomes } = payloadOf(trigger);
    const isGiven = values.size + outcomes.size > 0;
    const event = [
      "kind: 'tap'",
      `screen: ${quoted(screen.label)}`,
      `trigger: ${quoted(names.get(trigger)!)}`,
      ...(pairs ? ['onList'] : []),
      ...(isGiven ? ['...given'] : []),
    ];
    const name = names.get(trigger)!;
    const line = `${name}: (${isGiven ? 'given' : ''}) => send({ ${event.join(', ')} }),`;
    if (out.fits(line)) out.line(line);
    else {
      out.line(`${name}: (${isGiven ? 'given' : ''}) =>`);
      out.deeper(() => out.line(`send({ ${event.join(', ')} }),`));
    }
  }
}
