import { useState } from 'react';
import type { PlanSummary } from '../../wire/plans';
import { NameForm } from '../parts/NameForm';
import { PageLink } from '../parts/PageLink';
import { api } from '../session/api';
import type { Plans } from './use-plans';
import { when } from './when';

/** A plan in the list: its name, which can be changed in place, and its actions. */
export function PlanRow({ plan, plans }: { plan: PlanSummary; plans: Plans }) {
  const [naming, setNaming] = useState(false);
  return (
    <li className="border-b border-rule py-2.5 flex flex-wrap items-baseline gap-x-4 gap-y-1">
      {naming ? (
        <NameForm
          name={plan.name}
          width="w-full max-w-sm"
          onRename={(name) => plans.rename(plan.id, name)}
          onEnd={() => setNaming(false)}
        />
      ) : (
        <PageLink href={`/plans/${plan.id}`} className="font-semibold hover:text-primary flex-1 min-w-40 break-words">
          {plan.name}
        </PageLink>
      )}
      <span className="font-mono text-[12px] text-mute" suppressHydrationWarning>
        {when(plan.updatedAt)}
      </span>
      <span className="flex gap-4">
        <Action label="Rename" plan={plan} run={() => setNaming(true)} />
        <Action label="Duplicate" plan={plan} run={() => plans.duplicate(plan.id)} />
        <a className="fix-button" aria-label={`Download ${plan.name}`} href={api.downloadAddress(plan.id)} download>
          Download
        </a>
        <Action label="Delete" plan={plan} run={() => plans.remove(plan)} />
      </span>
    </li>
  );
}

function Action({ label, plan, run }: { label: string; plan: PlanSummary; run: () => void }) {
  return (
    <button type="button" className="fix-button" aria-label={`${label} ${plan.name}`} onClick={run}>
      {label}
    </button>
  );
}
