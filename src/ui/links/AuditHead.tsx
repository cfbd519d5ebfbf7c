import type { AuditSummary } from '../../wire/audits';
import { when } from './when';

interface Props {
  /** The audit that is shown: its id, or `new`. */
  readonly audit: string;
  readonly kept: readonly AuditSummary[];
  readonly onChoose: (audit: string) => void;
  readonly onTryUrls: () => void;
}

/** The head of the panel, with the audits that are kept with the plan. */
export function AuditHead({ audit, kept, onChoose, onTryUrls }: Props) {
  return (
    <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 mb-2">
      <strong className="part-head">Audit a file of URLs</strong>
      <span className="flex-1" />
      {kept.length > 0 && (
        <select
          aria-label="Kept audits"
          className="h-7 px-2 border border-rule rounded-field bg-paper cursor-pointer max-w-60"
          value={audit}
          onChange={(event) => onChoose(event.target.value)}
        >
          <option value="new">a new one</option>
          {kept.map(({ id, name, createdAt }) => (
            <option key={id} value={id}>
              {name}, {when(createdAt)}
            </option>
          ))}
          {audit !== 'new' && !kept.some(({ id }) => id === audit) && <option value={audit}>{audit}</option>}
        </select>
      )}
      <button type="button" className="fix-button" onClick={onTryUrls}>
        Try URLs instead
      </button>
    </p>
  );
}
