import { parse } from '../core/language/parse';
import { toModel } from '../core/model/to-model';
import { writePlan } from '../core/model/write-plan';
import { resolve } from '../core/plan/resolve';
import { jsonText } from './json';
import { forEachWhole } from './read';

/** Prints a plan as JSON, or as text again. */
export function printModel(file: string, asText: boolean): number {
  const readable = forEachWhole([file], (_source, text) => {
    const model = toModel(resolve(parse(text)));
    process.stdout.write(asText ? writePlan(model) : jsonText(model));
  });
  return readable ? 0 : 2;
}
