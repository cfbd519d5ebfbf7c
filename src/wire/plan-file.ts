import { unstorableIn } from '../core/language/storable';
import { maximumBytes } from '../core/base/limits';

/** A file that is no plan; the message is one sentence for the person who chose it. */
export class NoPlan extends Error {}

/**
 * The text of a file, for the application and the command line.
 *
 * @param name name of the file in messages
 * @throws NoPlan if it is too large, not UTF-8, empty, or has a character that no plan can hold
 */
export function textOfBytes(name: string, bytes: ArrayBuffer | Uint8Array): string {
  if (bytes.byteLength > maximumBytes) throw new NoPlan(`${name} is larger than 4 MiB, the most that a plan may be.`);
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new NoPlan(`${name} is not UTF-8 text, so it is no plan.`);
  }
  const problem = unstorableIn(text);
  if (problem) throw new NoPlan(`${name} is no plan. ${problem}`);
  if (text.trim() === '') throw new NoPlan(`${name} is empty.`);
  return text;
}

/** @throws NoPlan if a text is no JSON */
export function jsonOfText(name: string, text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new NoPlan(`${name} is not JSON.`);
  }
}
