import { expandIncludes } from '../../core/language/include';
import { maximumBytes, maximumHistoryBytes } from '../../core/base/limits';
import { jsonOfText, NoPlan, textOfBytes } from '../../wire/plan-file';
import type { NewPlan } from '../../wire/plans';
import type { HistoryFile } from '../../wire/revisions';

/** A plan from a file: with its history, or alone. */
export type PlanFromFile = NewPlan | { readonly history: HistoryFile };

/**
 * Reads dropped or picked files as plans: texts, JSON as `andante model` prints it, or plans with their history.
 * Included files become a part of the files that include them.
 *
 * @throws NoPlan with one sentence for the user if a file is too large or no text, or if an included one is missing
 */
export async function readPlanFiles(files: readonly File[]): Promise<PlanFromFile[]> {
  const histories = files.filter(({ name }) => isHistory(name));
  const others = files.filter(({ name }) => !isHistory(name));
  const read = await Promise.all(others.map(async (file) => ({ name: file.name, text: await readText(file) })));
  const isJson = (name: string): boolean => /\.json$/i.test(name);
  const texts = new Map(read.filter(({ name }) => !isJson(name)).map(({ name, text }) => [name, text]));
  const included = new Set<string>();
  const whole = new Map<string, string>();
  for (const [name, text] of texts) {
    whole.set(
      name,
      expandIncludes(name, text, (other, by) => {
        // A page sees names without folders.
        const file = other.split('/').at(-1)!;
        const found = texts.get(file);
        if (found === undefined)
          throw new NoPlan(`${by} includes ${other}, which is not among the files. Pick or drop them together.`);
        included.add(file);
        return { file, text: found };
      }).text,
    );
  }
  // If files include one another in a ring, all of them are included: the first then counts as the whole.
  const roots = [...whole].filter(([name]) => !included.has(name));
  const plans: PlanFromFile[] = (roots.length > 0 ? roots : [...whole].slice(0, 1)).map(([name, text]) =>
    textPlan(name, text),
  );
  return [
    ...plans,
    ...read.filter(({ name }) => isJson(name)).map(({ name, text }) => jsonPlan(name, text)),
    ...(await Promise.all(histories.map(readHistory))),
  ];
}

const isHistory = (name: string): boolean => /\.history\.json$/i.test(name);

/** The server looks at what is in it. */
async function readHistory(file: File): Promise<PlanFromFile> {
  if (file.size > maximumHistoryBytes)
    throw new NoPlan(`${file.name} is larger than 64 MiB, the most that a plan with its history may be.`);
  return { history: jsonOfText(file.name, await file.text()) as HistoryFile };
}

async function readText(file: File): Promise<string> {
  // Told before it is read: a file of gigabytes would not fit into the page.
  if (file.size > maximumBytes) throw new NoPlan(`${file.name} is larger than 4 MiB, the most that a plan may be.`);
  let bytes: ArrayBuffer;
  try {
    bytes = await file.arrayBuffer();
  } catch {
    throw new NoPlan(`${file.name} cannot be read. If it is a folder, drop the files in it.`);
  }
  return textOfBytes(file.name, bytes);
}

/** Without an app's name in the text the server would have no name for the plan but the file's. */
function textPlan(file: string, text: string): NewPlan {
  const base = file.replace(/\.andante$|\.txt$/i, '').trim();
  return /^\s*app\s+"[^"]/m.test(text) || base === '' ? { text } : { text, name: base.slice(0, 120) };
}

function jsonPlan(file: string, text: string): NewPlan {
  const model = jsonOfText(file, text);
  if (typeof model !== 'object' || model === null || Array.isArray(model))
    throw new NoPlan(`${file} is JSON, but not a plan.`);
  return {
    model: model as Record<string, unknown>,
    ...('app' in model ? {} : { name: file.replace(/\.json$/i, '').slice(0, 120) || 'Plan' }),
  };
}
