/** What has changed in the table of supply since a revision, block by block. */
import type { SupplySince } from '../../core/compare/report/since';

export interface BlockMarks {
  readonly newArguments: ReadonlySet<string>;
  /** Offsets of rows. */
  readonly newWays: ReadonlySet<number>;
  /** Names of arguments and ways in that have gone. */
  readonly gone: readonly string[];
}

/** The marks of blocks, by the label of their screen; none where nothing has changed. */
export function marksOf(since: SupplySince | null): ReadonlyMap<string, BlockMarks> {
  if (!since) return new Map();
  const newWays = new Set(since.newWays.map(({ at }) => at));
  const screens = [since.newArguments, since.goneArguments, since.newWays, since.goneWays].flatMap((all) =>
    all.map(({ screen }) => screen),
  );
  const namesOf = (all: readonly { readonly screen: string; readonly name: string }[], screen: string): string[] =>
    all.filter((one) => one.screen === screen).map(({ name }) => name);
  return new Map(
    [...new Set(screens)].map((screen) => [
      screen,
      {
        newArguments: new Set(namesOf(since.newArguments, screen)),
        newWays,
        gone: [...namesOf(since.goneArguments, screen), ...namesOf(since.goneWays, screen)],
      },
    ]),
  );
}

export const sumOf = ({ newArguments, newWays, goneArguments, goneWays }: SupplySince): string =>
  `${newArguments.length + newWays.length} new, ${goneArguments.length + goneWays.length} gone`;
