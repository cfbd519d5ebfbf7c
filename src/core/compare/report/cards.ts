/** A comparison as plain data for a view: small enough to be copied between threads. */
import type { TextRange } from '../../language/range';
import type { Message } from '../../rules/parts/message';
import type { Fix } from '../../rules/parts/rule';
import type { WalkNode } from '../../language/syntax';
import { replay } from '../../walk/replay';
import { retrace } from '../../walk/trail';
import type { Comparison } from '../compare';
import type { Audience, Change } from '../changes/change';
import type { Effect, Version, WalkEffect, Weight } from '../effects/effect';
import type { PlanPart } from '../parts/part';
import { sayChange } from '../say/say-change';
import { sayEffect } from '../say/say-effect';
import { sayTotals, titleOf } from './review';
import { statementsOf } from './statements';

/** What an effect and a change have in common for a list of both. */
interface Card {
  /** Identifies it within its comparison. */
  readonly key: string;
  readonly summary: Message;
  readonly screen: string | null;
  readonly module: string | null;
  readonly audiences: readonly Audience[];
  readonly before: TextRange | null;
  readonly after: TextRange | null;
}

export interface EffectCard extends Card {
  readonly kind: Effect['kind'];
  readonly weight: Weight;
  readonly detail: Message;
  /** Runs that show it: of the old plan, of the new one, or of both. */
  readonly walks: readonly RunCard[];
  readonly url: string | null;
  readonly rule: string | null;
  /** Edits of the new text. */
  readonly fixes: readonly Fix[];
}

/** A run of one of the plans, step by step. */
export interface RunCard {
  readonly in: Version;
  readonly variant: string;
  readonly steps: readonly RunStep[];
}

export interface RunStep {
  /** As the language writes it. */
  readonly text: string;
  /** Label of the screen on top after it; null if the app is left, or if the step cannot be taken. */
  readonly shows: string | null;
}

export interface ChangeCard extends Card {
  readonly kind: Change['kind'];
  /** The statement in the old and in the new plan, where it says something else. */
  readonly was: string | null;
  readonly is: string | null;
}

export interface ComparisonCard {
  readonly title: string;
  readonly totals: string;
  /** In the order of a review. */
  readonly effects: readonly EffectCard[];
  readonly changes: readonly ChangeCard[];
  /** Names of all modules that they are about. */
  readonly modules: readonly string[];
}

/** Effects whose walks are written as steps: each walk has to be walked once. */
const mostWalks = 400;

export function comparisonCard(comparison: Comparison): ComparisonCard {
  const effects = comparison.effects.map((effect, index) => effectCard(effect, index, comparison));
  const changes = comparison.changes.map((change, index) => changeCard(change, index, comparison));
  const modules = [...effects, ...changes].flatMap(({ module }) => module ?? []);
  return {
    title: titleOf(comparison),
    totals: sayTotals(comparison),
    effects,
    changes,
    modules: [...new Set(modules)].sort(),
  };
}

function effectCard(effect: Effect, index: number, comparison: Comparison): EffectCard {
  const { kind, weight, screen, module, hurts, before, after } = effect;
  const finding = 'finding' in effect ? effect.finding : null;
  const isNew = effect.kind !== 'finding' || effect.comes;
  return {
    key: `effect ${index}`,
    kind,
    weight,
    ...sayEffect(effect),
    screen,
    module,
    audiences: hurts,
    before: before && rangeOf(before),
    after: after && rangeOf(after),
    walks: index < mostWalks ? walksOf(effect, comparison) : [],
    url: effect.kind === 'url' ? effect.url : null,
    rule: finding?.rule ?? null,
    fixes: [
      ...(effect.kind === 'caller' && effect.fix ? [effect.fix] : []),
      ...(finding && isNew ? finding.fixes : []),
    ],
  };
}

function walksOf(effect: Effect, comparison: Comparison): RunCard[] {
  if (effect.kind === 'walk') return keptRuns(effect, comparison);
  return effect.evidence.flatMap(({ in: version, variant, walk }) => {
    const steps = retrace(comparison[version].plan, variant, walk);
    if (!steps) return [];
    return [
      {
        in: version,
        variant,
        steps: steps.map((text, index) => ({ text, shows: walk[index]?.shows?.label ?? null })),
      },
    ];
  });
}

/** A kept walk in the old plan and in the new one, each in the variant in which it gets furthest. */
function keptRuns({ before, after }: WalkEffect, comparison: Comparison): RunCard[] {
  const old = comparison.before.plan.walks.find(({ from }) => from === before?.from);
  const now = comparison.after.plan.walks.find(({ from }) => from === after?.from) ?? old;
  const runOf = (version: Version, walk: WalkNode | undefined, text: string): RunCard[] => {
    const { plan } = comparison[version];
    const steps = walk?.body?.items ?? [];
    const runs = plan.variants.map((variant) => ({ variant, ...replay(plan, variant, steps) }));
    const best = runs.reduce((one, other) => (other.shown.length > one.shown.length ? other : one));
    const shows = (index: number): string | null =>
      best.shown[index + 1]?.map(({ label }) => label).join(' or ') ?? null;
    return [
      {
        in: version,
        variant: best.variant,
        steps: steps.map(({ from, to }, index) => ({ text: text.slice(from, to), shows: shows(index) || null })),
      },
    ];
  };
  return [
    ...runOf('before', old, comparison.before.text),
    ...runOf('after', now, now === old ? comparison.before.text : comparison.after.text),
  ];
}

function changeCard(change: Change, index: number, comparison: Comparison): ChangeCard {
  const common = { key: `change ${index}`, kind: change.kind, summary: sayChange(change), audiences: change.concerns };
  if (change.kind === 'renamed') {
    const { screen, module } = change;
    return { ...common, screen, module, before: change.before, after: change.after, was: null, is: null };
  }
  const [was, is]: readonly (PlanPart | null)[] =
    change.kind === 'added'
      ? [null, change.part]
      : change.kind === 'removed'
        ? [change.part, null]
        : [change.before, change.after];
  const { screen, module } = (is ?? was)!;
  const statements = change.kind === 'changed' ? statementsOf(change, comparison) : null;
  return {
    ...common,
    screen,
    module,
    before: was?.head ?? null,
    after: is?.head ?? null,
    was: statements?.was ?? null,
    is: statements?.is ?? null,
  };
}

const rangeOf = ({ from, to }: TextRange): TextRange => ({ from, to });
