/** The walk of a user as plain data for the Walk view. */
import type { Check } from '../check';
import type { VariantSize, WalkStepNode } from '../language/syntax';
import { openUrl, urlOf } from '../links/open';
import { isIn, type Branch, type Plan } from '../plan/model';
import { knownStacks, type VariantReach } from '../reach';
import { say, type Message } from '../rules/parts/message';
import { sayBreak } from '../rules/walk/broken';
import { activeStack, type Configuration, type Frame } from '../walk/configuration';
import { Data } from '../walk/data';
import { listInSight } from '../walk/in-sight';
import { replay, type Replayed } from '../walk/replay';
import { headOf, readTrail } from '../walk/trail';
import { at, showPlainly, type Values } from '../plan/value';
import { Walker } from '../walk/walker';
import { write } from '../walk/written';
import { keptWalks, outcomesIn, type CoverageCard, type KeptCard } from './walk-kept';
import { OfferWriter, type OfferCard } from './walk-offers';
import { gotOf, StackWriter, titleOf, type StackCard, type ValueCard } from './walk-stacks';
import { variantNamed } from './variant';

/** A walk: steps of the language, and how many of them are taken. */
export interface WalkRequest {
  readonly steps: string;
  /** How many of the steps are taken; the rest are to come. */
  readonly taken: number;
  /** Literals that the user has typed on the top screen, by the head of the offer. */
  readonly typed: Readonly<Record<string, Values>>;
}

/** A screen in sight. */
export interface PaneCard {
  /** Index of the screen. */
  readonly screen: number;
  readonly title: string;
  readonly arguments: readonly ValueCard[];
}

export interface PhoneCard extends PaneCard {
  /** The title of the screen beneath, beside the header arrow; null without an arrow. */
  readonly arrow: string | null;
  readonly modal: boolean;
  /** The list that is in sight beside the screen, or null. */
  readonly list: PaneCard | null;
  readonly offers: readonly OfferCard[];
}

export interface StepCard {
  /** As it is written. */
  readonly text: string;
  /** `tap`, `back`, …; null for the cold start. */
  readonly kind: WalkStepNode['kind'] | null;
  /** Text of the step: the thing that is tapped, opened, set or expected. */
  readonly label: string;
  /** Typed values, and assumed outcomes of conditions. */
  readonly more: string;
  /** Labels of the active stack after it, bottom first; null if it was not walked, empty if the app is left. */
  readonly stack: readonly string[] | null;
}

/** The steps of a walk, and where it breaks. */
export interface TrailCard {
  /** The cold start, and every step. */
  readonly steps: readonly StepCard[];
  /** The step that cannot be walked, from 1, and why. */
  readonly broken: { readonly step: number; readonly why: Message } | null;
}

/** A way in from outside. */
export interface DoorCard {
  readonly kind: 'link' | 'entry';
  readonly label: string;
  /** Label of the screen that it opens. */
  readonly opens: string;
  readonly step: string;
}

export interface WalkCard extends TrailCard {
  /** The request. */
  readonly request: WalkRequest;
  readonly variant: string;
  /** How the variant is drawn; null for a phone. */
  readonly size: VariantSize | null;
  readonly state: 'on' | 'left' | 'no-start' | 'unreadable';
  /** Null if no screen is shown. */
  readonly phone: PhoneCard | null;
  readonly stacks: readonly StackCard[];
  readonly flags: readonly { readonly name: string; readonly value: string; readonly values: readonly string[] }[];
  /** How many of the steps are taken. */
  readonly taken: number;
  readonly doors: readonly DoorCard[];
  readonly kept: readonly KeptCard[];
  readonly coverage: CoverageCard;
  /** All there is to know of the running app, as JSON. */
  readonly written: string;
}

/** Links and entries offered; plans with more show the first. */
const mostDoors = 200;

/** Costs a replay of the walk and of all kept walks, and one run of each event that is possible now. */
export function walkCard(check: Check, request: WalkRequest, variant: string | null): WalkCard {
  const { plan } = check;
  const { steps: text, taken, typed } = request;
  const name = variantNamed(plan, variant);
  const data = new Data(plan);
  const walker = new Walker(plan, name, data);
  const read = readTrail(text);
  const nodes = read ?? [];
  const replayed = replay(plan, name, nodes, data);
  const now = Math.max(0, Math.min(taken, nodes.length, replayed.run.length - 1));
  const configuration = read === null ? null : (replayed.run[now]?.configuration ?? null);
  const stacks = new StackWriter(plan, name);
  const kept = keptWalks(plan, name);
  return {
    request,
    variant: name,
    size: plan.sizes.get(name) ?? null,
    state: read === null ? 'unreadable' : replayed.run.length === 0 ? 'no-start' : configuration ? 'on' : 'left',
    phone: configuration && phone(configuration, walker, new OfferWriter(plan, walker, data, stacks, typed)),
    stacks: configuration ? stacks.stacks(configuration) : [],
    flags: configuration
      ? plan.flags.map((flag, index) => ({ name: flag.name, value: configuration.flags[index]!, values: flag.values }))
      : [],
    ...trailOf(replayed, nodes, text),
    taken: now,
    doors: doors(plan, name, data),
    kept: kept.cards,
    coverage: coverage(check, name, kept.used),
    written: configuration ? JSON.stringify(write(plan, configuration), null, 1) : '',
  };
}

/** A walk in a plan, without what can follow it. Costs a replay. */
export function trailCard(plan: Plan, text: string, variant: string): TrailCard {
  const nodes = readTrail(text) ?? [];
  return trailOf(replay(plan, variant, nodes), nodes, text);
}

const trailOf = (replayed: Replayed, nodes: readonly WalkStepNode[], text: string): TrailCard => ({
  steps: [
    coldStart(replayed),
    ...nodes.map((node, index) => stepCard(node, text, replayed.run[index + 1]?.configuration)),
  ],
  broken: brokenAt(replayed, nodes),
});

function brokenAt(replayed: Replayed, nodes: readonly WalkStepNode[]): WalkCard['broken'] {
  if (replayed.outcome === 'holds') return null;
  if (replayed.outcome === 'broken') return { step: replayed.step, why: sayBreak(replayed.because) };
  const step = replayed.run.length;
  return {
    step,
    why: say`Andante cannot read this step${nodes[step - 1]?.kind === 'set' ? ': the plan has no such flag, or the flag no such value' : ''}.`,
  };
}

function phone(configuration: Configuration, { variant }: Walker, offers: OfferWriter): PhoneCard {
  const top = activeStack(configuration)!;
  const list = listInSight(top, variant);
  return {
    ...pane(top),
    // Back to a list that is in sight already needs no arrow.
    arrow: top.below && top.below !== list ? titleOf(top.below) : null,
    modal: top.modal,
    list: list && pane(list),
    offers: offers.offers(configuration),
  };
}

const pane = (frame: Frame): PaneCard => ({
  screen: frame.screen.index,
  title: titleOf(frame),
  arguments: [
    ...frame.screen.parameters.map(({ name }): ValueCard => {
      const value = frame.values ? at(frame.values, name) : undefined;
      return { name, value: value === undefined ? null : showPlainly(value) };
    }),
    ...gotOf(frame),
  ],
});

const coldStart = ({ run }: Replayed): StepCard => ({
  text: '',
  kind: null,
  label: 'Cold start',
  more: '',
  stack: run[0] ? labelsOf(run[0].configuration) : null,
});

/** `undefined` stands for a step that was not walked, null for one that leaves the app. */
const labelsOf = (configuration: Configuration | null | undefined): string[] | null => {
  if (configuration === undefined) return null;
  const labels: string[] = [];
  for (let frame = configuration && activeStack(configuration); frame; frame = frame.below)
    labels.push(frame.screen.label);
  return labels.reverse();
};

function stepCard(node: WalkStepNode, text: string, configuration: Configuration | null | undefined): StepCard {
  // The trail is read as the body of a walk, behind one line.
  const written = (range: { readonly from: number; readonly to: number }): string =>
    text.slice(range.from - trailBegins, range.to - trailBegins);
  const given = 'values' in node ? node.values.map((value) => written(value)).join(', ') : '';
  const taken =
    'taken' in node
      ? node.taken
          .map(({ holds, text: condition }) => `${holds ? 'if' : 'unless'} “${condition?.value ?? ''}”`)
          .join(' and ')
      : '';
  const whole = written(node);
  return {
    text: whole,
    kind: node.kind,
    label:
      'label' in node && node.label
        ? node.label.value
        : whole
            .slice(node.kind.length)
            .replace(/ (if|unless) ".*$/, '')
            .trim(),
    more: [given && `with ${given}`, taken].filter((each) => each !== '').join(', '),
    stack: labelsOf(configuration),
  };
}

const trailBegins = 'walk "W" {\n'.length;

function doors(plan: Plan, variant: string, data: Data): DoorCard[] {
  const all: DoorCard[] = [];
  for (const entry of plan.entries) {
    if (!isIn(entry.only, variant)) continue;
    all.push({
      kind: 'entry',
      label: entry.label,
      opens: entry.call?.target?.label ?? entry.url ?? '',
      step: headOf({ kind: 'entry', entry }, data),
    });
  }
  for (const screen of plan.screens) {
    if (!isIn(screen.only, variant)) continue;
    for (const link of screen.links) {
      const url = urlOf(link, data.sampleFor(link));
      // A pattern whose variables its screen does not take, or that another one hides, opens something else or nothing.
      const opened = url === null ? null : openUrl(plan, variant, url);
      if (opened) all.push({ kind: 'link', label: link.pattern, opens: opened.link.screen.label, step: `open ${url}` });
    }
  }
  return all.slice(0, mostDoors);
}

function coverage(check: Check, variant: string, used: ReadonlySet<Branch>): CoverageCard {
  const all = outcomesWanted(
    check.plan,
    variant,
    check.soonest.variants.find(({ name }) => name === variant)!,
  );
  return { used: [...used].filter((branch) => all.has(branch)).length, all: all.size };
}

/** Every outcome that can happen, as far as it is known. An upper bound may have more. */
export function outcomesWanted(plan: Plan, variant: string, reach: VariantReach): ReadonlySet<Branch> {
  const stacks = knownStacks(reach);
  if (stacks) return stacks.outcomes();
  const all = outcomesIn(plan, variant);
  for (const screen of plan.screens) {
    if (reach.verdicts[screen.index]!.reachable !== 'no') continue;
    for (const { branches } of screen.transitions) for (const branch of branches) all.delete(branch);
  }
  return all;
}
