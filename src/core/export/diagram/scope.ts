/** The part of an app that a diagram shows. */
import { remembered } from '../../base/remembered';
import type { Check } from '../../check';
import { overview, type Overview, type Way } from '../../report/overview';
import { variantNamed } from '../../report/variant';
import type { Job } from '../job/job';

export interface DiagramScope {
  readonly variant: string;
  /** Of the whole app; the chart leaves out the screens that are not shown. */
  readonly overview: Overview;
  /** By the index of a screen. */
  readonly shows: readonly boolean[];
  /** What is shown, in words: `Saddleback Huts, phone, module booking`. */
  readonly title: string;
}

const known = new WeakMap<Job, DiagramScope>();

/** The scope that the options of a job ask for. Computed once. */
export function scopeOf(job: Job): DiagramScope {
  let scope = known.get(job);
  if (!scope) known.set(job, (scope = newScope(job)));
  return scope;
}

const overviews = new WeakMap<Check, Map<string, Overview>>();

/** The overview of a variant, computed once for all diagrams of a document. */
const overviewOf = (check: Check, variant: string): Overview =>
  remembered(
    remembered(overviews, check, () => new Map<string, Overview>()),
    variant,
    () => overview(check, variant),
  );

function newScope({ check, options }: Job): DiagramScope {
  const variant = variantNamed(check.plan, options.variant);
  const all = overviewOf(check, variant);
  const { module, around, steps } = options;
  const moduleIndex = all.modules.findIndex(({ name }) => name === module);
  const near = around === null ? null : nearTo(all, around, steps);
  const shows = all.screens.map(
    (screen) =>
      screen.there && (module === null || screen.module === moduleIndex) && (near === null || near.has(screen.index)),
  );
  const title = [
    check.plan.name ?? 'App',
    ...(check.plan.variants.length > 1 ? [variant] : []),
    ...(module === null ? [] : [`module ${module}`]),
    ...(around === null ? [] : [`${steps} ${steps === 1 ? 'step' : 'steps'} around ${around}`]),
  ].join(', ');
  return { variant, overview: all, shows, title };
}

/** The screens at most so many ways from a screen, in either direction (breadth-first search). */
function nearTo({ screens, ways }: Overview, label: string, steps: number): ReadonlySet<number> {
  const neighbours: number[][] = screens.map(() => []);
  for (const { from, to } of ways) {
    neighbours[from]!.push(to);
    neighbours[to]!.push(from);
  }
  const start = screens.filter((screen) => screen.label === label).map(({ index }) => index);
  const near = new Set(start);
  let edge = start;
  for (let step = 0; step < steps && edge.length > 0; step++) {
    edge = edge.flatMap((index) => neighbours[index]!).filter((index) => !near.has(index));
    for (const index of edge) near.add(index);
  }
  return near;
}

const groups = new WeakMap<Overview, Way[][]>();

/** The ways of an overview, by the screen that they begin at. */
const waysFrom = (all: Overview): readonly (readonly Way[])[] =>
  remembered(groups, all, () => {
    const from: Way[][] = all.screens.map(() => []);
    for (const way of all.ways) from[way.from]!.push(way);
    return from;
  });

/**
 * The overview of the shown screens alone, numbered anew. Columns before the first shown screen are left out. Linear in
 * the plan.
 *
 * @returns with `firstTaps`, the number of taps that the first column stands for
 */
export function overviewShown({ overview: all, shows }: DiagramScope): {
  readonly part: Overview;
  readonly firstTaps: number;
} {
  const shown = all.screens.filter(({ index }) => shows[index]);
  const firstTaps = shown.reduce((least, { taps }) => Math.min(least, taps ?? least), Infinity);
  const newIndex = new Map(shown.map(({ index }, place) => [index, place]));
  const modules = [...new Set(shown.flatMap(({ module }) => module ?? []))].sort((a, b) => a - b);
  const newModule = new Map(modules.map((module, place) => [module, place]));
  const indexOf = (index: number | null): number | null => (index === null ? null : (newIndex.get(index) ?? null));
  const screens = shown.map((screen, index) => ({
    ...screen,
    index,
    module: screen.module === null ? null : newModule.get(screen.module)!,
    parent: indexOf(screen.parent),
    taps: screen.taps === null ? null : screen.taps - firstTaps,
  }));
  const ways = shown.flatMap((screen, from) =>
    (waysFrom(all)[screen.index] ?? []).flatMap((way) => {
      const to = newIndex.get(way.to);
      return to === undefined ? [] : [{ ...way, from, to }];
    }),
  );
  return {
    // Whether there is a start decides what counts as undecided, though it may not be shown itself.
    part: { ...all, modules: modules.map((module) => all.modules[module]!), screens, ways },
    firstTaps: Number.isFinite(firstTaps) ? firstTaps : 0,
  };
}
