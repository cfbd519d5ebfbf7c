import { unstorableIn } from '../core/language/storable';
import { maximumBytes } from '../core/base/limits';
import { Refusal } from './problem';

/** @throws Refusal 413 for a text that is too long, 422 for one that could not be read back unchanged */
export function needText(text: string): string {
  if (Buffer.byteLength(text) > maximumBytes)
    throw new Refusal(413, 'Too large', 'A plan may be 4 MiB at most. Nothing was saved.');
  const problem = unstorableIn(text);
  if (problem) throw new Refusal(422, 'Not a text', `${problem} Nothing was saved.`);
  return text;
}
