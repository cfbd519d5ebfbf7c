import { indentUnit } from '../language/format';
import { quote } from '../language/tokens';
import type { PlanModel, ScreenModel } from './model';
import { callText } from './write-expression';
import * as write from './write-statement';

/**
 * The text of a plan's model, laid out as `format` does. The model of that text is equal to it again.
 *
 * @param model fits the schema; this function does not check it
 */
export function writePlan(model: PlanModel): string {
  const parts: string[][] = [];
  const part = (...lines: string[]): void => {
    if (lines.length > 0) parts.push(lines);
  };
  part(
    ...(model.app === undefined ? [] : [...write.docLines(model.doc), `app ${quote(model.app)}`]),
    ...model.origins.map((url) => `origin ${url}`),
    ...(model.variants.length > 0
      ? [`variants ${model.variants.map((name) => write.variantText(model, name)).join(', ')}`]
      : []),
    ...(model.start ? [`start ${callText(model.start)}`] : []),
    ...(model.motion === undefined ? [] : [`motion ${model.motion}`]),
    ...(model.backLeaves ? ['back leaves'] : []),
  );
  part(
    ...model.ids.flatMap((id) => documented(id, write.idLine(id))),
    ...model.choices.flatMap((choice) => documented(choice, write.choiceLine(choice))),
    ...model.records.flatMap((record) => documented(record, write.recordLine(record))),
    ...model.flags.flatMap((flag) => documented(flag, write.flagLine(flag))),
  );
  for (const bar of model.tabs) part(...block(write.tabsHead(bar), bar.items.map(write.tabLine)));
  for (const menu of model.menus)
    part(...documented(menu, ...block(write.menuHead(menu), menu.items.map(write.menuItemLine))));
  part(...(model.events ?? []).flatMap((event) => documented(event, write.eventLine(event))));
  part(...model.entries.flatMap((entry) => documented(entry, write.entryLine(entry))));
  for (const screen of model.screens.filter((one) => one.module === undefined)) part(...writeScreen(screen));
  for (const module of model.modules) {
    const { name, takes = [] } = module;
    const screens = model.screens.filter((screen) => screen.module === name).map((screen) => writeScreen(screen));
    const lines = [...(takes.length > 0 ? [takes.map(write.takesLine)] : []), ...screens];
    part(
      ...documented(
        module,
        ...block(
          write.moduleHead(module),
          lines.flatMap((own, index) => (index === 0 ? own : ['', ...own])),
        ),
      ),
    );
  }
  part(...model.rules.flatMap((rule) => documented(rule, write.ruleLine(rule))));
  for (const walk of model.walks)
    part(...documented(walk, ...block(write.walkHead(walk), walk.steps.map(write.walkStepLine))));
  part(...model.accepts.map(write.acceptLine));
  return parts.map((lines) => `${lines.join('\n')}\n`).join('\n');
}

/** Lines with the doc comment of what they declare. */
const documented = ({ doc }: { readonly doc?: string }, ...lines: readonly string[]): string[] => [
  ...write.docLines(doc),
  ...lines,
];

function block(head: string, lines: readonly string[]): string[] {
  return [
    `${head} {`,
    ...lines.flatMap((line) => line.split('\n')).map((line) => (line === '' ? '' : indentUnit + line)),
    '}',
  ];
}

function writeScreen(screen: ScreenModel): string[] {
  const head = write.screenHead(screen);
  const lines = [
    ...screen.takes.map(write.takesLine),
    ...screen.has.map(write.hasLine),
    ...(screen.returns === undefined ? [] : [write.returnsLine(screen.returns)]),
    ...screen.needs.map(write.needsLine),
    ...screen.links.map(write.linkLine),
    ...screen.on.flatMap((on) => documented(on, write.onLine(on))),
  ];
  return documented(screen, ...(lines.length === 0 ? [head] : block(head, lines)));
}
