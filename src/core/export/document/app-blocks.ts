/** The parts of the document about the app as a whole. */
import { claimVerdict } from '../../report/claim-verdict';
import { countAll } from '../../report/counts';
import { keptWalks } from '../../report/walk-kept';
import { showType } from '../../plan/types';
import type { Claim } from '../../plan/model';
import { plain } from '../../rules/parts/message';
import type { Accepted, Finding } from '../../rules/parts/rule';
import { diagramSvg } from '../diagram/svg';
import type { Job } from '../job/job';
import { linkRows } from '../links/link-rows';
import {
  commas,
  counted,
  heading,
  list,
  paragraph,
  picturesId,
  table,
  type DocumentBlock,
  type Inline,
  type Line,
} from './blocks';

/** Up to so many screens fit one picture of a page. */
const mostInOnePicture = 60;

/** Title, verdict, contents, and the app in one look. */
export function frontBlocks(job: Job): DocumentBlock[] {
  const { plan } = job.check;
  const { screens, reached, arguments: all, supplied, errors, warnings, notes } = countAll(job.check);
  return [
    heading(1, 'top', plan.name ?? 'App'),
    ...(plan.doc ? [paragraph(plan.doc)] : []),
    paragraph(
      `${reached} of ${counted(screens, 'screen')} can be reached, ` +
        `${supplied} of ${counted(all, 'argument')} are supplied. ` +
        `${counted(errors, 'error')}, ${counted(warnings, 'warning')}, ${counted(notes, 'note')}.`,
    ),
    { kind: 'contents' },
    ...pictures(job),
    ...declarations(job),
  ];
}

/** One picture of the app, or one for each module of a large app. */
function pictures(job: Job): DocumentBlock[] {
  const { plan } = job.check;
  const head = heading(2, picturesId, 'The app in one look');
  const picture = (module: string | null, says: string): DocumentBlock => ({
    kind: 'image',
    svg: diagramSvg({ ...job, options: { ...job.options, module, around: null } }, false),
    says,
  });
  if (plan.screens.length <= mostInOnePicture || plan.modules.length < 2)
    return [head, picture(null, 'Screens by their distance from a cold start, in taps; a lane for each module.')];
  return [
    head,
    ...plan.modules.map(({ name }) =>
      picture(name, `Screens of ${name} by their distance from a cold start, in taps.`),
    ),
  ];
}

/** Variants, origins, flags, types, modules, tabs, menus and events: what the screens share. */
function declarations({ check: { plan } }: Job): DocumentBlock[] {
  const { variants, origins, flags, modules, tabBars, menus, events } = plan;
  const codes = (texts: readonly string[]): Line => commas(texts.map((code) => ({ code })));
  const lines: Line[] = [
    ['Start: ', plan.start?.target ? { screen: plan.start.target.label } : 'the plan names none', '.'],
    ['Variants: ', ...codes(variants), '.'],
    ...(plan.motion === null ? [] : [['Motion of screens that come in: ', { code: plan.motion }, '.']]),
    ...(origins.length > 0 ? [['Origins: ', ...codes(origins), '.']] : []),
    ...flags.map(({ name, type, initial, node }): Line => [
      ...['Flag ', { code: name }, ': ', { code: showType(type) }, ', at first ', { code: initial }, '.'],
      node.doc ? ` ${node.doc}` : '',
    ]),
    ...tabBars.map(({ tabs, only }): Line => [
      `Tabs${only ? ` of ${[...only].join(', ')}` : ''}: `,
      ...commas(tabs.map(({ label }) => `“${label}”`)),
      '.',
    ]),
    ...menus.map(({ title, items }): Line => [
      `Menu “${title}”: `,
      ...commas(items.map(({ label }) => `“${label}”`)),
      '.',
    ]),
    ...events.map(({ title }): Line => [`May happen by itself: “${title}”.`]),
  ];
  return [
    heading(2, 'shared', 'What all screens share'),
    list(lines),
    ...(modules.length === 0
      ? []
      : [
          table(
            ['Module', 'Owner', 'Screens', 'About'],
            modules.map(({ name, owner, screens, node }) => [
              [{ code: name }],
              [owner ?? ''],
              [`${screens.length}`],
              [node.doc ?? ''],
            ]),
          ),
        ]),
  ];
}

/** Links, rules, kept walks and findings. */
export const backBlocks = (job: Job): DocumentBlock[] => [
  ...linkBlocks(job),
  ...ruleBlocks(job),
  ...walkBlocks(job),
  ...findingBlocks(job),
];

function linkBlocks({ check, options }: Job): DocumentBlock[] {
  const variants = options.variant === null ? check.plan.variants : [options.variant];
  const tables = variants.flatMap((variant): DocumentBlock[] => {
    const rows = linkRows(check, variant);
    if (rows.length === 0) return [];
    return [
      ...(variants.length > 1 ? [heading(3, `links-${variant}`, `Links of ${variant}`)] : []),
      table(
        ['From outside', 'Example', 'Opens', 'Stack'],
        rows.map(({ kind, name, door, url, screen, state, needs, stack }) => [
          kind === 'entry' ? [`${door ?? 'entry'} “${name}”`] : [{ code: name }],
          url === null ? [] : [{ url }],
          opensLine(screen, state, needs),
          stack.flatMap((label, index): Inline[] => [...(index === 0 ? [] : [' › ']), { screen: label }]),
        ]),
      ),
    ];
  });
  return [heading(2, 'links', 'Links'), ...(tables.length > 0 ? tables : [paragraph('The app has none.')])];
}

function opensLine(screen: string | null, state: string, needs: string | null): Line {
  if (state === 'lost' || screen === null) return [{ tag: 'opens nothing', tone: 'error' }];
  if (state === 'hidden') return [{ tag: 'taken by another link', tone: 'error' }];
  return state === 'gated' ? [{ screen }, ' once ', { code: needs ?? '' }, ' holds'] : [{ screen }];
}

function ruleBlocks({ check }: Job): DocumentBlock[] {
  const { plan, text } = check;
  if (plan.claims.length === 0) return [];
  return [
    heading(2, 'rules', 'Rules of the app'),
    list(
      plan.claims.map((claim): Line => {
        const { verdict, says } = verdictOn(claim, check);
        return [
          verdict,
          ` ${claim.title}: `,
          { code: text.slice(claim.node.from, claim.node.to) },
          says && `. ${says}`,
        ];
      }),
    ),
  ];
}

function verdictOn(claim: Claim, check: Job['check']): { readonly verdict: Inline; readonly says: string } {
  const { verdict, finding } = claimVerdict(claim, check);
  switch (verdict) {
    case 'unread':
      return { verdict: { tag: 'does not read', tone: 'error' }, says: '' };
    case 'broken':
      return { verdict: { tag: 'broken', tone: 'error' }, says: plain(finding!.detail) };
    case 'undecided':
      return { verdict: { tag: 'undecided', tone: 'note' }, says: '' };
    case 'holds':
      return { verdict: { tag: 'holds', tone: 'holds' }, says: '' };
  }
}

function walkBlocks({ check: { plan }, options }: Job): DocumentBlock[] {
  if (plan.walks.length === 0) return [];
  const variants = options.variant === null ? plan.variants : [options.variant];
  const cards = variants.map((variant) => ({ variant, cards: keptWalks(plan, variant).cards }));
  return [
    heading(2, 'walks', 'Kept walks'),
    list(
      plan.walks.map((_walk, index): Line => {
        const { name, steps } = cards[0]!.cards[index]!;
        const verdicts = cards.flatMap(({ variant, cards: ofVariant }): Inline[] => {
          const { outcome, broken } = ofVariant[index]!;
          const tone = ({ holds: 'holds', broken: 'error', undecided: 'note' } as const)[outcome];
          const why = broken ? `, step ${broken.step}: ${plain(broken.why)}` : '';
          return [{ tag: variants.length > 1 ? `${variant}: ${outcome}` : outcome, tone }, `${why} `];
        });
        return [...verdicts, `${name}: `, { code: steps.replace(/\s+/g, ' ') }];
      }),
    ),
  ];
}

function findingBlocks({ check: { findings, accepted }, source }: Job): DocumentBlock[] {
  const lineOf = ({ range, severity, rule, summary, detail }: Finding): Line => [
    { tag: severity, tone: severity },
    ` ${plain(summary)} ${plain(detail)} `,
    { code: rule },
    `, line ${source.positionOf(range.from).line}.`,
  ];
  const acceptedLine = ({ finding, because }: Accepted): Line => [...lineOf(finding), ` Accepted: ${because}`];
  return [
    heading(2, 'findings', 'Findings'),
    ...(findings.length > 0 ? [list(findings.map(lineOf))] : [paragraph('There are none.')]),
    ...(accepted.length > 0 ? [heading(3, 'accepted', 'Accepted findings'), list(accepted.map(acceptedLine))] : []),
  ];
}
