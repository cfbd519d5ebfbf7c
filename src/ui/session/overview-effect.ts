import { StateEffect, StateField, type ChangeDesc, type Transaction } from '@codemirror/state';
import type { MarginNote } from '../../core/report/margin';
import type { Overview } from '../../core/report/overview';

/** A result that was computed on a text, and the changes of that text since; null without changes. */
export interface Dated<T> {
  readonly value: T;
  readonly since: ChangeDesc | null;
}

/** Bring a new analysis into the editor. */
export const showOverview = StateEffect.define<Dated<Overview>>();
export const showMargin = StateEffect.define<Dated<readonly MarginNote[]>>();

/** Keeps the last value that an effect brought. Its offsets are of its own text: map them through `since`. */
function dated<T>(effectType: ReturnType<typeof StateEffect.define<Dated<T>>>): StateField<Dated<T> | null> {
  return StateField.define<Dated<T> | null>({
    create: () => null,
    update(last, transaction: Transaction) {
      for (const effect of transaction.effects) if (effect.is(effectType)) return effect.value;
      if (!last || !transaction.docChanged) return last;
      return {
        value: last.value,
        since: last.since ? last.since.composeDesc(transaction.changes) : transaction.changes.desc,
      };
    },
  });
}

export const overviewField = dated(showOverview);
export const marginField = dated(showMargin);

/** The offset in the current text of an offset in the text of a result. */
export const mapped = ({ since }: Dated<unknown>, offset: number): number => (since ? since.mapPos(offset) : offset);

/** The other way about. */
export const unmapped = ({ since }: Dated<unknown>, offset: number): number =>
  since ? since.invertedDesc.mapPos(offset) : offset;
