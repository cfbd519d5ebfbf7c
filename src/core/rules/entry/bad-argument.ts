import { closest } from '../../language/closest';
import { nearestTo } from '../../links/near';
import { spaceOf, type Matched } from '../../links/space';
import { entriesOpening, isValueOf, type EntryUrl } from '../parts/entry-urls';
import { example } from '../parts/example';
import { sayFailure, sayRemark, excerpt } from '../parts/links-parts';
import { say } from '../parts/message';
import type { Fix, Found, Rule } from '../parts/rule';

export const badArgument: Rule = {
  id: 'entry/bad-argument',
  severity: 'error',
  groups: ['entry', 'links'],
  reason: 'A value in the URL of an entry does not fit, or nobody reads it.',
  explanation:
    'A path value that does not have the argument’s type opens nothing. A query name that the pattern does ' +
    'not declare is ignored, and so is its value.',
  ...example`
      app "Huts"
      origin huts:
      start list
    - entry shortcut "First hut" opens /huts/one
    + entry shortcut "First hut" opens /huts/1
      screen list "Huts" {
        on "First" push hut
      }
      screen hut "Hut" {
        takes hutId: int = 1
        link /huts/{hutId}
      }
  `,
  *check({ plan }) {
    for (const opening of entriesOpening(plan)) {
      const { entry, url, found, variant } = opening;
      if (found.kind === 'matched') {
        yield* unread(opening, found.matched);
        continue;
      }
      const [near] = found.kind === 'nothing' ? nearestTo(spaceOf(plan, found.variant), url.text, 1) : [];
      if (!near || !isValueOf(near.failure)) continue;
      yield {
        range: url,
        summary: say`A value in the URL of “${entry.label}” does not fit ${near.pattern.link.pattern}.`,
        detail: say`${sayFailure(near)}. Nothing opens.`,
        subject: entry.label,
        variant,
        url: url.text,
      };
    }
  },
};

/** Names in the query that the pattern does not have, or that stand there twice. */
function* unread({ entry, url, variant }: EntryUrl, { pattern, remarks }: Matched): Generator<Found> {
  for (const remark of remarks) {
    if (remark.kind !== 'unknown-name' && remark.kind !== 'repeated') continue;
    const names = pattern.query.map(({ name }) => name);
    const near = remark.kind === 'unknown-name' ? closest(remark.name, names) : null;
    const at = placeOf(url.text, remark.name);
    const fixes: Fix[] =
      near && at !== null
        ? [
            {
              label: `Write ${near}`,
              edits: [{ from: url.from + at, to: url.from + at + remark.name.length, insert: near }],
            },
          ]
        : [];
    yield {
      range: url,
      summary: say`The URL of “${entry.label}” hands over ${excerpt(remark.name)}, ${remark.kind === 'repeated' ? say`twice` : say`which ${pattern.link.pattern} does not have`}.`,
      detail: near ? say`Did you mean ${near}?` : sayRemark(remark),
      subject: entry.label,
      variant,
      url: url.text,
      fixes,
    };
  }
}

/** Range of a name in a query, as written; null if it is escaped. */
function placeOf(url: string, name: string): number | null {
  const at = [`?${name}=`, `&${name}=`].map((written) => url.indexOf(written)).find((each) => each >= 0);
  return at === undefined ? null : at + 1;
}
