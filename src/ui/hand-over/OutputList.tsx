'use client';

import type { KeyboardEvent } from 'react';
import { entries, entryOf, type Output } from './outputs';

interface Props {
  readonly shown: Output;
  readonly onShow: (output: Output) => void;
  readonly onPackAll: () => void;
}

const steps: Readonly<Record<string, number>> = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 };

/** The list of outputs, in the order of their readers. The arrow keys go from one to the next. */
export function OutputList({ shown, onShow, onPackAll }: Props) {
  const current = entryOf(shown);
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = steps[event.key] ?? 0;
    const next = entries[entries.indexOf(current) + step];
    if (step === 0 || !next) return;
    event.preventDefault();
    onShow(next.outputs[0]!);
    const buttons = event.currentTarget.querySelectorAll<HTMLButtonElement>('button[data-output]');
    buttons[entries.indexOf(next)]?.focus();
  };
  return (
    <nav
      aria-label="Outputs"
      className="overflow-auto px-3 pt-3.5 pb-4 grid gap-1 content-start min-h-0 compact:grid-cols-3"
      onKeyDown={onKeyDown}
    >
      {entries.map((entry) => (
        <button
          key={entry.title}
          type="button"
          data-output={entry.outputs[0]}
          aria-current={entry === current ? 'true' : undefined}
          className="grid text-left px-2.5 py-2 rounded-field cursor-pointer hover:bg-base-200 aria-[current]:bg-primary-wash"
          onClick={() => onShow(entry === current ? shown : entry.outputs[0]!)}
        >
          <span className={entry === current ? 'font-semibold text-primary' : 'font-semibold'}>{entry.title}</span>
          <span className="text-mute text-[12px]">for {entry.who}</span>
        </button>
      ))}
      <p className="px-2.5 pt-3 mt-2 border-t border-rule compact:col-span-full">
        <button type="button" className="fix-button" onClick={onPackAll}>
          Download everything as one zip
        </button>
      </p>
    </nav>
  );
}
