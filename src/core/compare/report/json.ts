import type { Comparison } from '../compare';
import {
  weights,
  type CallerEffect,
  type CodeEffect,
  type CodeLoss,
  type Effect,
  type Evidence,
  type Reached,
  type RuleVerdict,
  type StateLoss,
  type Weight,
} from '../effects/effect';
import type { Severity } from '../../rules/parts/rule';
import { savedExample } from '../effects/saved-example';
import type { Audience, Change } from '../changes/change';
import { sayChange, sayPart } from '../say/say-change';
import { sayEffect } from '../say/say-effect';
import { plain } from '../../rules/parts/message';
import { retrace } from '../../walk/trail';
import type { WrittenConfiguration } from '../../walk/written';
import { writtenText } from '../parts/part';
import { placeIn, type JsonPlace, type Sources } from './places';

/** A statement of one of the plans. */
export interface JsonStatement {
  readonly text: string;
  readonly place: JsonPlace | null;
}

export interface JsonChange {
  readonly kind: Change['kind'];
  /** Kind of the part: `screen`, `argument`, `transition` and so on. */
  readonly what: string;
  readonly message: string;
  readonly screen: string | null;
  readonly module: string | null;
  /** What differs, such as `title` or `target`; of a changed part alone. */
  readonly aspects?: readonly string[];
  /** The added part that a removed one may have become. */
  readonly guess?: string;
  readonly before: JsonStatement | null;
  readonly after: JsonStatement | null;
  readonly concerns: readonly Audience[];
}

export interface JsonEffect {
  readonly kind: Effect['kind'];
  readonly weight: Weight;
  readonly message: string;
  readonly detail: string;
  readonly screen: string | null;
  readonly module: string | null;
  readonly variants: readonly string[] | null;
  readonly hurts: readonly Audience[];
  readonly before: JsonPlace | null;
  readonly after: JsonPlace | null;
  /** Runs that show it, as steps of the language. */
  readonly walks: readonly {
    readonly in: 'before' | 'after';
    readonly variant: string;
    readonly steps: readonly string[];
  }[];
  /** Rule of the finding that comes or goes with it. */
  readonly rule?: string;
  /** What there is to say of its kind alone. */
  readonly facts: EffectFacts;
}

export type EffectFacts =
  | { readonly comes: boolean; readonly severity: Severity }
  | { readonly was: Reached; readonly is: Reached }
  | { readonly reveals: readonly string[]; readonly noLonger: readonly string[]; readonly leaves: boolean | null }
  | { readonly title: string; readonly was: RuleVerdict; readonly is: RuleVerdict }
  /** The step that breaks, from 1; null for a walk that holds again. */
  | { readonly title: string; readonly kept: boolean; readonly step: number | null }
  | { readonly url: string; readonly pattern: string; readonly opens: string | null; readonly loses: readonly string[] }
  /** A state that the old version saves and the new one cannot read; null if the search for one gave up. */
  | { readonly because: StateLoss['why']; readonly variant: string | null; readonly state: WrittenConfiguration | null }
  | { readonly by: string; readonly has: CallerEffect['has'] }
  | { readonly declares: CodeEffect['declares']; readonly name: string; readonly losses: readonly CodeLoss[] };

/** Output of `andante compare --format json`, as docs/schema/compare.schema.json says. */
export interface JsonComparison {
  readonly andante: string;
  readonly format: 1;
  readonly before: { readonly file: string; readonly app: string | null };
  readonly after: { readonly file: string; readonly app: string | null };
  readonly summary: Readonly<Record<Weight | 'changes', number>>;
  readonly changes: readonly JsonChange[];
  /** What breaks first, then what is worse, better and different. */
  readonly effects: readonly JsonEffect[];
}

export function jsonComparison(comparison: Comparison, sources: Sources, version: string): JsonComparison {
  const { before, after, changes, effects } = comparison;
  return {
    andante: version,
    format: 1,
    before: { file: sources.before.file, app: before.plan.name },
    after: { file: sources.after.file, app: after.plan.name },
    summary: summaryOf(comparison),
    changes: changes.map((change) => jsonChange(change, comparison, sources)),
    effects: effects.map((effect, index) => jsonEffect(effect, comparison, sources, index < mostExamples)),
  };
}

/** How many effects there are of each weight, and how many changes. */
export function summaryOf({
  changes,
  effects,
}: Pick<Comparison, 'changes' | 'effects'>): Readonly<Record<Weight | 'changes', number>> {
  const of = (weight: Weight): number => effects.filter((effect) => effect.weight === weight).length;
  const [breaking, worse, better, neutral] = weights.map(of) as [number, number, number, number];
  return { breaking, worse, better, neutral, changes: changes.length };
}

function jsonChange(change: Change, { before, after }: Comparison, sources: Sources): JsonChange {
  const place = (version: 'before' | 'after', range: { from: number; to: number } | null): JsonPlace | null =>
    range && placeIn(sources[version], range);
  const message = plain(sayChange(change));
  if (change.kind === 'renamed') {
    const { what, screen, module, from, to, concerns } = change;
    return {
      kind: change.kind,
      what,
      message,
      screen,
      module,
      before: { text: from, place: place('before', change.before) },
      after: { text: to, place: place('after', change.after) },
      concerns,
    };
  }
  const [was, is] = [
    change.kind === 'added' ? null : change.kind === 'removed' ? change.part : change.before,
    change.kind === 'removed' ? null : change.kind === 'added' ? change.part : change.after,
  ];
  const part = (is ?? was)!;
  return {
    kind: change.kind,
    what: part.kind,
    message,
    screen: part.screen,
    module: part.module,
    ...(change.kind === 'changed' && { aspects: change.aspects }),
    ...(change.kind === 'removed' && change.guess !== null && { guess: change.guess }),
    before: was && { text: writtenText(before.text, was), place: place('before', was.range) },
    after: is && { text: writtenText(after.text, is), place: place('after', is.range) },
    concerns: change.concerns,
  };
}

/** Effects that get an example of a saved state: each one has to be searched for. */
const mostExamples = 200;

function jsonEffect(effect: Effect, comparison: Comparison, sources: Sources, withExample: boolean): JsonEffect {
  const { kind, weight, screen, module, variants, hurts, before, after, evidence } = effect;
  const { summary, detail } = sayEffect(effect);
  const finding = 'finding' in effect ? effect.finding : null;
  return {
    kind,
    weight,
    message: plain(summary),
    detail: plain(detail),
    screen,
    module,
    variants,
    hurts,
    before: before && placeIn(sources.before, before),
    after: after && placeIn(sources.after, after),
    walks: evidence.flatMap((one) => walkIn(one, comparison)),
    ...(finding && { rule: finding.rule }),
    facts: factsOf(effect, comparison, withExample),
  };
}

function factsOf(effect: Effect, { before }: Comparison, withExample: boolean): EffectFacts {
  switch (effect.kind) {
    case 'finding':
      return { comes: effect.comes, severity: effect.finding.severity };
    case 'reach':
      return { was: effect.was, is: effect.is };
    case 'back':
      return { reveals: effect.reveals, noLonger: effect.noLonger, leaves: effect.leaves };
    case 'rule':
      return { title: effect.title, was: effect.was, is: effect.is };
    case 'walk':
      return { title: effect.title, kept: effect.isKept, step: effect.breaks?.step ?? null };
    case 'url':
      return { url: effect.url, pattern: effect.pattern, opens: effect.opens, loses: effect.loses };
    case 'state': {
      const example = withExample ? savedExample(before.plan, effect) : null;
      return { because: effect.because.why, variant: example?.variant ?? null, state: example?.state ?? null };
    }
    case 'caller':
      return { by: plain(sayPart(effect.by)), has: effect.has };
    case 'code':
      return { declares: effect.declares, name: effect.name, losses: effect.losses };
  }
}

function walkIn({ in: version, variant, walk }: Evidence, comparison: Comparison): JsonEffect['walks'] {
  const steps = retrace(comparison[version].plan, variant, walk);
  return steps ? [{ in: version, variant, steps }] : [];
}
