import type { ReactNode } from 'react';

interface Props {
  readonly isError: boolean;
  readonly children: ReactNode;
  /** What can be done about it, such as Undo. */
  readonly action?: { readonly label: string; readonly run: () => void } | undefined;
  readonly onClose: () => void;
}

/** Says in place what has happened, until somebody closes it. Read aloud: an error at once. */
export function Notice({ isError, children, action, onClose }: Props) {
  return (
    <p
      role={isError ? 'alert' : 'status'}
      className={`px-3 py-2 rounded-field flex gap-4 ${isError ? 'tone-error' : 'bg-base-200'}`}
    >
      <span>{children}</span>
      {action && (
        <button type="button" className="fix-button" onClick={action.run}>
          {action.label}
        </button>
      )}
      <span className="flex-1" />
      <button type="button" className="fix-button" onClick={onClose}>
        Close
      </button>
    </p>
  );
}
