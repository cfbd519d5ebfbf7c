interface Props {
  /** In bytes. */
  readonly read: number;
  readonly size: number;
  readonly onCancel: () => void;
}

/** How much of a file has been read. */
export function AuditProgress({ read, size, onCancel }: Props) {
  const whole = Math.max(1, size);
  return (
    <p className="flex items-center gap-3 mb-3">
      <progress
        className="flex-1 h-2 accent-primary"
        aria-label="Share of the file that is read"
        max={whole}
        value={read}
      />
      <span className="tabular-nums text-mute w-12 text-right">{Math.floor((100 * read) / whole)} %</span>
      <button type="button" className="btn btn-sm" onClick={onCancel}>
        Cancel
      </button>
    </p>
  );
}
