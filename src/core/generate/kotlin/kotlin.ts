import type { GeneratedFile } from '../../base/generated-file';
import type { Program } from '../program/program';
import { wordsOf } from '../program/words';
import { appFile } from './app-file';
import { eventsFile } from './events-file';
import { exitsFile } from './exits-file';
import { formsText } from './forms-text';
import { linksFile } from './links-file';
import { planFile } from './plan-file';
import { routesFile } from './routes-file';
import { savedFile } from './saved-file';
import { codecText, jsonText } from './saved-text';
import { stateText, stepsText } from './state-text';
import { typesFile } from './types-file';
import { urlText } from './url-text';

/** The package of an app's code, unless the user names one: `saddlebackhuts`. */
const packageOf = ({ name }: Program): string =>
  wordsOf(name)
    .join('')
    .toLowerCase()
    .replace(/^(?=\d)|^$/, 'app');

/**
 * The program of a plan in Kotlin 2, on Java 11 or newer.
 *
 * @param packageName null for one named after the app
 */
export function kotlinFiles(program: Program, packageName: string | null): GeneratedFile[] {
  const head = `package ${packageName ?? packageOf(program)}\n\n`;
  const files: Readonly<Record<string, string>> = {
    App: appFile(program),
    Codec: codecText,
    Events: eventsFile(program),
    Exits: exitsFile(program),
    Forms: formsText,
    Json: jsonText,
    Links: linksFile(program),
    Plan: planFile(program),
    Routes: routesFile(program),
    Saved: savedFile(program),
    State: stateText,
    Steps: stepsText,
    Types: typesFile(program),
    Url: urlText,
  };
  return Object.entries(files).map(([file, text]) => ({ path: `${file}.kt`, text: head + text }));
}
