interface Props {
  /** In pixels. */
  readonly size: number;
}

/** The sign of a screen that no walk reaches: an empty mark, crossed out. */
export function StrandedMark({ size }: Props) {
  return (
    <svg width={size} height={size} viewBox="0 0 14 14" aria-hidden className="text-error self-center">
      <circle cx="7" cy="7" r="4.5" fill="none" stroke="currentColor" strokeWidth="1.5" />
      <line x1="1.5" y1="12.5" x2="12.5" y2="1.5" stroke="currentColor" strokeWidth="1.5" />
    </svg>
  );
}
