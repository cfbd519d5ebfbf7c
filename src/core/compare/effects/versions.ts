/** The two plans of a comparison with their verdicts, and what belongs together. */
import type { Check } from '../../check';
import type { TextRange } from '../../language/range';
import { isIn, type Plan, type Screen } from '../../plan/model';
import type { VariantReach } from '../../reach';
import type { PlanChanges } from '../changes/plan-changes';
import { lastAt } from '../pairing/statements';
import type { Pairing } from '../pairing/pair';
import type { PlanPart } from '../parts/part';
import { partsWithin } from '../parts/parts-of';
import type { Version } from './effect';

/** A variant of both plans. */
export interface VariantPair {
  /** Its name in the new plan. */
  readonly name: string;
  readonly before: VariantReach;
  readonly after: VariantReach;
}

export class Versions {
  readonly variants: readonly VariantPair[];
  /** Screens of the new plan, by those of the old one that they have been. */
  readonly after: ReadonlyMap<Screen, Screen>;
  /** Screens of the old plan, by those of the new one. */
  readonly before: ReadonlyMap<Screen, Screen>;
  readonly pairing: Pairing;
  private readonly partAfter = new Map<PlanPart, PlanPart>();
  private readonly partBefore = new Map<PlanPart, PlanPart>();
  private readonly places: Readonly<Record<Version, PartPlaces>>;
  /** Index of the old screen at a place. */
  private readonly screenAt: ReadonlyMap<number, number>;
  private readonly labelled: ReadonlyMap<string, Screen>;
  private readonly untouched: Readonly<Record<Version, readonly UntouchedScreen[]>>;
  /** Parts within screens that have not changed, by the place of the screen. They are made when somebody asks. */
  private readonly within: Readonly<Record<Version, Map<number, PartPlaces>>> = { before: new Map(), after: new Map() };

  constructor(
    readonly old: Check,
    readonly now: Check,
    private readonly changes: PlanChanges,
  ) {
    this.pairing = changes.pairing;
    const { toAfter } = this.pairing;
    const { pairs, added, removed } = changes.diff;
    this.after = new Map(
      old.plan.screens.flatMap((screen): [Screen, Screen][] => {
        const other = toAfter.get(`screen ${screen.index}`);
        return other === undefined ? [] : [[screen, now.plan.screens[Number(other.split(' ')[1])]!]];
      }),
    );
    this.before = new Map([...this.after].map(([was, is]) => [is, was]));
    this.variants = old.reach.variants.flatMap((before): VariantPair[] => {
      const name = this.variantAfter(before.name);
      const after = now.reach.variants.find((one) => one.name === name);
      return after ? [{ name: after.name, before, after }] : [];
    });
    this.screenAt = new Map(old.plan.screens.map(({ node, index }) => [node.from, index]));
    this.labelled = new Map(old.plan.screens.map((screen) => [screen.label, screen]));
    this.untouched = untouchedScreens(old.plan, now.plan, changes.same.toAfter);
    for (const pair of pairs) this.addPair(pair.before, pair.after);
    this.places = {
      before: new PartPlaces([...pairs.map(({ before }) => before), ...removed]),
      after: new PartPlaces([...pairs.map(({ after }) => after), ...added]),
    };
  }

  private addPair(before: PlanPart, after: PlanPart): void {
    this.partAfter.set(before, after);
    this.partBefore.set(after, before);
  }

  /** Whether an old screen says word for word the same in the new plan. */
  saysTheSame({ index }: Screen): boolean {
    return this.changes.same.toAfter.has(index);
  }

  /** Name of an old variant in the new plan; null if that does not have it. */
  variantAfter(name: string): string | null {
    const { variants } = this.now.plan;
    // A plan that declares none has one all the same.
    if (this.old.plan.variants.length === 1 && variants.length === 1) return variants[0]!;
    const other = this.pairing.toAfter.get(`variant ${name}`)?.split(' ')[1];
    return variants.find((one) => one === other) ?? null;
  }

  /** The variants that both plans have and that have the screen in both. */
  variantsWith(before: Screen, after: Screen): VariantPair[] {
    return this.variants.filter((pair) => isIn(before.only, pair.before.name) && isIn(after.only, pair.after.name));
  }

  /** The old screen of that label. */
  oldScreen(label: string | null): Screen | null {
    return (label === null ? undefined : this.labelled.get(label)) ?? null;
  }

  /** Name in the new plan of an argument of an old screen; null if it takes none like it. */
  argumentAfter(screen: Screen, name: string): string | null {
    const own = this.pairing.before.declared.get(symbolOfArgument(screen, name));
    const other = own && this.pairing.toAfter.get(own.symbol);
    return other === undefined ? null : this.pairing.after.declared.get(other)!.name;
  }

  /**
   * A place of either plan, within a screen that is written alike in both: the screen's label in the new plan, and the
   * offset in its text. Null elsewhere.
   */
  untouchedPlace(version: Version, offset: number): string | null {
    const screens = this.untouched[version];
    const screen = screens[lastAt(screens, offset)];
    return screen && offset <= screen.to ? `${screen.label} ${offset - screen.from}` : null;
  }

  /** The innermost part at a place of the old plan. */
  oldPartAt(offset: number): PlanPart | null {
    return this.partAt('before', offset);
  }

  /** The innermost part at a place of the new plan. */
  newPartAt(offset: number): PlanPart | null {
    return this.partAt('after', offset);
  }

  private partAt(version: Version, offset: number): PlanPart | null {
    const part = this.places[version].at(offset);
    if (part?.kind !== 'screen' || part.text !== '' || !part.range) return part;
    const known = this.within[version].get(part.range.from);
    return (known ?? this.lookWithin(version, part)).at(offset) ?? part;
  }

  /** The parts of a screen that has not changed, in both plans. */
  private lookWithin(version: Version, part: PlanPart): PartPlaces {
    const { same, worded } = this.changes;
    const [before, after] =
      version === 'before' ? [part, this.partAfter.get(part)!] : [this.partBefore.get(part)!, part];
    const index = this.screenAt.get(before.range!.from)!;
    const own = partsWithin(worded.before, before, index);
    const others = partsWithin(worded.after, after, same.toAfter.get(index)!);
    own.forEach((one, place) => this.addPair(one, others[place]!));
    this.within.before.set(before.range!.from, new PartPlaces(own));
    this.within.after.set(after.range!.from, new PartPlaces(others));
    return this.within[version].get(part.range!.from)!;
  }

  /** The part of the old plan that a new part has been; null for an added one. */
  oldPart(part: PlanPart): PlanPart | null {
    return this.partBefore.get(part) ?? null;
  }

  /** The part of the new plan that an old part has become; null if it has gone. */
  newPart(part: PlanPart): PlanPart | null {
    return this.partAfter.get(part) ?? null;
  }
}

/** The symbol of an argument, which may be its module's. */
function symbolOfArgument({ index, parameters }: Screen, name: string): string {
  const module = parameters.find((one) => one.name === name)?.module;
  return `argument ${module ? `module:${module.name}` : index} ${name}`;
}

/** The place of a screen that is written alike in both plans. */
interface UntouchedScreen extends TextRange {
  /** Its label in the new plan. */
  readonly label: string;
}

/**
 * The screens that are written alike in both plans, in the order of each text. Linear in their texts.
 *
 * @param same screens that say the same, once both plans use one set of names
 */
function untouchedScreens(old: Plan, now: Plan, same: ReadonlyMap<number, number>): Record<Version, UntouchedScreen[]> {
  const textOf = ({ tree }: Plan, { from, to }: TextRange): string => tree.text.slice(from, to);
  const found: Record<Version, UntouchedScreen[]> = { before: [], after: [] };
  for (const [index, other] of same) {
    const [was, { node: is, label }] = [old.screens[index]!.node, now.screens[other]!];
    if (textOf(old, was) !== textOf(now, is)) continue;
    found.before.push({ label, from: was.from, to: was.to });
    found.after.push({ label, from: is.from, to: is.to });
  }
  for (const version of ['before', 'after'] as const) found[version].sort((a, b) => a.from - b.from);
  return found;
}

type Placed = PlanPart & { readonly range: TextRange };

/** The parts of a plan by their place. */
class PartPlaces {
  private readonly sorted: readonly Placed[];
  private readonly ranges: readonly TextRange[];
  private readonly owners: ReadonlyMap<string, PlanPart>;

  constructor(parts: readonly PlanPart[]) {
    this.owners = new Map(parts.map((part) => [part.key, part]));
    this.sorted = parts
      .filter((part): part is Placed => part.range !== null)
      .sort((a, b) => a.range.from - b.range.from || b.range.to - a.range.to);
    this.ranges = this.sorted.map(({ range }) => range);
  }

  /** The innermost part at an offset. */
  at(offset: number): PlanPart | null {
    let part: PlanPart | null = this.sorted[lastAt(this.ranges, offset)] ?? null;
    while (part && !(part.range && part.range.from <= offset && offset <= part.range.to))
      part = part.owner === null ? null : (this.owners.get(part.owner) ?? null);
    return part;
  }
}
