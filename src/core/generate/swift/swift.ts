import type { GeneratedFile } from '../../base/generated-file';
import type { Program } from '../program/program';
import { appFile } from './app-file';
import { eventsFile } from './events-file';
import { exitsFile } from './exits-file';
import { formsText } from './forms-text';
import { linksFile } from './links-file';
import { planFile } from './plan-file';
import { routesFile } from './routes-file';
import { savedFile } from './saved-file';
import { codecText } from './saved-text';
import { stateText, stepsText } from './state-text';
import { typesFile } from './types-file';
import { urlText } from './url-text';

/** The program of a plan in Swift 5.7 or newer. */
export function swiftFiles(program: Program): GeneratedFile[] {
  const files: Readonly<Record<string, string>> = {
    App: appFile(program),
    Codec: codecText,
    Events: eventsFile(program),
    Exits: exitsFile(program),
    Forms: formsText,
    Links: linksFile(program),
    Plan: planFile(program),
    Routes: routesFile(program),
    Saved: savedFile(program),
    State: stateText,
    Steps: stepsText,
    Types: typesFile(program),
    Url: urlText,
  };
  return Object.entries(files).map(([file, text]) => ({ path: `${file}.swift`, text }));
}
