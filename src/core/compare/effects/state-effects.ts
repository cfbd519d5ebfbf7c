/** States that the old version saves and the new one cannot read. Saved states name screens as the plan does. */
import { isIn, type Flag, type Plan, type Screen, type Tab } from '../../plan/model';
import { eachStep, eachStepList } from '../../plan/steps';
import type { Verdict } from '../../reach';
import { readPattern } from '../../links/template';
import { unreadableOf } from '../../walk/readable';
import { Samples } from '../../walk/samples';
import type { StateEffect, StateLoss } from './effect';
import { merged } from './merged';
import type { VariantPair, Versions } from './versions';

/** All losses of saved states. Linear in the two plans. */
export function stateEffects(versions: Versions): StateEffect[] {
  const { old, now } = versions;
  const gone = old.plan.variants
    .filter((variant) => !now.plan.variants.includes(variant) && old.plan.variants.length > 1)
    .map((variant) => effect(versions, null, { why: 'variant', variant }, null));
  const found = versions.variants.flatMap((pair) => new StateLosses(versions, pair).effects());
  return [...gone, ...merged(found, versions, ({ because }) => JSON.stringify(because))];
}

function effect(
  { after }: Versions,
  variant: string | null,
  because: StateLoss,
  at: { readonly screen: Screen; readonly evidence: StateEffect['evidence'] } | null,
): StateEffect {
  const now = at && after.get(at.screen);
  return {
    kind: 'state',
    weight: 'breaking',
    hurts: ['saved state'],
    screen: at ? (now ?? at.screen).label : null,
    module: at ? ((now ?? at.screen).module?.name ?? null) : null,
    variants: variant === null ? null : [variant],
    before: at?.screen.nameNode ?? null,
    after: now?.nameNode ?? null,
    evidence: at?.evidence ?? [],
    because,
  };
}

/** What is lost in one variant. */
class StateLosses {
  private readonly plan: Plan;
  private readonly samples: Samples;

  constructor(
    private readonly versions: Versions,
    private readonly pair: VariantPair,
  ) {
    this.plan = versions.old.plan;
    this.samples = new Samples(this.plan);
  }

  effects(): StateEffect[] {
    return [...this.tabs(), ...this.screens(), ...this.flags()];
  }

  private effect(because: StateLoss, screen: Screen | null): StateEffect {
    const walk = screen && this.verdictOf(screen).walk;
    const evidence = walk ? [{ in: 'before' as const, variant: this.pair.before.name, walk }] : [];
    return effect(this.versions, this.pair.name, because, screen && { screen, evidence });
  }

  private verdictOf({ index }: Screen): Verdict {
    return this.pair.before.verdicts[index]!;
  }

  private tabs(): StateEffect[] {
    const { old, now, after } = this.versions;
    const tabsOf = ({ tabBars }: Plan, variant: string): readonly Tab[] =>
      tabBars.find((bar) => isIn(bar.only, variant))?.tabs ?? [];
    const [was, is] = [tabsOf(old.plan, this.pair.before.name), tabsOf(now.plan, this.pair.name)];
    const shown = this.firstShown();
    if (!shown) return [];
    if (was.length !== is.length) return [this.effect({ why: 'tabs', was: was.length, is: is.length }, shown)];
    const roots = was.map(({ call }) => (call?.target ? after.get(call.target) : undefined));
    const inOrder = roots.every((root, place) => root === undefined || root === is[place]!.call?.target);
    const known = new Set(is.map(({ call }) => call?.target));
    if (inOrder || !roots.every((root) => root !== undefined && known.has(root))) return [];
    const labels = (tabs: readonly Tab[]): string[] => tabs.map(({ label }) => label);
    return [this.effect({ why: 'tab order', was: labels(was), is: labels(is) }, shown)];
  }

  /** The screen that is reached soonest; null if no run shows any. */
  private firstShown(): Screen | null {
    const taps = (screen: Screen): number => this.verdictOf(screen).taps ?? Infinity;
    const [first] = [...this.plan.screens].sort((a, b) => taps(a) - taps(b));
    return first && taps(first) < Infinity ? first : null;
  }

  /** Screens that some run shows, and that the new plan does not have, or reads otherwise. */
  private screens(): StateEffect[] {
    const { now } = this.versions;
    const labels = new Map(
      now.plan.screens.filter(({ only }) => isIn(only, this.pair.name)).map((one) => [one.label, one]),
    );
    return this.plan.screens.flatMap((screen): StateEffect[] => {
      if (this.verdictOf(screen).reachable !== 'yes') return [];
      const other = labels.get(screen.label);
      if (!other) return [this.effect({ why: 'screen', screen: screen.label }, screen)];
      return [...this.frame(screen, other), ...this.putOff(screen, other)].map((loss) => this.effect(loss, screen));
    });
  }

  /** What a frame of a screen has saved: its arguments, and the results that it waits for. */
  private *frame(screen: Screen, other: Screen): Generator<StateLoss> {
    const saved = new Map(screen.parameters.map(({ name, type }) => [name, type]));
    for (const { name, type } of other.parameters) {
      const was = saved.get(name);
      if (!was) {
        if (type.kind !== 'optional') yield { why: 'argument', screen: screen.label, name, value: undefined };
        continue;
      }
      const value = unreadableOf(was, type, (of) => this.samples.of(of, name));
      if (value !== undefined) yield { why: 'argument', screen: screen.label, name, value };
    }
    const holds = new Set(other.holds.map(({ name }) => name));
    const had = new Set(screen.holds.map(({ name }) => name));
    for (const name of asked(this.plan).get(screen) ?? [])
      if (had.has(name) && !holds.has(name)) yield { why: 'result', screen: screen.label, name };
  }

  /** Links whose arrival a screen's needs may put off. */
  private *putOff(screen: Screen, other: Screen): Generator<StateLoss> {
    if (screen.needs.length === 0) return;
    const patterns = new Set(other.links.map(({ pattern }) => pattern));
    for (const { pattern } of screen.links)
      if (!patterns.has(pattern) && readPattern(pattern).template) yield { why: 'link', screen: screen.label, pattern };
  }

  private flags(): StateEffect[] {
    const { now } = this.versions;
    const flags = new Map(now.plan.flags.map((flag) => [flag.name, flag]));
    return this.plan.flags.flatMap((flag) => {
      const other = flags.get(flag.name);
      const gone = other ? flag.values.filter((value) => !other.values.includes(value)) : [];
      return gone.flatMap((value) => {
        const shown = this.showsValue(flag, value);
        return shown ? [this.effect({ why: 'flag', flag: flag.name, value }, shown)] : [];
      });
    });
  }

  /** A screen on which a flag has a value, or gets it by its own trigger; null if no run gives it that value. */
  private showsValue(flag: Flag, value: string): Screen | null {
    if (flag.initial === value) return this.firstShown();
    for (const list of eachStepList(this.plan)) {
      const sets = [...eachStep(list.steps)].some(
        (step) => step.kind === 'sets' && step.flag === flag && step.value === value,
      );
      if (!sets) continue;
      if (list.kind !== 'trigger') return this.firstShown();
      if (this.verdictOf(list.screen).reachable === 'yes') return list.screen;
    }
    return null;
  }
}

const known = new WeakMap<Plan, Map<Screen, Set<string>>>();

/** The values of each screen that some step asks a result for. */
function asked(plan: Plan): Map<Screen, Set<string>> {
  let found = known.get(plan);
  if (found) return found;
  known.set(plan, (found = new Map<Screen, Set<string>>()));
  for (const list of eachStepList(plan))
    for (const step of eachStep(list.steps)) {
      if (!('asks' in step) || !step.asks?.screen) continue;
      const names = found.get(step.asks.screen) ?? new Set<string>();
      found.set(step.asks.screen, names.add(step.asks.value.text));
    }
  return found;
}
