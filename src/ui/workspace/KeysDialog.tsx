'use client';

import type { Ref } from 'react';
import Link from 'next/link';
import { Settings } from '../parts/Settings';
import { KeyTable } from './KeyTable';

/** What people ask first; the pages lead to all others. */
const pages = [
  { name: 'language', title: 'The language' },
  { name: 'rules', title: 'Rules' },
  { name: 'meaning', title: 'What a run is' },
  { name: 'views', title: 'The views' },
] as const;

export function KeysDialog({ ref }: { ref: Ref<HTMLDialogElement> }) {
  return (
    <dialog ref={ref} className="modal" aria-labelledby="keys-head">
      <div className="modal-box bg-paper max-w-md">
        <h2 id="keys-head" className="font-semibold text-[15px] mb-3 flex gap-2.5">
          <span className="double-bar h-[18px]" aria-hidden />
          Help, settings, all keys
        </h2>
        <p className="mb-3 flex flex-wrap gap-x-5 gap-y-1">
          {pages.map(({ name, title }) => (
            <Link key={name} className="fix-button" href={`/help/${name}`}>
              {title}
            </Link>
          ))}
        </p>
        <div className="border-y border-rule py-3 mb-3">
          <Settings />
        </div>
        <KeyTable />
        <form method="dialog" className="mt-4 text-right">
          <button className="btn btn-sm">Close</button>
        </form>
      </div>
      <form method="dialog" className="modal-backdrop">
        <button tabIndex={-1}>Close</button>
      </form>
    </dialog>
  );
}
