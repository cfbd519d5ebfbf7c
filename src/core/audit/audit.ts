/** Audit of many URLs: counted one by one, in memory that does not grow with their number. */
import { arrivalOf } from '../walk/arrival';
import { mayMeet } from '../links/clashes';
import { nearest, type Failure } from '../links/near';
import type { Pattern } from '../links/pattern';
import { isMatched, isPattern, spaceOf, type UrlSpace } from '../links/space';
import { isUrl, readUrl, type UrlProblem } from '../links/url';
import type { Plan } from '../plan/model';
import { sayGroup, sayUrlProblemOf, excerpt } from '../rules/parts/links-parts';
import { plain } from '../rules/parts/message';
import { Data } from '../walk/data';
import { Walker } from '../walk/walker';

/** URLs that one pattern takes. */
export interface OpenedGroup {
  readonly pattern: string;
  /** Label of the screen that it opens. */
  readonly screen: string;
  readonly count: number;
  /** Whether on a cold start something else is shown first, since the screen needs it. */
  readonly gated: boolean;
  /** URLs among these that match another pattern that is as specific. */
  readonly ambiguous: number;
  readonly examples: readonly string[];
}

/** URLs that open nothing, for the same reason. */
export interface LostGroup {
  /** The nearest pattern, and its screen; null if there is none, or if the URLs cannot be read. */
  readonly pattern: string | null;
  readonly screen: string | null;
  readonly why: string;
  readonly count: number;
  readonly examples: readonly string[];
}

/** URLs that fit several patterns, none of which is more specific. */
export interface AmbiguousGroup {
  /** The one that takes them first. */
  readonly patterns: readonly string[];
  readonly count: number;
  readonly examples: readonly string[];
}

export interface AuditReport {
  readonly total: number;
  /**
   * How many open their screen on a cold start; how many something else first; how many nothing; how many are no URL of
   * the app. The four add up.
   */
  readonly opens: number;
  readonly gated: number;
  readonly lost: number;
  readonly unreadable: number;
  /** Number of ambiguous URLs, which are also counted as opening a screen. */
  readonly ambiguous: number;
  /** Each list has the largest first. */
  readonly opened: readonly OpenedGroup[];
  readonly lostGroups: readonly LostGroup[];
  readonly unreadableGroups: readonly LostGroup[];
  readonly ambiguousGroups: readonly AmbiguousGroup[];
}

/**
 * Number of examples kept of each group of lost URLs, then of other groups; maximum length of an example; maximum
 * number of groups of a kind, beyond which one group takes the rest.
 */
const mostExamples = 3;
const longestExample = 200;
const mostGroups = 500;

class Group {
  count = 0;
  readonly examples: string[] = [];

  constructor(private readonly most = mostExamples) {}

  add(url: string): void {
    this.count++;
    if (this.examples.length >= this.most) return;
    const example = excerpt(url, longestExample);
    if (!this.examples.includes(example)) this.examples.push(example);
  }
}

class Opened extends Group {
  ambiguous = 0;

  constructor(
    readonly pattern: Pattern,
    readonly gated: boolean,
    readonly hasRivals: boolean,
  ) {
    super(1);
  }
}

class Lost extends Group {
  constructor(
    readonly pattern: Pattern | null,
    readonly why: string,
  ) {
    super();
  }
}

class Ambiguous extends Group {
  constructor(readonly patterns: readonly Pattern[]) {
    super();
  }
}

/** Audits URLs against one variant of a plan. */
export class Audit {
  private readonly space: UrlSpace;
  private readonly walker: Walker;
  private total = 0;
  private readonly opened = new Map<Pattern, Opened>();
  private readonly lost = new Map<string, Lost>();
  private readonly unreadable = new Map<string, Lost>();
  private readonly ambiguous = new Map<string, Ambiguous>();

  constructor(
    private readonly plan: Plan,
    variant: string,
  ) {
    this.space = spaceOf(plan, variant);
    this.walker = new Walker(plan, variant, new Data(plan));
  }

  /** How many were added. */
  get count(): number {
    return this.total;
  }

  /** Counts a URL. Costs a look-up, and a search for the nearest pattern if the URL opens nothing. Never throws. */
  add(url: string): void {
    this.total++;
    const found = this.space.find(url);
    if (isPattern(found)) this.addOpened(found, url);
    else if (found) this.addUnreadable(found, url);
    else this.addLost(url);
  }

  report(): AuditReport {
    const opened = [...this.opened.values()];
    const sum = (groups: Iterable<Group>): number => [...groups].reduce((all, { count }) => all + count, 0);
    const gated = sum(opened.filter((group) => group.gated));
    return {
      total: this.total,
      opens: sum(opened) - gated,
      gated,
      lost: sum(this.lost.values()),
      unreadable: sum(this.unreadable.values()),
      ambiguous: opened.reduce((all, { ambiguous }) => all + ambiguous, 0),
      opened: largestFirst(opened).map(({ pattern: { link }, count, gated: isGated, ambiguous, examples }) => ({
        pattern: link.pattern,
        screen: link.screen.label,
        count,
        gated: isGated,
        ambiguous,
        examples: [...examples],
      })),
      lostGroups: largestFirst(this.lost.values()).map(lostGroup),
      unreadableGroups: largestFirst(this.unreadable.values()).map(lostGroup),
      ambiguousGroups: largestFirst(this.ambiguous.values()).map(({ patterns, count, examples }) => ({
        patterns: patterns.map(({ link }) => link.pattern),
        count,
        examples: [...examples],
      })),
    };
  }

  private addOpened(pattern: Pattern, url: string): void {
    let group = this.opened.get(pattern);
    if (!group) {
      // Conditions depend only on whether the URL brings a value. If that is open, the screen counts as shown.
      const { cold } = arrivalOf(this.plan, this.walker, { kind: 'link', link: pattern.link });
      const rivals = this.treesOf(pattern).some((tree) =>
        mayMeet(tree, pattern).some((other) => other.rank === pattern.rank),
      );
      this.opened.set(
        pattern,
        (group = new Opened(pattern, cold.length > 0 && cold.every(({ putOffBy }) => putOffBy !== null), rivals)),
      );
    }
    group.add(url);
    if (!group.hasRivals) return;
    const matched = this.space.match(url);
    if (!isMatched(matched) || matched.ties.length === 0) return;
    group.ambiguous++;
    const all = [matched.pattern, ...matched.ties];
    groupOf(
      this.ambiguous,
      all.map(({ index }) => index).join(),
      () => new Ambiguous(all),
      () => new Ambiguous([]),
    ).add(url);
  }

  private treesOf({ origin }: Pattern): ReturnType<UrlSpace['treeOf']>[] {
    return origin ? [this.space.treeOf(origin)] : [null, ...this.space.origins].map((each) => this.space.treeOf(each));
  }

  private addUnreadable(problem: UrlProblem, url: string): void {
    groupOf(this.unreadable, keyOf(problem), () => new Lost(null, plain(sayUrlProblemOf(problem))), otherReasons).add(
      url,
    );
  }

  private addLost(url: string): void {
    const read = readUrl(url, this.space.origins);
    const [near] = isUrl(read) ? nearest(this.space.treeOf(read.origin), read, 1) : [];
    if (near)
      groupOf(
        this.lost,
        `${near.pattern.index} ${keyOfFailure(near.failure)}`,
        () => new Lost(near.pattern, plain(sayGroup(near))),
        otherReasons,
      ).add(url);
    else groupOf(this.lost, '', () => new Lost(null, 'no pattern comes near'), otherReasons).add(url);
  }
}

const otherReasons = (): Lost => new Lost(null, 'other reasons');

/** The group of a key; beyond the maximum, the group of all others. */
function groupOf<T>(groups: Map<string, T>, key: string, make: () => T, rest: () => T): T {
  let group = groups.get(key);
  if (group) return group;
  const isRest = groups.size >= mostGroups - 1;
  group = (isRest ? groups.get('rest') : undefined) ?? (isRest ? rest() : make());
  groups.set(isRest ? 'rest' : key, group);
  return group;
}

const largestFirst = <T extends Group>(groups: Iterable<T>): T[] => [...groups].sort((a, b) => b.count - a.count);

const lostGroup = ({ pattern, why, count, examples }: Lost): LostGroup => ({
  pattern: pattern?.link.pattern ?? null,
  screen: pattern?.link.screen.label ?? null,
  why,
  count,
  examples: [...examples],
});

/** Another origin is a group of its own; for a malformed URL only the kind of problem counts. */
const keyOf = (problem: UrlProblem): string =>
  problem.why === 'other-origin' ? `${problem.why} ${excerpt(problem.text)}` : problem.why;

/** Key of a failure: a misplaced word counts, and of a value that does not fit only its place. */
function keyOfFailure(failure: Failure): string {
  const place = 'segment' in failure ? failure.segment : failure.name;
  return `${failure.why} ${place} ${failure.why === 'text' ? excerpt(failure.found) : ''}`;
}
