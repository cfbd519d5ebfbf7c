'use client';

import { timeOf, titleOf } from './words';
import { useAddress } from '../session/context';
import type { OldText } from './use-old-text';

interface Props extends Pick<OldText, 'revisions' | 'chosen'> {
  /** What has changed, in a few words; null until that is known. */
  readonly sum: string | null;
  /** Whether that is being found out. */
  readonly isPending: boolean;
}

/** Chooses the revision since which a view marks what has changed. */
export function SinceSwitch({ revisions, chosen, sum, isPending }: Props) {
  const address = useAddress();
  if (revisions.length === 0 && chosen === null) return null;
  const nameOf = (one: (typeof revisions)[number]): string => `${titleOf(one)}, ${timeOf(one)}`;
  const revision = revisions.find(({ id }) => id === chosen);
  return (
    <label className="flex flex-wrap items-center justify-end gap-x-2 gap-y-1 min-w-0">
      <span className="text-mute">since</span>
      <select
        aria-label="Mark what has changed since"
        className="h-7 px-1.5 border border-rule rounded-field bg-paper cursor-pointer min-w-28 max-w-44"
        // There may be no room for all of its name.
        title={revision && nameOf(revision)}
        value={chosen ?? ''}
        onChange={(event) => address.go({ since: event.target.value || null }, { replace: true })}
      >
        <option value="">no mark</option>
        {revisions.map((one) => (
          <option key={one.id} value={one.id}>
            {nameOf(one)}
          </option>
        ))}
      </select>
      {sum !== null && (
        <span className="text-mute whitespace-nowrap" role="status">
          {sum}
        </span>
      )}
      {isPending && <span className="text-mute appear-late">comparing…</span>}
    </label>
  );
}
