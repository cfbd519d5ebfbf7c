import { api } from '../session/api';
import type { LoadedAudit } from './use-kept-audits';
import { when } from './when';
import { Notice } from '../parts/Notice';

/** A kept audit: its file, date and variant. */
export function KeptAudit({ planId, audit, onRemove }: { planId: string; audit: LoadedAudit; onRemove: () => void }) {
  if ('missing' in audit) return <Notice form="line">{audit.missing}</Notice>;
  return (
    <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 mb-3">
      <span className="font-mono break-all">{audit.name}</span>
      <span className="text-mute">
        {when(audit.createdAt)}, variant {audit.variant}
      </span>
      <span className="flex-1" />
      <a className="fix-button" href={api.auditAddress(planId, audit.id)} download>
        Download as CSV
      </a>
      <button type="button" className="fix-button" onClick={onRemove}>
        Delete
      </button>
    </p>
  );
}
