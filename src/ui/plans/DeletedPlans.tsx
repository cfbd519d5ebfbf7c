import { counted } from '../parts/numbers';
import type { Plans } from './use-plans';
import { when } from './when';

/** The deleted plans that can still be restored, each with its last day. */
export function DeletedPlans({ plans: { deleted, bringBack } }: { plans: Plans }) {
  if (deleted.length === 0) return null;
  return (
    <details className="mt-6">
      <summary className="cursor-pointer text-mute">
        {counted(deleted.length, 'deleted plan')}, kept for 30 days
      </summary>
      <ul className="mt-2" aria-label="Deleted plans">
        {deleted.map((plan) => (
          <li key={plan.id} className="py-1.5 flex flex-wrap items-baseline gap-x-4 gap-y-1">
            <span className="flex-1 min-w-40 break-words">{plan.name}</span>
            <span className="font-mono text-[12px] text-mute" suppressHydrationWarning>
              until {when(plan.until)}
            </span>
            <button
              type="button"
              className="fix-button"
              aria-label={`Bring ${plan.name} back`}
              onClick={() => bringBack(plan)}
            >
              Bring back
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
