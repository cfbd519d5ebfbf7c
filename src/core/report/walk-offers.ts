/** Offers of the top screen, and the effect of each tap. */
import type { TextRange } from '../language/range';
import type { ValueNode } from '../language/syntax';
import { openings, type Branch, type Named, type Plan, type Result, type Step } from '../plan/model';
import { eachStep } from '../plan/steps';
import { required, showType, type Type } from '../plan/types';
import { labelOf } from '../walk/tap';
import { sayAssumptions } from '../walk/conditions';
import { activeStack, type Configuration } from '../walk/configuration';
import type { Data } from '../walk/data';
import { outcomesOfEvent, type Outcome } from '../walk/outcomes';
import { headOf, tailOf } from '../walk/trail';
import { at, isList, isRecord, showPlainly, tellingField, toldBy, type Value, type Values } from '../plan/value';
import { listInSight } from '../walk/in-sight';
import { branchesOf, isBeside, isBranching, statementOf, type AppEvent } from '../walk/event';
import type { Walker } from '../walk/walker';
import type { StackCard, StackWriter, ValueCard } from './walk-stacks';

/** A value that the user decides at a tap: the row, or the input. */
export interface InputCard {
  readonly name: string;
  /** In the words of the language. */
  readonly type: string;
  /** Type that literals for it must fit. */
  readonly literal: Type;
  /** Current value, without quotation marks. */
  readonly value: string;
  /** Values to choose from: all of a choice or a bool, samples of other types. */
  readonly options: readonly string[];
  readonly only: boolean;
}

export interface OutcomeCard {
  /** Text after the step for it: ` if "the card is accepted"`. */
  readonly tail: string;
  /** The assumptions in words; null if there are none. */
  readonly when: string | null;
  /** The steps as they are written, without arguments: `push hut`. */
  readonly does: string;
  readonly passes: readonly ValueCard[];
  /** The result that it hands back, and the value that gets it: null if nobody has asked. */
  readonly result: { readonly value: string; readonly to: string | null } | null;
  /** Label of the screen on top after it; null if it leaves the app. */
  readonly shows: string | null;
  /** All stacks after it; null if it leaves the app or nothing changes. */
  readonly stacks: readonly StackCard[] | null;
  /** How many frames of the active stack stay as they are, from the bottom. */
  readonly stays: number;
  /** Flags that it changes. */
  readonly sets: readonly ValueCard[];
}

export interface OfferCard {
  readonly kind: 'trigger' | 'item' | 'tab' | 'back' | 'event';
  readonly label: string;
  /** The step without the user's input: `tap "Book"`. */
  readonly head: string;
  /** Whether it is on the list that is in sight beside the top. */
  readonly beside: boolean;
  /** The menu’s title, for an item. */
  readonly menu: string | null;
  /** For a tab: whether it is the one that is shown. */
  readonly current: boolean;
  readonly inputs: readonly InputCard[];
  /** Empty if it cannot happen now. */
  readonly outcomes: readonly OutcomeCard[];
  /** Condition that prevents it now, as written. */
  readonly lacks: string | null;
  /** Its effect, though it cannot happen now. */
  readonly does: string;
  /** Offset in the text, or null. */
  readonly from: number | null;
}

/** Rows and samples offered to choose from. */
const mostOptions = 6;

export class OfferWriter {
  constructor(
    private readonly plan: Plan,
    private readonly walker: Walker,
    private readonly data: Data,
    private readonly stacks: StackWriter,
    /** Values that the user has typed so far, by the head of the offer. */
    private readonly typed: Readonly<Record<string, Values>>,
  ) {}

  offers(configuration: Configuration): OfferCard[] {
    const offers = this.walker.allEvents(configuration).map((event) => this.offer(event, configuration));
    return offers.map((offer) => this.toldApart(offer, offers));
  }

  private offer(event: AppEvent, configuration: Configuration): OfferCard {
    const head = headOf(event, this.data);
    const given = Object.hasOwn(this.typed, head) ? this.typed[head]! : {};
    const outcomes = outcomesOfEvent(this.walker, configuration, event, given);
    const branches = isBranching(event) ? branchesOf(event) : [];
    return {
      kind: event.kind as OfferCard['kind'],
      label: labelOf(event),
      head,
      beside: isBeside(event),
      menu: event.kind === 'item' ? event.item.menu.title : null,
      current: event.kind === 'tab' && this.isCurrent(event, configuration),
      inputs: event.kind === 'trigger' ? this.inputs(event, configuration, given) : [],
      outcomes: outcomes.map((outcome) => ({
        ...this.outcome(outcome, event, configuration),
        result: this.result(outcome, event, configuration, given),
      })),
      lacks:
        outcomes.length > 0
          ? null
          : (branches.map(({ node }) => this.text(node.condition)).find((text) => text !== '') ?? null),
      does: this.does(branches[0] ?? null, event),
      from: statementOf(event)?.from ?? null,
    };
  }

  private isCurrent(event: Extract<AppEvent, { kind: 'tab' }>, { active, stacks }: Configuration): boolean {
    let bottom = stacks[active] ?? null;
    while (bottom?.below) bottom = bottom.below;
    return active > 0 && event.tab.call?.target === bottom?.screen;
  }

  private outcome(
    { branch, assumed, isDetermined, after }: Outcome,
    event: AppEvent,
    before: Configuration,
  ): Omit<OutcomeCard, 'result'> {
    const same = after === before;
    return {
      tail: tailOf(assumed) + (isDetermined || !after ? '' : ` expect ${activeStack(after)!.screen.label}`),
      when: sayAssumptions(assumed) || null,
      does: this.does(branch, event),
      passes: after && !same && branch ? this.passes(branch, after) : [],
      shows: after && activeStack(after)!.screen.label,
      stacks: after && !same ? this.stacks.stacks(after) : null,
      stays: after ? staying(before, after) : 0,
      sets: after
        ? this.plan.flags.flatMap(({ name }, index) =>
            after.flags[index] === before.flags[index] ? [] : [{ name, value: after.flags[index]! }],
          )
        : [],
    };
  }

  private result(
    { branch, assumed }: Outcome,
    event: AppEvent,
    configuration: Configuration,
    given: Values,
  ): OutcomeCard['result'] {
    if (!branch?.steps.some(handsBack)) return null;
    this.walker.after(configuration, event, assumed, given);
    const last = this.walker.handedBack.at(-1);
    return last ? { value: showPlainly(last.value), to: last.to } : null;
  }

  /** Arguments for the screen on top afterwards, if a step of the branch names it. */
  private passes(branch: Branch, after: Configuration): ValueCard[] {
    const top = activeStack(after)!;
    const call = openings(branch.steps).find((step) => step.call?.target === top.screen)?.call;
    if (!call || !top.values) return [];
    return top.screen.parameters.flatMap(({ name }) => {
      const value = at(top.values!, name);
      const given = call.arguments.some((argument) => argument.name.text === name);
      return given || value === undefined ? [{ name, value: value === undefined ? null : showPlainly(value) }] : [];
    });
  }

  /** Steps as written, without arguments. */
  private does(branch: Branch | null, event: AppEvent): string {
    if (branch)
      return branch.node.steps
        .map((step) => this.text('list' in step && step.list ? { from: step.from, to: step.list.from } : step))
        .join(', then ');
    if (event.kind === 'tab') return 'its own stack';
    return event.kind === 'back' ? 'takes off one' : '';
  }

  private text(range: TextRange | null): string {
    return range ? this.plan.tree.text.slice(range.from, range.to).replace(/\s+/g, ' ') : '';
  }

  /** The row and the values that arguments in the trigger's branches are made from, and that the user decides. */
  private inputs(
    event: Extract<AppEvent, { kind: 'trigger' }>,
    configuration: Configuration,
    given: Values,
  ): InputCard[] {
    const { screen, loop, branches } = event.transition;
    const named = new Set(
      branches.flatMap(({ steps }) => [
        ...openings(steps).flatMap(
          ({ call }) => call?.arguments.map((argument) => rootOf(argument.value) ?? argument.name.text) ?? [],
        ),
        ...[...eachStep(steps)].flatMap((step) => (handsBack(step) ? (rootOf(step.result.value) ?? []) : [])),
      ]),
    );
    const top = activeStack(configuration);
    const now = (isBeside(event) ? listInSight(top, this.walker.variant) : top)?.values ?? {};
    const decided: readonly Named[] = [
      ...(loop ? [{ name: loop.variable.text, type: loop.type }] : []),
      ...screen.holds.filter(({ name }) => name !== loop?.variable.text),
    ];
    return decided.flatMap(({ name, type }): InputCard[] => {
      const literal = toldBy(type);
      if (!named.has(name) || !literal) return [];
      const rows = name === loop?.variable.text && loop.list ? this.data.read(loop.list, '', now) : undefined;
      const options =
        literal.kind === 'choice'
          ? literal.options
          : literal.kind === 'base' && literal.name === 'bool'
            ? ['false', 'true']
            : rows !== undefined && isList(rows)
              ? rows.slice(0, mostOptions).map((row) => idOf(row, type))
              : [];
      const value =
        at(given, name) ??
        (name === loop?.variable.text ? (options[0] ?? this.data.samples.of(type, name)) : at(now, name));
      return [
        {
          name,
          type: showType(literal),
          literal,
          value: value === undefined ? '' : idOf(value, type),
          options,
          only: literal.kind === 'choice' || (literal.kind === 'base' && literal.name === 'bool'),
        },
      ];
    });
  }

  /** Two usable controls of one name: the screens that they show tell them apart. */
  private toldApart(offer: OfferCard, all: readonly OfferCard[]): OfferCard {
    const twins = all.filter((other) => other !== offer && other.head === offer.head && other.outcomes.length > 0);
    if (twins.length === 0) return offer;
    const outcomes = offer.outcomes.map((outcome) =>
      outcome.shows === null || !twins.some((twin) => twin.outcomes.some(({ shows }) => shows !== outcome.shows))
        ? outcome
        : { ...outcome, tail: `${outcome.tail} expect ${outcome.shows}` },
    );
    return { ...offer, outcomes };
  }
}

const handsBack = (step: Step): step is Extract<Step, { result: Result | null }> & { readonly result: Result } =>
  'result' in step && step.result !== null;

const rootOf = (value: ValueNode | null): string | null => (value?.kind === 'path' ? value.names[0]!.text : null);

/** The text that identifies a value: for a record, its identifying field. */
function idOf(value: Value, declared: Type): string {
  const type = required(declared);
  const field = type.kind === 'record' ? tellingField(type) : null;
  return showPlainly(
    value !== null && isRecord(value) ? ((field === null ? undefined : at(value, field)) ?? null) : value,
  );
}

/** How many frames of the active stack stay as they are, from the bottom. */
function staying(before: Configuration, after: Configuration): number {
  if (before.active !== after.active) return 0;
  const frames = (configuration: Configuration): object[] => {
    const all: object[] = [];
    for (let frame = activeStack(configuration); frame; frame = frame.below) all.push(frame);
    return all.reverse();
  };
  const [old, now] = [frames(before), frames(after)];
  let stays = 0;
  while (stays < old.length && old[stays] === now[stays]) stays++;
  return stays;
}
