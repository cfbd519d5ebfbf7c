/** What has become of the screens since an earlier version: for the chart of reach. */
import type { Check } from '../../check';
import { isIn, type Screen } from '../../plan/model';
import { reachOf } from '../../report/variant';
import { nameOf } from '../../report/detail';
import { placeOf } from '../../supply/site';
import { planChanges } from '../changes/plan-changes';
import { Versions } from '../effects/versions';

/** A screen that had a place in the chart and has none any more. */
export interface GoneScreen {
  readonly label: string;
  /** Name of its module in the old plan. */
  readonly module: string | null;
  /** Its distance in taps, which was its column. */
  readonly taps: number;
  /** Whether the plan still has it: then no walk reaches it. */
  readonly isStranded: boolean;
}

export interface Since {
  /** Labels of screens that have a place now and had none. */
  readonly added: readonly string[];
  /** Screens at another distance, with the old one in taps. */
  readonly moved: readonly { readonly label: string; readonly was: number }[];
  readonly gone: readonly GoneScreen[];
  readonly supply: SupplySince;
}

/** Arguments, and ways in to screens, that one of the versions lacks. Screens go by their labels in the new plan. */
export interface SupplySince {
  readonly newArguments: readonly { readonly screen: string; readonly name: string }[];
  readonly goneArguments: readonly { readonly screen: string; readonly name: string }[];
  /** New ways in, with their offsets as the table of supply has them. */
  readonly newWays: readonly { readonly screen: string; readonly at: number }[];
  readonly goneWays: readonly { readonly screen: string; readonly name: string }[];
}

/** Compares the places of screens in one variant of two checked plans, and their supply. Near linear in their texts. */
export function since(before: Check, after: Check, variant: string | null): Since {
  const changes = planChanges(before.plan, after.plan);
  const { toBefore, toAfter } = changes.pairing;
  const now = reachOf(after, variant);
  const old = before.reach.variants.find(({ name }) => toAfter.get(`variant ${name}`) === `variant ${now.name}`);
  const then = old ?? reachOf(before, now.name);
  const tapsBefore = (screen: Screen): number | null =>
    isIn(screen.only, then.name) ? then.verdicts[screen.index]!.taps : null;
  const added: string[] = [];
  const moved: { label: string; was: number }[] = [];
  const gone: GoneScreen[] = [];
  const placed = new Set<Screen>();
  for (const screen of after.plan.screens) {
    const taps = isIn(screen.only, now.name) ? now.verdicts[screen.index]!.taps : null;
    const symbol = toBefore.get(`screen ${screen.index}`);
    const was = symbol === undefined ? null : before.plan.screens[Number(symbol.slice('screen '.length))]!;
    const wasTaps = was && tapsBefore(was);
    if (taps === null) continue;
    if (was) placed.add(was);
    if (wasTaps === null) added.push(screen.label);
    else if (wasTaps !== taps) moved.push({ label: screen.label, was: wasTaps });
  }
  for (const screen of before.plan.screens) {
    const taps = tapsBefore(screen);
    if (taps === null || placed.has(screen)) continue;
    const isStranded = toAfter.has(`screen ${screen.index}`);
    gone.push({ label: screen.label, module: screen.module?.name ?? null, taps, isStranded });
  }
  return { added, moved, gone, supply: supplySince(new Versions(before, after, changes)) };
}

function supplySince(versions: Versions): SupplySince {
  const { old, now } = versions;
  const newArguments: { screen: string; name: string }[] = [];
  const goneArguments: { screen: string; name: string }[] = [];
  const newWays: { screen: string; at: number }[] = [];
  const goneWays: { screen: string; name: string }[] = [];
  for (const is of now.plan.screens) {
    const was = versions.before.get(is);
    const screen = is.label;
    const kept = was ? was.parameters.map(({ name }) => versions.argumentAfter(was, name)) : [];
    for (const { name } of is.parameters) if (!kept.includes(name)) newArguments.push({ screen, name });
    was?.parameters.forEach(({ name }, index) => {
      if (kept[index] === null) goneArguments.push({ screen, name });
    });
    // A way in is the same if it stands in the same part; a part may open a screen more than once.
    const waysNow = now.supply.into[is.index]!;
    const waysBefore = was ? old.supply.into[was.index]! : [];
    const current = waysNow.map(({ call }) => versions.newPartAt(call.reference.from));
    const formerly = waysBefore.map(({ call }) => {
      const part = versions.oldPartAt(call.reference.from);
      return part && versions.newPart(part);
    });
    const [were, are] = [new Set(formerly), new Set(current)];
    waysNow.forEach(({ site, call }, index) => {
      if (!current[index] || !were.has(current[index])) newWays.push({ screen, at: placeOf(site, call) });
    });
    waysBefore.forEach(({ site }, index) => {
      if (!formerly[index] || !are.has(formerly[index])) goneWays.push({ screen, name: nameOf(site) });
    });
  }
  return { newArguments, goneArguments, newWays, goneWays };
}
