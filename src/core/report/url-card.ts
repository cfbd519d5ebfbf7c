/** Effect of a URL or an entry: for the Links view and the command line. */
import { arrivalOf, type UrlArrival } from '../walk/arrival';
import type { ExternalEvent } from '../walk/event';
import { buildUrl } from '../links/build';
import { nearestTo } from '../links/near';
import type { Pattern } from '../links/pattern';
import { isMatched, spaceOf, type Matched, type UrlSpace } from '../links/space';
import type { Link, Plan } from '../plan/model';
import { sayFailure, sayRemark, sayUrlProblem, excerpt } from '../rules/parts/links-parts';
import { say, type Message } from '../rules/parts/message';
import { activeStack, screensOf, type Configuration } from '../walk/configuration';
import { Data } from '../walk/data';
import { at, isList, isRecord, showPlainly, type Value, type Values } from '../plan/value';
import { Walker } from '../walk/walker';
import { variantNamed } from './variant';

export type UrlState =
  /** The screen is shown. */
  | 'opens'
  /** Something else is shown first, since a need of the screen fails. */
  | 'gated'
  /** Nothing fits. */
  | 'lost'
  /** It is no URL of this app. */
  | 'unreadable';

/** An argument, and the source of its value; null without a value. */
export interface TakenCard {
  readonly name: string;
  readonly value: string | null;
  readonly from: 'url' | 'default' | 'absent' | 'missing';
}

/** A link's pattern, as the views name it. */
export interface PatternCard {
  readonly pattern: string;
  /** Label of its screen. */
  readonly screen: string;
  /** Offset in the text. */
  readonly at: number;
}

/** The stack that the URL builds, and its conditions. */
export interface BuiltCard {
  /** Conditions: `signedIn = true`; empty if there are none. */
  readonly when: string;
  /** Labels, bottom first; empty if the app is left. */
  readonly stack: readonly string[];
  /** Label of the screen that Back shows; null if Back leaves the app. */
  readonly back: string | null;
  /** The screen that puts it off, with its needs as written, or null. */
  readonly putOffBy: { readonly screen: string; readonly needs: string } | null;
}

export interface UrlCard {
  /** The URL as written, shortened if it is very long. */
  readonly text: string;
  readonly state: UrlState;
  /** Null if no pattern fits. */
  readonly opens: PatternCard | null;
  readonly takes: readonly TakenCard[];
  /** On a cold start; several if a condition in quotes decides. */
  readonly cold: readonly BuiltCard[];
  /** After the missing flags are set; null if nothing puts it off, or always. */
  readonly once: BuiltCard | null;
  /** Other patterns that match and are as specific. */
  readonly ties: readonly PatternCard[];
  /** Parts of the URL that are ignored. */
  readonly remarks: readonly Message[];
  /** Why nothing fits; null where something does. */
  readonly why: Message | null;
  /** The nearest patterns, and the place where it fails each. */
  readonly nearest: readonly (PatternCard & { readonly why: Message })[];
}

export const patternCard = ({ pattern, screen, node }: Link): PatternCard => ({
  pattern,
  screen: screen.label,
  at: node.from,
});

/** Answers about URLs for one variant of a plan; it keeps everything that all URLs share. */
export class UrlReader {
  readonly variant: string;
  readonly space: UrlSpace;
  private readonly walker: Walker;
  private readonly data: Data;

  constructor(
    private readonly plan: Plan,
    variant: string | null,
  ) {
    this.variant = variantNamed(plan, variant);
    this.space = spaceOf(plan, this.variant);
    this.data = new Data(plan);
    this.walker = new Walker(plan, this.variant, this.data);
  }

  /** Never throws. Costs the look-up and a run of the walker. */
  card(url: string): UrlCard {
    const found = this.space.match(url);
    const nothing = { text: excerpt(url, 2000), opens: null, takes: [], cold: [], once: null, ties: [], remarks: [] };
    if (isMatched(found)) return this.matched(url, found);
    if (found) return { ...nothing, state: 'unreadable', why: sayUrlProblem(found), nearest: [] };
    const nearest = nearestTo(this.space, url).map((near) => ({
      ...patternCard(near.pattern.link),
      why: sayFailure(near),
    }));
    return {
      ...nothing,
      state: 'lost',
      why:
        nearest[0]?.why ??
        (this.space.patterns.length === 0
          ? this.plan.variants.length > 1
            ? say`the app has no links in this variant`
            : say`the app has no links`
          : say`no pattern comes near`),
      nearest,
    };
  }

  /** Effect of an entry that opens a screen by its name. */
  arrival(event: ExternalEvent): {
    readonly state: 'opens' | 'gated';
    readonly cold: readonly BuiltCard[];
    readonly once: BuiltCard | null;
  } {
    const arrival = arrivalOf(this.plan, this.walker, event);
    const cold = arrival.cold.map(({ assumed, after, putOffBy }) =>
      this.built(
        after,
        [...assumed].map(([text, holds]) => sayAssumed(text, holds)),
        putOffBy,
      ),
    );
    return { state: isGated(arrival) ? 'gated' : 'opens', cold, once: arrival.once && this.once(arrival.once) };
  }

  /** Values of a screen that is opened with these values. */
  takes(link: Link, values: Values): TakenCard[] {
    const arrived = this.data.byLink(link, values);
    return link.screen.parameters.map(({ name }) => {
      const brought = at(values, name);
      const value = at(arrived, name);
      const isBrought = brought !== undefined && brought !== null && !(isList(brought) && brought.length === 0);
      return {
        name,
        value: value === undefined || value === null ? null : excerpt(showFlat(value)),
        from: isBrought ? 'url' : value === undefined ? 'missing' : value === null ? 'absent' : 'default',
      };
    });
  }

  /** A URL of each of some patterns, with samples for its variables. */
  examplesOf(patterns: readonly Pattern[]): string[] {
    const origin = this.space.origins[0]?.text ?? '';
    return patterns.flatMap((pattern) => {
      const url = buildUrl(pattern, this.data.sampleFor(pattern.link));
      return url === null ? [] : [pattern.origin ? url : origin + url];
    });
  }

  private matched(url: string, { pattern, values, ties, remarks }: Matched): UrlCard {
    const { link } = pattern;
    return {
      text: excerpt(url, 2000),
      opens: patternCard(link),
      takes: this.takes(link, values),
      ...this.arrival({ kind: 'link', link, values }),
      ties: ties.map((tie) => patternCard(tie.link)),
      remarks: remarks.map(sayRemark),
      why: null,
      nearest: [],
    };
  }

  private built(
    after: Configuration | null,
    when: readonly string[],
    putOffBy: UrlArrival['cold'][number]['putOffBy'],
  ): BuiltCard {
    const stack = after ? [...screensOf(activeStack(after))].map(({ label }) => label).reverse() : [];
    const [revealed] = after ? this.walker.after(after, { kind: 'back' }) : [];
    const condition = putOffBy?.needs.node.condition;
    return {
      when: when.join(' and '),
      stack,
      back: revealed ? activeStack(revealed)!.screen.label : null,
      putOffBy: putOffBy && {
        screen: putOffBy.screen.label,
        needs: condition ? this.plan.tree.text.slice(condition.from, condition.to).replace(/\s+/g, ' ') : '',
      },
    };
  }

  private once({ flags, texts, after }: NonNullable<UrlArrival['once']>): BuiltCard {
    const set = [...flags]
      .filter(([flag, value]) => flag.initial !== value)
      .map(([flag, value]) =>
        value === 'true' ? flag.name : value === 'false' ? `not ${flag.name}` : `${flag.name} is ${value}`,
      );
    return this.built(after, [...set, ...[...texts].map(([text, holds]) => sayAssumed(text, holds))], null);
  }
}

/** Whether every outcome shows something else first. */
const isGated = ({ cold }: UrlArrival): boolean => cold.length > 0 && cold.every(({ putOffBy }) => putOffBy !== null);

const sayAssumed = (text: string, holds: boolean): string =>
  text.endsWith(' is given') ? `${holds ? '' : 'not '}${text}` : `${holds ? '' : 'not '}“${text}”`;

/** A value on one line. */
function showFlat(value: Value): string {
  if (value !== null && isList(value)) return value.map(showFlat).join(', ');
  return value !== null && isRecord(value) ? JSON.stringify(value) : showPlainly(value);
}
