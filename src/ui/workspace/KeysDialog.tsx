'use client';

import type { Ref } from 'react';
import { Modal } from '../parts/Modal';
import { PageLink } from '../parts/PageLink';
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
    <Modal ref={ref} title="Help, settings, all keys" closes="Close" width="max-w-md">
      <p className="mb-3 flex flex-wrap gap-x-5 gap-y-1">
        {pages.map(({ name, title }) => (
          <PageLink key={name} className="fix-button" href={`/help/${name}`}>
            {title}
          </PageLink>
        ))}
      </p>
      <div className="border-y border-rule py-3 mb-3">
        <Settings />
      </div>
      <KeyTable />
    </Modal>
  );
}
