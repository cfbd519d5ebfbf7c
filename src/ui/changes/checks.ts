/** Checks of the texts that are compared: one text stays while the other one is typed. */
import { check, checkPlan, type Check } from '../../core/check';
import { IncrementalParser } from '../../core/language/incremental';
import { resolveWithReferences } from '../../core/plan/references';

/** Texts with which others are compared and whose checks are kept. */
const mostKept = 3;

export class Checks {
  private readonly kept = new Map<string, Check>();
  private readonly parser = new IncrementalParser();
  private typed: Check | null = null;

  /** The check of a text that stays. */
  ofOld(text: string): Check {
    const found = this.kept.get(text) ?? check(text);
    this.kept.delete(text);
    this.kept.set(text, found);
    for (const [oldest] of this.kept) if (this.kept.size > mostKept) this.kept.delete(oldest);
    return found;
  }

  /** The check of a text that is typed. It may be used until the next text is: their trees have nodes in common. */
  ofTyped(text: string): Check {
    if (this.typed?.text !== text) this.typed = checkPlan(resolveWithReferences(this.parser.parse(text)));
    return this.typed;
  }
}
