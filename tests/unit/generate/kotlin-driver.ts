/** Kotlin code that drives the generated code of plans: it reads commands as lines of JSON, and writes answers. */
import type { EventCode, Program } from '../../../src/core/generate/program/program';
import { codecOf } from '../../../src/core/generate/kotlin/codec-of';
import { happeningNames, itemNames, tapNames } from '../../../src/core/generate/kotlin/events-file';
import { payloadOf, quoted } from '../../../src/core/generate/kotlin/names';
import { tabNames } from '../../../src/core/generate/kotlin/plan-file';
import { writerFor } from '../../../src/core/generate/kotlin/writer';
import { hasPairs } from '../../../src/core/generate/program/pairs';

/** An event's class, such as `PayTap.Pay`; the name by which commands call it. */
export function eventClasses(program: Program): ReadonlyMap<EventCode, string> {
  const out = writerFor(program);
  const types = [...out.names.types.values()];
  return new Map([
    ...program.screens.flatMap((code) =>
      [...tapNames(out, code)].map(([trigger, name]) => [trigger, `${out.names.taps.get(code)!}.${name}`] as const),
    ),
    ...[...itemNames(program, types)].map(([code, name]) => [code, `MenuTap.${name}`] as const),
    ...[...happeningNames(program, types)].map(([code, name]) => [code, `Happening.${name}`] as const),
  ]);
}

function caseOf(program: Program, code: EventCode, name: string): string {
  const out = writerFor(program);
  const payload = payloadOf(code);
  const given = [
    ...code.brought.map(
      (each) =>
        `${payload.values.get(each.name)!} = values.read(${quoted(each.name)}, ${codecOf(each.type, out.names)})`,
    ),
    ...code.outcomes.map((text) => `${payload.outcomes.get(text)!} = outcomes[${quoted(text)}] == true`),
    ...(hasPairs(program) && !name.startsWith('Happening') ? ['onList = command["onList"] == true'] : []),
  ];
  return `        ${quoted(name)} -> ${name}${given.length > 0 ? `(${given.join(', ')})` : ''}`;
}

export function driverOf(program: Program, packageName: string): string {
  const out = writerFor(program);
  const asks = program.circumstances.length > 0;
  const circumstances = program.circumstances.map(
    (text) => `${out.names.circumstances.get(text)!} = given[${quoted(text)}] == true`,
  );
  const flags = program.flags.map(({ name, type }) => {
    const property = out.names.flags.get(name)!;
    const codec = codecOf(type.kind === 'choice' ? type : { kind: 'base', name: 'bool' }, out.names);
    return `            ${quoted(name)} -> flags.copy(${property} = command.read("value", ${codec}))`;
  });
  const given = asks ? ', circumstancesOf(command)' : '';
  return `package ${packageName}

private fun circumstancesOf(command: Fields): Circumstances {
    val given = Fields(command["circumstances"] ?: emptyMap<String, Any?>(), "circumstances")
    return ${asks ? `Circumstances(${circumstances.join(', ')})` : 'Circumstances.also { check("" !in given) }'}
}

private fun eventOf(command: Fields, flags: Flags): Event {
    val values = Fields(command["values"] ?: emptyMap<String, Any?>(), "values")
    val outcomes = Fields(command["outcomes"] ?: emptyMap<String, Any?>(), "outcomes")
    return when (val name = command["event"] as String) {
        "Back" -> Event.Back
        "Tab" -> Event.TabTap(Tab.valueOf(command["tab"] as String))
        "Open" -> Event.Open(restore(Variant.valueOf(command["variant"] as String), command["state"] as String).top!!.route, command["link"] as String?)
        "Set" -> Event.Set(when (command["flag"]) {
${flags.join('\n')}
            else -> flags
        })
${[...eventClasses(program)].map(([code, name]) => caseOf(program, code, name)).join('\n')}
        else -> error(name + values + outcomes)
    }
}

private var state: State? = null

fun answer(line: String): String {
    val command = Fields(Json.read(line), "command")
    return when (command["do"]) {
        "start" -> {
            state = ${program.start ? `start(Variant.valueOf(command["variant"] as String)${given})` : 'null'}
            state?.let(::save) ?: "null"
        }
        "event" -> {
            val now = state ?: return "null"
            state = apply(now, eventOf(command, now.flags)${given})
            val saved = state?.let(::save) ?: return "null"
            val again = save(restore(now.variant, saved))
            if (again == saved) saved else "\\"restored as \${again}\\""
        }
        "parse" -> when (val parsed = parse(command["url"] as String)) {
            is Parsed.Refused -> Json.write(mapOf("why" to parsed.problem.toString()))
            is Parsed.Opened -> Json.write(mapOf(
                "state" to save(State(Variant.entries.first(), nothing(Variant.entries.first()).flags, 0, listOf(listOf(Frame(parsed.route))))),
                "link" to parsed.link,
                "built" to build(parsed.route),
            ))
        }
        else -> error(line + circumstancesOf(command))
    }
}
`;
}

/** The tabs of a plan, as commands call them. */
export const tabOf = (program: Program, label: string): string => tabNames(program).get(label)!;

/** Reads commands from a file for each plan, and writes the answers to another one. */
export const mainOf = (names: readonly string[]): string => `package driver

import java.io.File

fun main(arguments: Array<String>) {
    val folder = File(arguments[0])
    val answers: Map<String, (String) -> String> = mapOf(
${names.map((name) => `        "${name}" to { line -> plan.${name}.answer(line) },`).join('\n')}
    )
    for ((name, answer) in answers)
        File(folder, "$name.out").writeText(File(folder, "$name.in").readLines().joinToString("\\n") { answer(it) })
}
`;
