import { codeLanguages, type CodeLanguage } from '../../core/generate/languages';
import { exportFormats, type ExportFormat } from '../../core/export/formats';

/** Something that can be handed over: code in a language, or a format of export. */
export type Output = CodeLanguage | ExportFormat;

export const isOutput = (name: string | null): name is Output =>
  name !== null && ([...codeLanguages, ...exportFormats] as readonly string[]).includes(name);

export const isLanguage = (output: Output): output is CodeLanguage =>
  (codeLanguages as readonly string[]).includes(output);

export const languageNames: Readonly<Record<CodeLanguage, string>> = {
  typescript: 'TypeScript',
  kotlin: 'Kotlin',
  swift: 'Swift',
  dart: 'Dart',
};

export interface Entry {
  readonly title: string;
  /** Who gets it. */
  readonly who: string;
  /** What it is good for, in one sentence. */
  readonly says: string;
  /** The first one is shown unless the address names another. */
  readonly outputs: readonly Output[];
}

/** The outputs of the Hand over view, in the order of their readers. */
export const entries: readonly Entry[] = [
  {
    title: 'Typed code',
    who: 'developers',
    says: 'Routes, links, exits and the state of the app, in code that stops compiling where the plan has changed.',
    outputs: codeLanguages,
  },
  {
    title: 'Prototype',
    who: 'anybody',
    says: 'The app to tap through, as one page that needs no server and no network.',
    outputs: ['prototype'],
  },
  {
    title: 'Document',
    who: 'reviewers',
    says: 'Every screen with its arguments, ways in and out, and what Back reveals: to read and to print.',
    outputs: ['document'],
  },
  {
    title: 'Diagram',
    who: 'managers',
    says: 'The app in one look: columns are taps, lanes are modules.',
    outputs: ['diagram'],
  },
  {
    title: 'Links',
    who: 'marketing and servers',
    says: 'An example of each link with a code to point a phone at, and the files that hand web URLs to the app.',
    outputs: ['links'],
  },
  {
    title: 'Tours',
    who: 'testers',
    says: 'Walks that together use every outcome of every control: to tick off, or to run.',
    outputs: ['tours'],
  },
  {
    title: 'Tables',
    who: 'spreadsheets and scripts',
    says: 'Screens, transitions, arguments, links and findings, a row for each.',
    outputs: ['tables'],
  },
];

export const entryOf = (output: Output): Entry => entries.find(({ outputs }) => outputs.includes(output))!;
