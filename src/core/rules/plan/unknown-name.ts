import type { ScreenReference } from '../../language/syntax';
import { closest } from '../../language/closest';
import { createScreen } from '../../edit/screens';
import type { Call, Screen } from '../../plan/model';
import { typeOfPath } from '../../plan/paths';
import { isLiteral, literalType } from '../../plan/literals';
import { showType } from '../../plan/types';
import { variableOf } from '../../supply/supply';
import { enumerate, say } from '../message';
import type { Context, Fix, Found, Rule } from '../rule';

export const unknownName: Rule = {
  id: 'plan/unknown-name',
  severity: 'error',
  reason: 'A screen is named that the plan does not have.',
  explanation:
    'A control that leads to a screen which does not exist does nothing, or brings the app down. Either the name is ' +
    'misspelt, or the screen is still to be made. A bare name that several modules use must be written with its module.',
  wrong: 'app "Huts"\nstart hut\nscreen hut "Hut" {\n  on "Map" push mpa\n}\nscreen map "Map" {}\n',
  right: 'app "Huts"\nstart hut\nscreen hut "Hut" {\n  on "Map" push map\n}\nscreen map "Map" {}\n',
  *check(context) {
    for (const problem of context.plan.problems) {
      if (problem.kind === 'unknown-screen') yield unknownScreen(context, problem.reference, problem.from, problem.call);
      if (problem.kind === 'ambiguous-screen') yield ambiguousScreen(problem.reference, problem.candidates);
    }
  },
};

const written = ({ module, name }: ScreenReference): string => (module ? `${module.text}.${name.text}` : name.text);

function unknownScreen({ plan, text }: Context, reference: ScreenReference, from: Screen | null, call: Call | null): Found {
  const name = written(reference);
  const { from: start, to } = reference;
  const near = closest(name, plan.screens.map((screen) => (reference.module ? `${screen.module?.name}.${screen.name}` : screen.label)));
  const fixes: Fix[] = [];
  if (near) fixes.push({ label: `Write ${near}`, edits: [{ from: start, to, insert: near }] });
  if (!reference.module) {
    const takes = call && from ? argumentsOf(from, call) : [];
    fixes.push({ label: `Create the screen ${name}`, edits: [createScreen(text, reference.name.text, from ?? plan.screens.at(-1) ?? null, takes)] });
  }
  return {
    range: { from: start, to },
    summary: from ? say`${from.label} leads to ${name}, which is no screen of this plan.` : say`The app is to start at ${name}, which is no screen of this plan.`,
    detail: near ? say`Did you mean ${near}?` : say`Create it, or name a screen that exists.`,
    subject: from?.label ?? null,
    fixes,
  };
}

/** What a new screen takes, read off the values that its first caller hands over. */
function argumentsOf(from: Screen, call: Call): { name: string; type: string }[] {
  const transition = from.transitions.find((one) => one.steps.some((step) => 'call' in step && step.call === call));
  const variable = transition ? variableOf(transition) : null;
  const seen = new Set<string>();
  return call.arguments.flatMap(({ name, value }) => {
    if (seen.has(name.text)) return [];
    seen.add(name.text);
    if (value && isLiteral(value)) return [{ name: name.text, type: showType(literalType(value)) }];
    const type = typeOfPath(from, variable, value ? value.names : [name]);
    return type && type.kind !== 'unknown' ? [{ name: name.text, type: showType(type) }] : [];
  });
}

function ambiguousScreen(reference: ScreenReference, candidates: readonly Screen[]): Found {
  const labels = candidates.map((screen) => screen.label);
  return {
    range: { from: reference.from, to: reference.to },
    summary: say`${reference.name.text} may be any of ${labels.length} screens.`,
    detail: say`Say which one with its module: ${enumerate(labels, 4, 'or')}.`,
    subject: null,
    fixes: labels.slice(0, 4).map((label) => ({
      label: `Write ${label}`, edits: [{ from: reference.from, to: reference.to, insert: label }],
    })),
  };
}
