/** The plan and its verdicts as tables. */
import { isIn, type Only, type Parameter, type Screen } from '../../plan/model';
import { eachStepList, type StepList } from '../../plan/steps';
import { openings } from '../../plan/model';
import { showType } from '../../plan/types';
import { plain } from '../../rules/parts/message';
import { holds, showValue } from '../../supply/supply';
import { walkLabels } from '../../walk/tap';
import { labelOfList } from '../job/list-label';
import { linkRows } from '../links/link-rows';
import type { Job } from '../job/job';
import { table, type Table } from '../page/table';

/** All tables of a plan. Costs what the check costs, and O(n) for n statements. */
export const tablesOf = (job: Job): Table[] => [
  screens(job),
  transitions(job),
  argumentTable(job),
  links(job),
  findings(job),
];

const lineOf = ({ source }: Job, offset: number): number => source.positionOf(offset).line;

/** The file of an offset, from the folder of the plan on: where the folder lies is nobody's business. */
function fileOf({ source }: Job, offset: number): string {
  const folder = source.file.slice(0, Math.max(source.file.lastIndexOf('/'), source.file.lastIndexOf('\\')) + 1);
  const { file } = source.positionOf(offset);
  return file.startsWith(folder) ? file.slice(folder.length) : file;
}

const listOf = (names: Iterable<string>): string => [...names].join(' ');
const variantsOf = (only: Only): string => (only === null ? '' : listOf(only));

/** A row for each screen and variant that has it. */
function screens(job: Job): Table {
  const { plan, reach } = job.check;
  return table(
    'screens',
    [
      ...([
        'screen',
        'module',
        'owner',
        'title',
        'description',
        'shape',
        'private',
        'variant',
        'reachable',
        'taps',
      ] as const),
      ...(['walk', 'beneath', 'beneathIsAll', 'backLeaves', 'deepest', 'file', 'line'] as const),
    ],
    plan.screens.flatMap((screen) =>
      reach.variants
        .filter(({ name }) => isIn(screen.only, name))
        .map(({ name, verdicts, back }) => {
          const { reachable, taps, walk } = verdicts[screen.index]!;
          const { reveals, whole, leaves, deepest } = back(screen);
          return {
            screen: screen.label,
            module: screen.module?.name ?? null,
            owner: screen.module?.owner ?? null,
            title: screen.title?.value ?? null,
            description: screen.node.doc,
            shape: screen.shape ?? 'plain',
            private: screen.private,
            variant: name,
            reachable,
            taps,
            walk: walk && walkLabels(walk).join(' > '),
            beneath: listOf(reveals.map(({ label }) => label)),
            beneathIsAll: whole,
            backLeaves: leaves,
            deepest: deepest && (deepest.frames ?? 'no bound'),
            file: fileOf(job, screen.nameNode.from),
            line: lineOf(job, screen.nameNode.from),
          };
        }),
    ),
  );
}

const kinds = { trigger: 'trigger', else: 'needs', item: 'menu item', event: 'event' } as const;

/** A row for each outcome of a trigger, a menu item or an event, and for each `else` behind `needs`. */
function transitions(job: Job): Table {
  const { plan, text } = job.check;
  const written = (range: { readonly from: number; readonly to: number } | null): string | null =>
    range && text.slice(range.from, range.to).replace(/\s+/g, ' ');
  return table(
    'transitions',
    ['kind', 'screen', 'module', 'label', 'variants', 'when', 'steps', 'opens', 'motion', 'file', 'line'],
    [...eachStepList(plan)].map((list) => {
      const screen = 'screen' in list ? list.screen : null;
      const { from, when, motion, nodes } = partsOf(list);
      return {
        kind: kinds[list.kind],
        screen: screen?.label ?? null,
        module: screen?.module?.name ?? null,
        label: labelOfList(list),
        variants: variantsOf(onlyOf(list)),
        when: written(when),
        steps: nodes.map((node) => written(node)).join(' then '),
        opens: listOf(openings(list.steps).flatMap(({ call }) => call?.target?.label ?? [])),
        motion,
        file: fileOf(job, from),
        line: lineOf(job, from),
      };
    }),
  );
}

function partsOf(list: StepList) {
  if (list.kind === 'else') {
    const { node } = list.needs;
    return { from: node.from, when: node.condition, motion: null, nodes: list.steps.map(({ range }) => range) };
  }
  const { node, motion } = list.branch;
  return { from: node.from, when: node.condition, motion, nodes: node.steps };
}

function onlyOf(list: StepList): Only {
  switch (list.kind) {
    case 'trigger':
      return list.transition.only;
    case 'else':
      return list.screen.only;
    case 'item':
      return list.item.menu.only;
    case 'event':
      return list.event.only;
  }
}

/** A row for each argument of a screen. */
function argumentTable(job: Job): Table {
  const { plan, supply } = job.check;
  const row = (screen: Screen, parameter: Parameter) => {
    const cells = supply.into[screen.index]!.flatMap(({ cells }) =>
      cells.filter((cell) => cell.parameter === parameter),
    );
    return {
      screen: screen.label,
      argument: parameter.name,
      type: showType(parameter.type),
      optional: parameter.type.kind === 'optional',
      default: parameter.initial && showValue(parameter.initial),
      sample: parameter.sample && showValue(parameter.sample),
      ofModule: parameter.module?.name ?? null,
      waysIn: cells.length,
      broken: cells.filter(({ status }) => !holds(status)).length,
      file: fileOf(job, parameter.node.from),
      line: lineOf(job, parameter.node.from),
    };
  };
  return table(
    'arguments',
    ['screen', 'argument', 'type', 'optional', 'default', 'sample', 'ofModule', 'waysIn', 'broken', 'file', 'line'],
    plan.screens.flatMap((screen) => screen.parameters.map((parameter) => row(screen, parameter))),
  );
}

/** A row for each pattern and entry, in each variant that has it. */
function links(job: Job): Table {
  return table(
    'links',
    ['variant', 'kind', 'name', 'door', 'screen', 'url', 'state', 'stack', 'back', 'needs', 'file', 'line'],
    job.check.plan.variants.flatMap((variant) =>
      linkRows(job.check, variant).map(({ at, ...row }) => ({
        variant,
        ...row,
        stack: row.stack.join(' > '),
        file: fileOf(job, at),
        line: lineOf(job, at),
      })),
    ),
  );
}

/** A row for each finding, those that the plan accepts included. */
function findings(job: Job): Table {
  const { check } = job;
  const rows = [
    ...check.findings.map((finding) => ({ finding, because: null })),
    ...check.accepted.map(({ finding, because }) => ({ finding, because })),
  ].sort((a, b) => a.finding.range.from - b.finding.range.from);
  return table(
    'findings',
    ['rule', 'severity', 'message', 'screen', 'variant', 'walk', 'url', 'acceptedBecause', 'file', 'line', 'column'],
    rows.map(({ finding, because }) => ({
      rule: finding.rule,
      severity: finding.severity,
      message: `${plain(finding.summary)} ${plain(finding.detail)}`,
      screen: finding.subject,
      variant: finding.variant,
      walk: finding.walk && finding.walk.join(' > '),
      url: finding.url,
      acceptedBecause: because,
      file: fileOf(job, finding.range.from),
      line: lineOf(job, finding.range.from),
      column: job.source.positionOf(finding.range.from).column,
    })),
  );
}
