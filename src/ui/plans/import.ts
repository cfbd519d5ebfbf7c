import { maximumBytes } from '../../core/limits';

/**
 * Reads a dropped or picked file as a plan.
 *
 * @throws Error with one sentence for the person where it is too large or no text
 */
export async function readPlanFile(file: File): Promise<{ text: string; name?: string }> {
  if (file.size > maximumBytes) throw new Error(`${file.name} is larger than 4 MiB, the most that a plan may be.`);
  let bytes: ArrayBuffer;
  try {
    bytes = await file.arrayBuffer();
  } catch {
    throw new Error(`${file.name} cannot be read. If it is a folder, drop the files in it.`);
  }
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new Error(`${file.name} is not UTF-8 text, so it is no plan.`);
  }
  if (text.trim() === '') throw new Error(`${file.name} is empty.`);
  // Without an app's name in the text the server would have no name for it but the file's.
  const base = file.name.replace(/\.andante$|\.txt$/i, '').trim();
  return /^\s*app\s+"[^"]/m.test(text) || base === '' ? { text } : { text, name: base.slice(0, 120) };
}
