import { forms } from '../../plan/forms';
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
import { stateText } from './state-text';
import { stepsText } from './steps-text';
import { typesFile } from './types-file';
import { urlText } from './url-text';

/** The program of a plan in TypeScript 5, for the strictest settings of the compiler. */
export const typescriptFiles = (program: Program): GeneratedFile[] => [
  { path: 'app.ts', text: appFile(program) },
  { path: 'codec.ts', text: codecText },
  { path: 'events.ts', text: eventsFile(program) },
  { path: 'exits.ts', text: exitsFile(program) },
  {
    path: 'forms.ts',
    text: formsText
      .replace('DATE', String(forms.date))
      .replace('TIME', String(forms.time))
      .replace('INSTANT', String(forms.instant)),
  },
  { path: 'links.ts', text: linksFile(program) },
  { path: 'plan.ts', text: planFile(program) },
  { path: 'routes.ts', text: routesFile(program) },
  { path: 'saved.ts', text: savedFile(program) },
  { path: 'state.ts', text: stateText },
  { path: 'steps.ts', text: stepsText },
  { path: 'types.ts', text: typesFile(program) },
  { path: 'url.ts', text: urlText },
];
