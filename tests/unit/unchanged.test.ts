/**
 * Plans that were written before the language grew, with their verdicts then: `unchanged/plans.json` has the demo and all
 * examples of documents and rules. A new construct of the language changes none of these verdicts, and no layout. An
 * answer that was not whole (`…`) may become so.
 */
import { createHash } from 'node:crypto';
import { expect, test } from 'vitest';
import { check, type Check } from '../../src/core/check';
import { format } from '../../src/core/language/format';
import plans from './unchanged/plans.json';

/** Names of screens, in the order given. */
const labels = (screens: readonly { readonly label: string }[]): string => screens.map(({ label }) => label).join(' ');

/** All verdicts on the screens of a plan, and its findings, a line each. */
function* verdictsOf({ text, plan, reach, findings, accepted }: Check): Generator<string> {
  for (const variant of reach.variants) {
    yield `  ${variant.name}: ${variant.kind}`;
    for (const screen of plan.screens) {
      const { reachable, taps, fromOutside, isShortest } = variant.verdicts[screen.index]!;
      const { reveals, leaves, arrow, whole, deepest } = variant.back(screen);
      const reached = `${reachable} ${taps ?? '-'}${fromOutside ? ' from outside' : ''}${isShortest ? '' : ' at most'}`;
      const back = `${labels(reveals) || '-'}${whole ? '' : ' …'}, leaves ${leaves}, arrow ${arrow}`;
      const frames = deepest?.frames ?? (deepest ? `no bound: ${labels(deepest.cycle)}` : '-');
      yield `    ${screen.label}: ${reached}; ${back}, frames ${frames}`;
    }
  }
  for (const { rule, range, subject, walk } of findings) {
    const { length } = text.slice(0, range.from).split('\n');
    yield `  ${length} ${rule} ${subject ?? '-'}${walk ? `: ${walk.join(', ')}` : ''}`;
  }
  if (accepted.length > 0) yield `  accepted: ${accepted.length}`;
}

/** The first digits of a digest. */
const digestOf = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 12);

test('plans of before the language grew have the verdicts and the layout that they had', async () => {
  const lines = Object.entries(plans).flatMap(([name, text]) => [
    `${name}: laid out as ${digestOf(format(text) ?? '')}`,
    ...verdictsOf(check(text)),
  ]);
  await expect(`${lines.join('\n')}\n`).toMatchFileSnapshot('unchanged/verdicts.txt');
});
