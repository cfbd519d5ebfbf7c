/** The demo and its verdicts: every number that a test expects of the whole demo. */
import { readFileSync } from 'node:fs';

export const demo = readFileSync(new URL('../demo/saddleback.andante', import.meta.url), 'utf8');

/** Rules of the demo's findings, one for each finding, sorted. */
export const demoFindings = [
  'link/overlap',
  'plan/unknown-name',
  'reach/stranded',
  'result/lost',
  'supply/fixed-id',
  'supply/may-be-absent',
  'supply/missing',
  'supply/wrong-type',
] as const;

/** Counts of the demo. */
export const demoCounts = {
  screens: 29,
  reached: 28,
  stranded: 1,
  undecided: 0,
  transitions: 56,
  arguments: 50,
  supplied: 47,
  missing: 1,
  links: 7,
  errors: 5,
  warnings: 3,
  notes: 0,
} as const;

/** Line that ends `andante check` of the demo. */
export const demoSummary = (file: string): string => {
  const { screens, reached, arguments: all, supplied, errors, warnings } = demoCounts;
  return `${file}: ${reached} of ${screens} screens can be reached, ${supplied} of ${all} arguments supplied. ${errors} errors, ${warnings} warnings. 3 accepted.`;
};

/** Sentences of the verdict line, each with the findings that it leads to. */
export const demoVerdict = [
  `${demoCounts.reached} of ${demoCounts.screens} screens can be reached → reach`,
  `${demoCounts.stranded} stranded → stranded`,
  `${demoCounts.supplied} of ${demoCounts.arguments} arguments supplied → supply`,
  `${demoCounts.missing} missing → missing`,
  '3 arguments in doubt → doubtful',
  '1 result in doubt → result',
  '1 name or line not understood → unread',
  `${demoCounts.links} link patterns`,
  '1 clash',
];
