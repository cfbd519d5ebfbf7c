import type { AuditReport, LostGroup } from '../core/audit/audit';
import { byScreen } from '../core/audit/rows';
import type { BuiltCard, UrlCard } from '../core/report/url-card';
import { plain } from '../core/rules/parts/message';
import { colours } from './colours';
import { printable } from '../core/language/controls';

const tags: Readonly<Record<UrlCard['state'], string>> = {
  opens: colours.green('opens'),
  gated: colours.yellow('gated'),
  lost: colours.red('lost'),
  unreadable: colours.red('no URL'),
};

/** Text for a terminal: the effect of a URL. */
export function linkText({ text, state, opens, takes, cold, once, ties, remarks, why, nearest }: UrlCard): string {
  const rows = [`${printable(text)}  ${tags[state]}`];
  if (opens) {
    const values = takes.map(
      ({ name, value, from }) =>
        `${name} ${value === null ? (from === 'missing' ? colours.red('not brought') : colours.dim('absent')) : printable(value)}${from === 'default' ? colours.dim(' by default') : ''}`,
    );
    rows.push(`  ${[colours.bold(opens.screen), ...values].join('  ')}`);
    for (const built of cold) rows.push(`  ${builtText(built)}`);
    if (once) rows.push(`  once ${once.when}: ${stackText(once)}`);
    for (const tie of ties) rows.push(`  ${colours.red(`as specific: ${tie.pattern} to ${tie.screen}`)}`);
    for (const remark of remarks) rows.push(`  ${printable(plain(remark))}`);
  } else if (nearest.length === 0) {
    rows.push(`  nothing: ${printable(plain(why!))}`);
  } else {
    rows.push(
      ...nearest.map(
        (near, index) =>
          `  ${index === 0 ? 'nothing; nearest' : 'or'} ${colours.bold(near.pattern)}: ${printable(plain(near.why))}`,
      ),
    );
  }
  return `${rows.join('\n')}\n`;
}

function builtText(built: BuiltCard): string {
  const { when, putOffBy } = built;
  return `${when && `where ${when}: `}${putOffBy ? `${putOffBy.screen} needs ${putOffBy.needs}; put off: ` : ''}${stackText(built)}`;
}

const stackText = ({ stack, back }: BuiltCard): string =>
  stack.length === 0
    ? 'the app is left'
    : `stack ${stack.join(' > ')}; Back ${back === null ? 'leaves the app' : `shows ${back}`}`;

const longestBar = 30;
const mostRows = 20;

/** Text for a terminal: an audit with a bar for each screen, then the lost URLs with their reasons. */
export function auditText(report: AuditReport): string {
  const { total, opens, gated, lost, unreadable, ambiguous, lostGroups, unreadableGroups, ambiguousGroups } = report;
  const screens = byScreen(report);
  const most = Math.max(1, ...screens.map((screen) => screen.opens + screen.gated));
  const [names, counts] = [Math.max(0, ...screens.map(({ screen }) => screen.length)), String(most).length];
  const rows = screens.map(
    (screen) =>
      `  ${screen.screen.padEnd(names)}  ${String(screen.opens + screen.gated).padStart(counts)}  ${'█'.repeat(Math.max(1, Math.round((longestBar * (screen.opens + screen.gated)) / most)))}${screen.gated > 0 ? colours.yellow(` ${screen.gated} gated`) : ''}`,
  );
  const groups = (title: string, all: readonly LostGroup[]): string[] =>
    all.length === 0
      ? []
      : [
          '',
          title,
          ...all
            .slice(0, mostRows)
            .map(
              ({ pattern, why, count, examples }) =>
                `  ${String(count).padStart(counts)}  ${pattern === null ? '' : `${colours.bold(pattern)}: `}${printable(why)}  ${colours.dim(printable(examples[0] ?? ''))}`,
            ),
          ...(all.length > mostRows ? [`  and ${all.length - mostRows} more reasons`] : []),
        ];
  const verdict = [
    `${total} URLs`,
    colours.green(`${opens} open`),
    ...(gated > 0 ? [colours.yellow(`${gated} gated`)] : []),
    ...(lost > 0 ? [colours.red(`${lost} lost`)] : []),
    ...(unreadable > 0 ? [colours.red(`${unreadable} no URL of the app`)] : []),
    ...(ambiguous > 0 ? [colours.red(`${ambiguous} ambiguous`)] : []),
  ];
  return `${[
    ...rows,
    ...groups('Lost, by nearest pattern', lostGroups),
    ...groups('No URL of the app', unreadableGroups),
    ...(ambiguousGroups.length === 0
      ? []
      : [
          '',
          'Ambiguous',
          ...ambiguousGroups
            .slice(0, mostRows)
            .map(
              ({ patterns, count, examples }) =>
                `  ${String(count).padStart(counts)}  ${patterns.join('  ')}  ${colours.dim(printable(examples[0] ?? ''))}`,
            ),
        ]),
    '',
    verdict.join(', '),
  ]
    .join('\n')
    .replace(/^\n+/, '')}\n`;
}
