import type { Name, ScreenReference } from '../../language/syntax';
import { Spelling } from '../../language/closest';
import { declareFlag } from '../../edit/declarations';
import { createScreen } from '../../edit/screens';
import type { Call, Plan, Screen } from '../../plan/model';
import { isLiteral, literalType } from '../../plan/literals';
import { showType } from '../../plan/types';
import { emptyScope, typeOfPath } from '../../plan/scope';
import { remembered } from '../../base/remembered';
import { scopeOf, sites, type Site } from '../../supply/site';
import { example } from '../parts/example';
import { enumerate, say, words, type Message } from '../parts/message';
import type { Context, Fix, Found, Rule } from '../parts/rule';

export const unknownName: Rule = {
  id: 'plan/unknown-name',
  severity: 'error',
  groups: ['plan', 'unread'],
  reason: 'The plan names a screen, flag, variant or rule that it does not declare.',
  explanation:
    'A control that leads to a missing screen does nothing, or crashes the app. Correct the spelling, or ' +
    'declare the screen. If several modules have a screen of that name, write the module in front.',
  ...example`
      app "Huts"
      start hut
      screen hut "Hut" {
        on "Map" push map
      }
      screen map "Map" {
    -   on "Done" back to hutt
    +   on "Done" back to hut
      }
  `,
  *check(context) {
    const spelling = new Spelling();
    for (const problem of context.plan.problems) {
      if (problem.kind === 'unknown-screen')
        yield unknownScreen(context, spelling, problem.reference, problem.from, problem.call);
      if (problem.kind === 'ambiguous-screen') yield ambiguousScreen(problem.reference, problem.candidates);
      if (problem.kind === 'not-in-variant') yield notInVariant(problem.reference, problem.target, problem.variants);
      if (problem.kind === 'unknown-flag') yield unknownFlag(context, spelling, problem.name, problem.known);
      if (problem.kind === 'unknown-variant')
        yield unknownWord(spelling, 'variant', problem.name, problem.known, say`Declare it behind ${'variants'}.`);
    }
    for (const { rule } of context.plan.accepts) {
      if (rule && !context.rules.includes(rule.text))
        yield unknownWord(spelling, 'rule', rule, context.rules, say`${'andante explain'} lists all of them.`);
    }
  },
};

const written = ({ module, name }: ScreenReference): string => (module ? `${module.text}.${name.text}` : name.text);

function unknownScreen(
  { plan, text }: Context,
  spelling: Spelling,
  reference: ScreenReference,
  from: Screen | null,
  call: Call | null,
): Found {
  const name = written(reference);
  const { from: start, to } = reference;
  const near = spelling.closest(name, () =>
    plan.screens.map((screen) => (reference.module ? `${screen.module?.name}.${screen.name}` : screen.label)),
  );
  const fixes: Fix[] = [];
  if (near) fixes.push({ label: `Write ${near}`, edits: [{ from: start, to, insert: near }] });
  if (!reference.module) {
    const takes = call ? argumentsOf(plan, call) : [];
    fixes.push({
      label: `Create the screen ${name}`,
      edits: [createScreen(text, reference.name.text, from ?? plan.screens.at(-1) ?? null, takes)],
    });
  }
  return {
    range: { from: start, to },
    summary: say`${from ? say`${from.label} leads to` : whoNames(plan, start)} ${name}, which is no screen of this plan.`,
    detail: near ? say`Did you mean ${near}?` : say`Create it, or name a screen that exists.`,
    subject: from?.label ?? null,
    fixes,
  };
}

/** The declaration that names something at an offset, outside of screens, as the start of a sentence. */
function whoNames(plan: Plan, offset: number): Message {
  const node = plan.tree.declarations.find((one) => one.from <= offset && offset <= one.to);
  switch (node?.kind) {
    case 'tabs':
      return say`A tab leads to`;
    case 'menu':
      return say`The menu “${words(node.title?.value ?? '')}” names`;
    case 'entry':
      return say`The entry “${words(node.label?.value ?? '')}” opens`;
    case 'rule':
      return say`The rule “${words(node.title?.value ?? '')}” names`;
    case 'walk':
      return say`The walk “${words(node.title?.value ?? '')}” names`;
    default:
      return say`The app is to start at`;
  }
}

/** Parameters of a new screen, from the values that its first caller passes. */
function argumentsOf(plan: Plan, call: Call): { name: string; type: string }[] {
  const site = siteOf(plan, call);
  const scope = site ? scopeOf(site, plan) : emptyScope;
  const seen = new Set<string>();
  return call.arguments.flatMap(({ name, value }) => {
    if (seen.has(name.text)) return [];
    seen.add(name.text);
    if (value && isLiteral(value)) return [{ name: name.text, type: showType(literalType(value)) }];
    const type = typeOfPath(scope, value ? value.names : [name]);
    return type && type.kind !== 'unknown' ? [{ name: name.text, type: showType(type) }] : [];
  });
}

const knownSites = new WeakMap<Plan, ReadonlyMap<Call, Site>>();

function siteOf(plan: Plan, call: Call): Site | undefined {
  return remembered(knownSites, plan, () => new Map(sites(plan).map(({ call, site }) => [call, site]))).get(call);
}

/** A flag, a variant or a rule that there is not. */
function unknownWord(spelling: Spelling, what: string, name: Name, known: readonly string[], advice: Message): Found {
  const near = spelling.closest(name.text, () => known);
  return {
    range: { from: name.from, to: name.to },
    summary: say`There is no ${words(what)} ${name.text}.`,
    detail: near
      ? say`Did you mean ${near}?`
      : known.length > 0 && known.length < 7
        ? say`The plan has ${enumerate(known, 6)}.`
        : advice,
    subject: null,
    fixes: near ? [{ label: `Write ${near}`, edits: [{ from: name.from, to: name.to, insert: near }] }] : [],
  };
}

function unknownFlag({ plan }: Context, spelling: Spelling, name: Name, known: readonly string[]): Found {
  const found = unknownWord(spelling, 'flag', name, known, say`Declare it, as in ${`flag ${name.text}`}.`);
  return {
    ...found,
    fixes: [...(found.fixes ?? []), { label: `Declare the flag ${name.text}`, edits: [declareFlag(plan, name.text)] }],
  };
}

function notInVariant(reference: ScreenReference, target: Screen, variants: readonly string[]): Found {
  const has = [...target.only!];
  return {
    range: { from: reference.from, to: reference.to },
    summary: say`${target.label} is opened in ${enumerate(variants, 4)}, but does not exist there.`,
    detail: say`It is declared for ${enumerate(has, 4)} only. Open it only there, or declare it for all variants.`,
    subject: target.label,
    fixes: [
      {
        label: `Declare ${target.label} for ${variants.join(' and ')} too`,
        edits: [
          {
            from: target.node.only!.to,
            to: target.node.only!.to,
            insert: variants.map((variant) => `, ${variant}`).join(''),
          },
        ],
      },
    ],
  };
}

function ambiguousScreen(reference: ScreenReference, candidates: readonly Screen[]): Found {
  const labels = candidates.map((screen) => screen.label);
  return {
    range: { from: reference.from, to: reference.to },
    summary: say`${reference.name.text} is the name of ${labels.length} screens.`,
    detail: say`Write the module in front: ${enumerate(labels, 4, 'or')}.`,
    subject: null,
    fixes: labels.slice(0, 4).map((label) => ({
      label: `Write ${label}`,
      edits: [{ from: reference.from, to: reference.to, insert: label }],
    })),
  };
}
