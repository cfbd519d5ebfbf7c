import { catalogue } from '../rules/catalogue';
import type { Severity } from '../rules/parts/rule';

const groups: readonly (readonly [prefix: string, title: string])[] = [
  ['plan', 'The plan itself'],
  ['reach', 'Reaching screens'],
  ['supply', 'Supplying arguments'],
  ['result', 'Results'],
  ['stack', 'Stacks and Back'],
  ['link', 'Deep links'],
  ['entry', 'Entries'],
  ['menu', 'Tabs and menus'],
  ['module', 'Modules'],
  ['name', 'Names'],
  ['walk', 'Kept walks'],
];

const meaning: Readonly<Record<Severity, string>> = {
  error: 'the app as planned fails a user',
  warning: 'it may',
  note: 'good to know',
};

/** The page of all rules, as Markdown: what each finds, why it hurts, a plan that breaks it, and the mended plan. */
export function rulesPage(): string {
  const rows = catalogue.map(
    ({ id, severity, reason }) => `| [${id}](#${id.replace('/', '')}) | ${severity} | ${reason} |`,
  );
  const sections = groups.flatMap(([prefix, title]) => [
    `## ${title}`,
    '',
    ...catalogue
      .filter((rule) => rule.id.startsWith(`${prefix}/`))
      .flatMap((rule) => [
        `### ${rule.id}`,
        '',
        `*${rule.severity}* · ${rule.reason}`,
        '',
        rule.explanation,
        '',
        'Broken:',
        '',
        '```andante',
        rule.wrong.trimEnd(),
        '```',
        '',
        'Put right:',
        '',
        '```andante',
        rule.right.trimEnd(),
        '```',
        '',
      ]),
  ]);
  return [
    '# Rules',
    '',
    '<!-- Made from the catalogue by `npm run docs`; a test fails when it is stale. -->',
    '',
    'What Andante looks for in a plan. `andante explain RULE` prints the same in a terminal. A finding is silenced by',
    '`accept RULE on NAME because "…"` in the plan ([language](language.md#what-a-plan-asks-of-itself)).',
    '',
    ...Object.entries(meaning).map(([severity, text]) => `- **${severity}**: ${text}`),
    '',
    '| rule | severity | finds |',
    '|---|---|---|',
    ...rows,
    '',
    ...sections,
  ].join('\n');
}
