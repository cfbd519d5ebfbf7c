import type { AuditFile } from './audit-file';
import { Notice } from '../parts/Notice';

interface Props {
  readonly variant: string;
  /** A file of several columns, before the user has chosen one. */
  readonly chosen: AuditFile | null;
  /** Why the last audit failed. */
  readonly failure: string | null;
  readonly onPick: () => void;
  readonly onColumn: (column: number) => void;
  readonly onBegin: () => void;
}

/** Choice of a file of URLs, and of the column with the URLs. */
export function AuditChoice({ variant, chosen, failure, onPick, onColumn, onBegin }: Props) {
  return (
    <div className="border border-dashed border-rule rounded-field bg-paper p-4 grid gap-3">
      <p>
        A file of any size: one URL a line, an access log, or CSV. It is read on this machine, in{' '}
        {variant === 'app' ? (
          'this plan'
        ) : (
          <>
            variant <code>{variant}</code>
          </>
        )}
        .
      </p>
      <p>
        <button type="button" className="btn btn-sm btn-primary" onClick={onPick}>
          Choose a file
        </button>{' '}
        <span className="text-mute ml-2">or drop one here</span>
      </p>
      {chosen?.columns && (
        <p className="flex flex-wrap gap-2 items-center">
          <label className="flex gap-2 items-center">
            <span>
              The URLs of <span className="font-mono">{chosen.file.name}</span> stand in column
            </span>
            <select
              className="h-7 px-2 border border-rule rounded-field bg-paper cursor-pointer max-w-48"
              value={chosen.column ?? 0}
              onChange={(event) => onColumn(Number(event.target.value))}
            >
              {chosen.columns.map((name, column) => (
                <option key={column} value={column}>
                  {name || `column ${column + 1}`}
                </option>
              ))}
            </select>
          </label>
          <button type="button" className="btn btn-sm btn-primary" onClick={onBegin}>
            Audit it
          </button>
        </p>
      )}
      {failure && <Notice form="line">{failure}</Notice>}
    </div>
  );
}
