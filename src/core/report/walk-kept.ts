/** The kept walks of a plan: whether they can still be walked, and which outcomes they use. */
import { isIn, type Branch, type Plan } from '../plan/model';
import type { Message } from '../rules/parts/message';
import { sayBreak } from '../rules/walk/broken';
import { activeStack } from '../walk/configuration';
import { replay, type Stop } from '../walk/replay';

export interface KeptCard {
  readonly name: string;
  /** Offset of the declaration. */
  readonly from: number;
  /** Its steps, as they are written. */
  readonly steps: string;
  /** Number of its taps and other events, without `expect`. */
  readonly taps: number;
  readonly outcome: 'holds' | 'broken' | 'undecided';
  /** The step that fails, from 1, and the reason; null if the walk holds. */
  readonly broken: { readonly step: number; readonly why: Message } | null;
  /** Label of the screen at its end; null if it leaves the app or fails. */
  readonly ends: string | null;
}

export interface CoverageCard {
  /** Outcomes of triggers, menu items and events that kept walks use, and all that can happen. */
  readonly used: number;
  readonly all: number;
}

/** Every outcome of a trigger, menu item or event that a variant has. */
export function outcomesIn(plan: Plan, variant: string): Set<Branch> {
  const all = new Set<Branch>();
  for (const screen of plan.screens) {
    if (!isIn(screen.only, variant)) continue;
    for (const transition of screen.transitions)
      if (isIn(transition.only, variant)) for (const branch of transition.branches) all.add(branch);
  }
  for (const menu of plan.menus)
    if (isIn(menu.only, variant)) for (const item of menu.items) for (const branch of item.branches) all.add(branch);
  for (const event of plan.events) if (isIn(event.only, variant)) for (const branch of event.branches) all.add(branch);
  return all;
}

/** The plan's walks in one variant, and the outcomes that they use. Costs as much as walking them. */
export function keptWalks(
  plan: Plan,
  variant: string,
): { readonly cards: readonly KeptCard[]; readonly used: ReadonlySet<Branch> } {
  const used = new Set<Branch>();
  const cards = plan.walks.map((walk): KeptCard => {
    const steps = walk.body?.items ?? [];
    const replayed = replay(plan, variant, steps);
    for (const { branch } of replayed.run) if (branch) used.add(branch);
    const last: Stop | undefined = replayed.run.at(-1);
    return {
      name: walk.title?.value ?? '',
      from: walk.from,
      steps: steps.map(({ from, to }) => plan.tree.text.slice(from, to)).join(' '),
      taps: steps.filter(({ kind }) => kind !== 'expect').length,
      outcome: replayed.outcome,
      broken: replayed.outcome === 'broken' ? { step: replayed.step, why: sayBreak(replayed.because) } : null,
      ends: replayed.outcome === 'holds' && last?.configuration ? activeStack(last.configuration)!.screen.label : null,
    };
  });
  return { cards, used };
}
