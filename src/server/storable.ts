import { unstorableIn } from '../core/language/storable';
import { Refusal } from './problem';

/** @throws Refusal 422 for a text that would not come back as it was sent */
export function needStorable(text: string): string {
  const problem = unstorableIn(text);
  if (problem) throw new Refusal(422, 'Not a text', `${problem} Nothing was saved.`);
  return text;
}
