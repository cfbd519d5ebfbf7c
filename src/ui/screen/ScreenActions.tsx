'use client';

import type { ScreenCard } from '../../core/report/overview';
import { useActions, useSession, useSnapshot } from '../session/context';

/** Buttons that open the dialogs for changes of a screen. */
export function ScreenActions({ screen }: { screen: ScreenCard }) {
  const session = useSession();
  const overview = useSnapshot('overview');
  const { change } = useActions();
  const { label } = screen;
  const actions: readonly (readonly [word: string, key: string | null, act: () => void])[] = [
    ['Add a way out', 'o', () => change({ kind: 'way', screen: label })],
    ['Arguments', null, () => change({ kind: 'signature', screen: label })],
    [
      'Rename',
      'F2',
      () => change({ kind: 'rename', at: session.nowAt(screen.at, overview), name: label.split('.').at(-1)! }),
    ],
    ['Move', null, () => change({ kind: 'move', screen: label })],
    ['Start here', null, () => change({ kind: 'start', screen: label })],
    ['Delete', null, () => change({ kind: 'delete', screen: label })],
  ];
  return (
    <ul className="flex flex-wrap gap-x-3.5 gap-y-1 mt-2.5" aria-label={`Change ${label}`}>
      {actions.map(([word, key, act]) => (
        <li key={word}>
          <button type="button" className="fix-button font-normal" onClick={act}>
            {word}
            {key && (
              <kbd className="key-hint ml-1" aria-hidden>
                {key}
              </kbd>
            )}
          </button>
        </li>
      ))}
    </ul>
  );
}
