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

/** The program of a plan in Dart 3.3 or newer. */
export function dartFiles(program: Program): GeneratedFile[] {
  const files: Readonly<Record<string, string>> = {
    app: appFile(program),
    codec: codecText,
    events: eventsFile(program),
    exits: exitsFile(program),
    forms: formsText,
    links: linksFile(program),
    plan: planFile(program),
    routes: routesFile(program),
    saved: savedFile(program),
    state: stateText,
    steps: stepsText,
    types: typesFile(program),
    url: urlText,
  };
  return Object.entries(files).map(([file, text]) => ({ path: `${file}.dart`, text }));
}
