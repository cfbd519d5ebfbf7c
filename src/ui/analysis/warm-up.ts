import { checkTree } from '../../core/check';
import { IncrementalParser } from '../../core/language/incremental';
import { marginNotes } from '../../core/report/margin';
import { overview } from '../../core/report/overview';
import { packMargin, packOverview } from './packing';

/** Analyses until the browser has compiled what a keystroke runs; more gain nothing measurable. */
const rounds = 10;

/**
 * Analyses a text over and over as if somebody typed in its middle, for nothing but the compiled code that the browser
 * then has: the first keystrokes would otherwise pay for it, at twice the time of those that follow.
 *
 * @param text the plan; of another kind of plan other code would be hot
 * @returns pauses after each part of an analysis, where other work may come in; dropping it half way does no harm
 */
export function* warmUp(text: string): Generator<void, void, void> {
  const parser = new IncrementalParser();
  const middle = text.indexOf('\n', text.length / 2);
  for (let round = 0; round < rounds; round++) {
    // A comment that comes and goes changes one line and moves all that follows, and means nothing.
    const tree = parser.parse(round % 2 === 0 || middle < 0 ? text : `${text.slice(0, middle)} #${text.slice(middle)}`);
    yield;
    const check = checkTree(tree);
    packMargin(marginNotes(check));
    yield;
    const work = check.deepen();
    while (!work.next().done) yield;
    packOverview(overview(check));
    yield;
  }
}
