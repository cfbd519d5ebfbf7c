import type { ReactNode } from 'react';

type NoticeTone = 'plain' | 'warning' | 'error';

interface Action {
  readonly label: string;
  readonly run: () => void;
}

interface Props {
  readonly children: ReactNode;
  /** How bad it is; plain for good news. */
  readonly tone?: NoticeTone;
  /** A box among other content, a bar across the page above its subject, or a line beside its subject. */
  readonly form?: 'box' | 'bar' | 'line';
  /** Ways to react, such as Undo. */
  readonly actions?: readonly Action[];
  /** Closes the notice; without it the notice stays for as long as it is true. */
  readonly onClose?: () => void;
  readonly className?: string;
}

const looks = {
  box: { plain: 'bg-base-200', warning: 'tone-warning', error: 'tone-error' },
  bar: { plain: 'bg-base-200', warning: 'bg-warning-wash', error: 'bg-error-wash' },
  line: { plain: '', warning: 'text-warning', error: 'text-error' },
} as const;

const rooms = {
  box: 'px-3 py-2 rounded-field',
  bar: 'px-4 py-2 border-b border-rule',
  line: '',
} as const;

/** Says in place what has happened. Screen readers read errors at once. */
export function Notice({ children, tone = 'error', form = 'box', actions = [], onClose, className = '' }: Props) {
  return (
    <div
      role={tone === 'plain' ? 'status' : 'alert'}
      className={`flex flex-wrap items-baseline gap-x-5 gap-y-1 ${rooms[form]} ${looks[form][tone]} ${className}`}
    >
      <p>{children}</p>
      {actions.map(({ label, run }) => (
        <button key={label} type="button" className="fix-button" onClick={run}>
          {label}
        </button>
      ))}
      {onClose && (
        <button type="button" className="fix-button ml-auto" onClick={onClose}>
          Close
        </button>
      )}
    </div>
  );
}
