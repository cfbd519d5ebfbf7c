/** The sections about modules and their screens. */
import { isIn, type Module, type Screen } from '../../plan/model';
import {
  screenDetail,
  type BackCard,
  type ParameterCard,
  type WayOutCard,
  type WayStepCard,
} from '../../report/detail';
import { findingsByScreen } from '../../report/overview';
import { plain } from '../../rules/parts/message';
import { holds } from '../../supply/supply';
import type { Job } from '../job/job';
import {
  commas,
  heading,
  list,
  paragraph,
  screenId,
  table,
  type DocumentBlock,
  type Inline,
  type Line,
} from './blocks';

/** A section for each module with its screens, then the screens in none. */
export function screenBlocks(job: Job): DocumentBlock[] {
  const { plan, findings } = job.check;
  const found = findingsByScreen(plan.screens, findings);
  const free = plan.screens.filter(({ module }) => module === null);
  return [
    ...plan.modules.flatMap((module) => moduleBlocks(job, module, found)),
    ...(free.length === 0 ? [] : [heading(2, 'screens', plan.modules.length > 0 ? 'Screens in no module' : 'Screens')]),
    ...free.flatMap((screen) => oneScreen(job, screen, found[screen.index]!)),
  ];
}

function moduleBlocks(
  job: Job,
  { name, owner, node, screens }: Module,
  found: readonly (readonly number[])[],
): DocumentBlock[] {
  return [
    heading(2, `module-${name}`, `Module ${name}`),
    ...(owner === null && !node.doc
      ? []
      : [paragraph(...[owner && `${owner}. `, node.doc].filter((text) => text !== null))]),
    ...screens.flatMap((screen) => oneScreen(job, screen, found[screen.index]!)),
  ];
}

function oneScreen(job: Job, screen: Screen, found: readonly number[]): DocumentBlock[] {
  const { check, options } = job;
  const { plan } = check;
  const variants = (options.variant === null ? plan.variants : [options.variant]).filter((name) =>
    isIn(screen.only, name),
  );
  const details = variants.map((variant) => ({ variant, detail: screenDetail(check, screen, found, variant) }));
  const first = details[0]?.detail ?? screenDetail(check, screen, found, null);
  const label = (index: number): Inline => ({ screen: plan.screens[index]!.label });
  return [
    heading(3, screenId(screen.label), screen.label),
    ...aboutScreen(screen),
    ...argumentBlocks(first.parameters),
    ...(first.needs.length === 0
      ? []
      : [
          list(
            first.needs.map(({ condition, otherwise }): Line => [
              'Needs ',
              { code: condition },
              ', else ',
              ...stepsLine(otherwise),
            ]),
          ),
        ]),
    part('Ways in'),
    first.waysIn.length === 0
      ? paragraph('Nothing in the app leads here.')
      : list(
          first.waysIn.map(({ screen: from, trigger, step, cells }): Line => [
            ...(from === null ? [] : [label(from), ': ']),
            `“${trigger}”, ${step}`,
            ...cells
              .filter(({ status }) => !holds(status))
              .flatMap(({ name, status }): Inline[] => [
                ', ',
                {
                  tag: `${name} ${status.replace('-', ' ')}`,
                  tone: status === 'may-be-absent' || status === 'fixed-id' ? 'warning' : 'error',
                },
              ]),
          ]),
        ),
    part('Ways out'),
    first.waysOut.length === 0 ? paragraph('There are none.') : list(first.waysOut.flatMap(wayOutLines)),
    part('Back'),
    list(
      details.map(({ variant, detail }) => [
        ...(details.length > 1 ? [`${variant}: `] : []),
        ...backLine(detail.back, label),
      ]),
    ),
    ...(first.links.length === 0
      ? []
      : [part('Links'), list(first.links.map(({ pattern }): Line => [{ code: pattern }]))]),
    ...(first.findings.length === 0
      ? []
      : [
          part('Findings'),
          list(
            first.findings.map((index): Line => {
              const { severity, summary } = check.findings[index]!;
              return [{ tag: severity, tone: severity }, ` ${plain(summary)}`];
            }),
          ),
        ]),
  ];
}

const part = (text: string): DocumentBlock => ({ kind: 'heading', level: 4, id: '', text });

function aboutScreen({ title, shape, private: isPrivate, only, beside, returns, node }: Screen): DocumentBlock[] {
  const facts: Line[] = [
    [title ? `Title: “${title.value}”.` : 'It has no title.'],
    ...(shape ? [[`It arrives as a ${shape}.`]] : []),
    ...(isPrivate ? [['It is private to its module.']] : []),
    ...(only ? [[`Only in ${[...only].join(', ')}.`]] : []),
    ...(beside?.list
      ? [
          [
            'Shown beside ',
            { screen: beside.list.label },
            `${beside.only ? ` in ${[...beside.only].join(', ')}` : ''}.`,
          ],
        ]
      : []),
    ...(returns ? [['It hands back a result.']] : []),
  ];
  return [
    ...(node.doc ? [paragraph(node.doc)] : []),
    paragraph(...facts.flatMap((line, index): Inline[] => (index === 0 ? [...line] : [' ', ...line]))),
  ];
}

const argumentBlocks = (parameters: readonly ParameterCard[]): DocumentBlock[] =>
  parameters.length === 0
    ? []
    : [
        table(
          ['Argument', 'Type', 'Default', 'Of the module'],
          parameters.map(({ name, type, initial, module }) => [
            [{ code: name }],
            [{ code: type }],
            initial === null ? [] : [{ code: initial }],
            module === null ? [] : [{ code: module }],
          ]),
        ),
      ];

function wayOutLines({ trigger, only, branches }: WayOutCard): Line[] {
  return branches.map(({ when, steps, motion }, index): Line => [
    `“${trigger}”`,
    ...(only ? [` (only ${only.join(', ')})`] : []),
    ...(when === null
      ? [branches.length > 1 && index > 0 ? ', otherwise' : '']
      : [index > 0 ? ', otherwise when ' : ' when ', { code: when }]),
    ': ',
    ...stepsLine(steps),
    ...(motion === null ? [] : [` (motion ${motion})`]),
  ]);
}

const stepsLine = (steps: readonly WayStepCard[]): Line =>
  steps.flatMap((step, index): Inline[] => [...(index === 0 ? [] : [', then ']), ...stepLine(step)]);

function stepLine({ kind, opens, target, name, gives }: WayStepCard): Line {
  if (!opens) return [name === '' ? kind : `${kind} ${name}`];
  const to: Inline = target === null ? { tag: `${name || '?'} is unknown`, tone: 'error' } : { screen: name };
  return [`${kind} `, to, ...(gives === null ? [] : [' gives ', { code: gives }])];
}

const arrows = {
  always: ' The header arrow is always there.',
  never: ' There is never a header arrow.',
  sometimes: ' The header arrow is there in some walks and not in others.',
} as const;

function backLine(
  { within, toFirstTab, whole, leaves, arrow, deepest }: BackCard,
  label: (index: number) => Inline,
): Line {
  const revealed = [...within.map(label), ...(toFirstTab ? ['what is on top of the first tab'] : [])];
  return [
    ...(revealed.length > 0 ? ['reveals ', ...commas(revealed), '.'] : []),
    ...(leaves === true ? [revealed.length > 0 ? ' In other walks it leaves the app.' : 'It leaves the app.'] : []),
    ...(revealed.length === 0 && leaves !== true ? ['Nothing is known to be revealed.'] : []),
    ...(arrow ? [arrows[arrow]] : []),
    ...(whole ? [] : [' This is what walks show. Back may do more.']),
    ...(deepest && deepest.frames === null
      ? [' These pile up beneath it without end: ', ...commas(deepest.cycle.map(label)), '.']
      : deepest
        ? [` A stack with it on top has ${deepest.frames} ${deepest.frames === 1 ? 'screen' : 'screens'} at most.`]
        : []),
  ];
}
