import { StateEffect, StateField, type ChangeDesc } from '@codemirror/state';
import type { Overview } from '../../core/report/overview';

interface Analysed {
  readonly overview: Overview;
  /** What has changed since the text that was analysed; null where nothing has. */
  readonly since: ChangeDesc | null;
}

/** Brings a new analysis into the editor. */
export const showOverview = StateEffect.define<Analysed>();

/** The analysis that the editor shows. Its offsets are of the analysed text: map them through `since`. */
export const analysedField = StateField.define<Analysed | null>({
  create: () => null,
  update(value, transaction) {
    for (const effect of transaction.effects) if (effect.is(showOverview)) return effect.value;
    if (!value || !transaction.docChanged) return value;
    return { overview: value.overview, since: value.since ? value.since.composeDesc(transaction.changes) : transaction.changes.desc };
  },
});

/** An offset of the analysed text in the text as it is now. */
export const mapped = ({ since }: Analysed, offset: number): number => (since ? since.mapPos(offset) : offset);

/** An offset of the text as it is now in the analysed text. */
export const unmapped = ({ since }: Analysed, offset: number): number => (since ? since.invertedDesc.mapPos(offset) : offset);
