import { useId, type ReactNode, type Ref } from 'react';

interface Props {
  readonly ref: Ref<HTMLDialogElement>;
  readonly title: string;
  /** Word of the button that closes it. */
  readonly closes: 'Close' | 'Cancel';
  /** Class of its greatest width. */
  readonly width: string;
  readonly onClose?: () => void;
  readonly children: ReactNode;
}

/** A dialog over the page. Its button, Escape and a click beside it close it. */
export function Modal({ ref, title, closes, width, onClose, children }: Props) {
  const head = useId();
  return (
    <dialog ref={ref} className="modal" aria-labelledby={head} onClose={onClose}>
      <div className={`modal-box bg-paper ${width}`}>
        <h2 id={head} className="font-semibold text-[15px] mb-3 flex gap-2.5">
          <span className="double-bar h-[18px]" aria-hidden />
          {title}
        </h2>
        {children}
        <form method="dialog" className="mt-4 text-right">
          <button className="btn btn-sm">{closes}</button>
        </form>
      </div>
      <form method="dialog" className="modal-backdrop">
        <button tabIndex={-1}>{closes}</button>
      </form>
    </dialog>
  );
}
