import { exactly, includes, type Language, type NfaState } from './regular';
import type { Carried } from './carriage';

/** Literal text, or a variable with its language. */
export type SegmentPart = { readonly text: string } | { readonly variable: string; readonly carried: Carried };

/** Offsets at which the variables read so far end. */
type Ends = readonly number[];

/** Whether one way to read the variables ends them sooner than another, compared from the left. */
function isSooner(ends: Ends, than: Ends): boolean {
  for (let index = 0; index < ends.length; index++) if (ends[index] !== than[index]) return ends[index]! < than[index]!;
  return false;
}

/**
 * The text of each variable of a segment, each as short as possible, compared from the left; null if the text does not
 * fit.
 * Runs an automaton over all parts once, and keeps the best way to each of its states, as Pike's virtual machine does.
 * So time grows with the length of the text, however often its parts repeat (Cox, "Regular expression matching: the
 * virtual machine approach", 2009).
 */
export function matchParts(parts: readonly SegmentPart[], text: string): string[] | null {
  const languages = parts.map((part): Language => ('text' in part ? exactly(part.text) : part.carried.language()));
  const ending = new Map<NfaState, number>(languages.map(({ end }, index) => [end, index]));
  let now = new Map<NfaState, Ends>();
  let at = 0;
  const enter = (states: Map<NfaState, Ends>, state: NfaState, ends: Ends): void => {
    const known = states.get(state);
    if (known && !isSooner(ends, known)) return;
    states.set(state, ends);
    for (const next of state.free) enter(states, next, ends);
    const part = ending.get(state);
    if (part === undefined || part + 1 >= parts.length) return;
    enter(states, languages[part + 1]!.start, 'text' in parts[part]! ? ends : [...ends, at]);
  };
  enter(now, languages[0]!.start, []);
  for (const character of text) {
    at += character.length;
    const next = new Map<NfaState, Ends>();
    const code = character.codePointAt(0)!;
    for (const [state, ends] of now) {
      for (let index = 0; index < state.moves.length; index++) {
        const { chars, to } = state.moves[index]!;
        if (includes(chars, code)) enter(next, to, ends);
      }
    }
    now = next;
    if (now.size === 0) return null;
  }
  const found = now.get(languages.at(-1)!.end);
  if (!found) return null;
  const all = 'text' in parts.at(-1)! ? found : [...found, at];
  const taken: string[] = [];
  let begin = 0;
  let variable = 0;
  for (const part of parts) {
    const end = 'text' in part ? begin + part.text.length : all[variable++]!;
    if ('variable' in part) taken.push(text.slice(begin, end));
    begin = end;
  }
  return taken;
}
