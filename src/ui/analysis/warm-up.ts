import { checkTree } from '../../core/check';
import { IncrementalParser } from '../../core/language/incremental';
import { marginNotes } from '../../core/report/margin';
import { overview } from '../../core/report/overview';
import { packMargin, packOverview } from './packing';

/** Number of analyses until the browser has compiled the code that a keystroke runs; more gain nothing measurable. */
const rounds = 10;

/**
 * Analyses a text over and over, as if a user typed in its middle. The results are dropped; the point is the compiled
 * code. Otherwise the first keystrokes would take twice the time of later ones.
 *
 * @param text the plan; another kind of plan would warm other code
 * @returns pauses after each part of an analysis, so that other work may come in; a caller may drop it at any pause
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
