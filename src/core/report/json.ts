import type { Check } from '../check';
import { isIn } from '../plan/model';
import { walkLabels } from '../walk/tap';
import { plain } from '../rules/parts/message';
import type { Severity } from '../rules/parts/rule';
import type { Source } from './source';
import { countAll, type Counts } from './counts';

/** One screen in one variant. */
export interface JsonVerdict {
  readonly reachable: 'yes' | 'no' | 'undecided';
  readonly taps: number | null;
  /** Whether `taps` is proved to be the minimum: not always where tabs share flags, or flags have too many values. */
  readonly tapsAreLeast: boolean;
  readonly walk: readonly string[] | null;
  /** Screens that Back can reveal, as far as a walk shows it. */
  readonly beneath: readonly string[];
  /** Whether that is proved to be all: not always in such plans, and never in one without a start. */
  readonly beneathIsAll: boolean;
  /** Whether Back can leave the app; null if no walk does so, and no proof rules it out. */
  readonly backLeaves: boolean | null;
  /** Maximum number of screens on a stack with this one on top; null if it is unknown. */
  readonly deepest: number | 'no bound' | null;
}

/** Output of `andante check --format json`: lines and columns from 1, columns in UTF-16 code units. */
export interface JsonReport {
  readonly andante: string;
  readonly file: string;
  readonly app: string | null;
  readonly summary: Pick<Counts, 'screens' | 'transitions' | 'arguments' | 'links' | 'errors' | 'warnings' | 'notes'>;
  readonly screens: readonly {
    readonly name: string;
    readonly module: string | null;
    readonly variants: Readonly<Record<string, JsonVerdict>>;
  }[];
  readonly findings: readonly {
    readonly rule: string;
    readonly severity: Severity;
    readonly message: string;
    readonly line: number;
    readonly column: number;
    readonly endLine: number;
    readonly endColumn: number;
    readonly subject: string | null;
    readonly variant: string | null;
    readonly walk: readonly string[] | null;
    readonly url: string | null;
    /** Its file, for a plan of several. */
    readonly file?: string;
  }[];
}

export function jsonReport(check: Check, source: Source, version: string): JsonReport {
  const { plan, reach, findings } = check;
  const { screens, transitions, arguments: args, links, errors, warnings, notes } = countAll(check);
  return {
    andante: version,
    file: source.file,
    app: plan.name,
    summary: { screens, transitions, arguments: args, links, errors, warnings, notes },
    screens: plan.screens.map((screen) => ({
      name: screen.name,
      module: screen.module?.name ?? null,
      variants: Object.fromEntries(
        reach.variants
          .filter(({ name }) => isIn(screen.only, name))
          .map(({ name, verdicts, back }) => {
            const { reachable, taps, isShortest, walk } = verdicts[screen.index]!;
            const { reveals, whole, leaves, deepest } = back(screen);
            return [
              name,
              {
                reachable,
                taps,
                tapsAreLeast: isShortest === true,
                walk: walk && walkLabels(walk),
                beneath: reveals.map(({ label }) => label),
                beneathIsAll: whole,
                backLeaves: leaves,
                deepest: deepest && (deepest.frames ?? 'no bound'),
              },
            ];
          }),
      ),
    })),
    findings: findings.map(({ rule, severity, summary, detail, range, subject, variant, walk, url }) => {
      const start = source.positionOf(range.from);
      const end = source.positionOf(range.to);
      return {
        rule,
        severity,
        message: `${plain(summary)} ${plain(detail)}`,
        line: start.line,
        column: start.column,
        endLine: end.line,
        endColumn: end.column,
        subject,
        variant,
        walk,
        url,
        ...(source.isSingle ? {} : { file: start.file }),
      };
    }),
  };
}
