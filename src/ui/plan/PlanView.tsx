'use client';

import { memo, useEffect, useRef, useSyncExternalStore } from 'react';
import { FindingsList } from '../findings/FindingsList';
import { PlanPanel } from '../screen/PlanPanel';
import { ScreenPanel } from '../screen/ScreenPanel';
import { useAddress, useSession, useSnapshot } from '../session/context';
import { useCaretScreen } from './use-caret-screen';

/** The text with its margin, the screen under the caret beside it, the findings beneath. */
export const PlanView = memo(function PlanView() {
  const session = useSession();
  const overview = useSnapshot('overview');
  const detail = useSnapshot('detail');
  const address = useAddress();
  const place = useRef<HTMLDivElement>(null);
  const caret = useSyncExternalStore(session.subscribeToCaret, session.getCaret, session.getCaret);
  const { findings, stage } = overview;
  const isRead = stage !== 'unread';
  const at = session.wasAt(caret, overview);

  useEffect(() => session.mount(place.current!), [session]);

  useCaretScreen();

  return (
    <main className="grid grid-cols-[minmax(0,1.38fr)_minmax(0,1fr)] min-h-0 compact:block">
      <div className="grid grid-rows-[minmax(0,1fr)_auto] min-h-0 border-r border-rule compact:grid-rows-[max(240px,56vh)_auto]">
        <div ref={place} className="min-h-0 overflow-hidden bg-paper contain-strict" data-testid="editor" />
        <FindingsList current={findings.findIndex(({ range }) => range.from <= at && at <= range.to)} />
      </div>
      <div className="overflow-auto px-[18px] py-4 min-w-0 contain-strict compact:contain-none">
        {address.screen !== null && detail ? (
          <ScreenPanel detail={detail} />
        ) : (
          (stage === 'decided' || (isRead && address.screen === null)) && <PlanPanel />
        )}
      </div>
    </main>
  );
});
