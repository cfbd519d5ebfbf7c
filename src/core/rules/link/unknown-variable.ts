import { prependToScreen } from '../../edit/body';
import { takeOut } from '../../edit/patterns';
import { closest } from '../../language/closest';
import { isMatched, spaceOf } from '../../links/space';
import type { Link, Plan } from '../../plan/model';
import { showType } from '../../plan/types';
import { example } from '../parts/example';
import { eachTemplate, inPattern, writePattern } from '../parts/links-parts';
import { enumerate, say } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';

/** Whether some entry or walk of the plan opens a URL that this link answers. */
function isOpened(plan: Plan, link: Link): boolean {
  const urls = [
    ...plan.entries.flatMap(({ node }) => (node.url ? [node.url.text] : [])),
    ...plan.walks.flatMap(({ body }) =>
      (body?.items ?? []).flatMap((step) => (step.kind === 'open' && step.url ? [step.url.text] : [])),
    ),
  ];
  return plan.variants.some((variant) =>
    urls.some((url) => {
      const found = spaceOf(plan, variant).match(url);
      return isMatched(found) && found.pattern.link === link;
    }),
  );
}

export const unknownVariable: Rule = {
  id: 'link/unknown-variable',
  severity: 'error',
  groups: ['link', 'links'],
  reason: 'A URL pattern names an argument that its screen does not take.',
  explanation:
    'Nobody reads the value in the URL. The name is misspelt, or the screen has changed and the pattern has ' +
    'not. A variable has the name of the argument that takes its value, and so has its type.',
  ...example`
      app "Huts"
      origin https://huts.example
      start list
      screen list "Huts" {
        takes day: date?
    -   link /huts{?dya}
    +   link /huts{?day}
      }
  `,
  *check({ text, plan, supply }) {
    for (const { screen, link, template } of eachTemplate(plan)) {
      for (const { name, place, from, to } of template.variables) {
        if (screen.parameters.some((parameter) => parameter.name === name)) continue;
        const open = screen.parameters.filter(
          (parameter) => !template.variables.some((variable) => variable.name === parameter.name),
        );
        const near = closest(
          name,
          open.map((parameter) => parameter.name),
        );
        const range = inPattern(link, from, to);
        const fixes: Fix[] = near ? [{ label: `Write ${near}`, edits: [{ ...range, insert: near }] }] : [];
        // Other ways in to the screen need not bring it.
        const type = place === 'query' || supply.into[screen.index]!.length > 0 ? 'text?' : 'text';
        if (!screen.holds.some((held) => held.name === name))
          fixes.push({
            label: `Add ${name}: ${type} to ${screen.label}`,
            edits: [prependToScreen(text, screen.node, `takes ${name}: ${type}`)],
          });
        const left = takeOut(link.pattern, name);
        // URLs that the plan itself opens have to fit the remaining pattern.
        if (left !== null)
          fixes.push({
            label: `Remove ${name}`,
            edits: [writePattern(link, left)],
            ...(place !== 'query' && isOpened(plan, link) ? { onTrial: true } : {}),
          });
        const takes = screen.parameters.map((parameter) => `${parameter.name}: ${showType(parameter.type)}`);
        yield {
          range,
          summary: say`The link ${link.pattern} brings ${name} to ${screen.label}, which does not take it.`,
          detail: near
            ? say`Did you mean ${near}?`
            : takes.length === 0
              ? say`${screen.label} takes nothing.`
              : say`${screen.label} takes ${enumerate(takes, 5)}.`,
          subject: screen.label,
          fixes,
        };
      }
    }
  },
};
