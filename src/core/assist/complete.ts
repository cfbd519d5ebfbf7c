/** Completions at a place of the text, best first. */
import type { Check } from '../check';
import { guesses } from '../language/first-guesses';
import { Caret } from './caret';
import type { Completion, Completions } from './completion';
import { inCall } from './in-call';
import { inStatement } from './statement-words';

/**
 * Completions at an offset of the checked text. Linear in the screen or module around the offset, and in the number of
 * completions.
 *
 * @returns null if nothing fits, as in the middle of a string or a comment
 */
export function complete(check: Check, offset: number): Completions | null {
  const caret = new Caret(check, offset);
  if (caret.closed) return null;
  const call = caret.openCall();
  const offered = call ? inCall(call, caret) : inStatement(caret);
  const options = [...offered, ...meant(check.text.slice(caret.from, offset), offered)];
  return options.length === 0 ? null : { from: caret.from, options };
}

/** Our word for a word of another language, if the offer has it. */
function meant(typed: string, offered: readonly Completion[]): Completion[] {
  if (typed.length < 2) return [];
  const word = typed.toLowerCase();
  return guesses
    .filter(([theirs]) => theirs.toLowerCase().startsWith(word))
    .flatMap(([theirs, ours]): Completion[] => {
      const own = offered.find(({ label }) => label === ours);
      return own ? [{ ...own, label: theirs, detail: `is called ${ours} here` }] : [];
    });
}
