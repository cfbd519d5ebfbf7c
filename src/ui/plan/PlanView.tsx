'use client';

import { memo, useEffect, useRef, useSyncExternalStore } from 'react';
import { FindingsList } from '../findings/FindingsList';
import { PlanPanel } from '../screen/PlanPanel';
import { ScreenPanel } from '../screen/ScreenPanel';
import { useAddress, useSession, useSnapshot } from '../session/context';

/** The text with its margin, the screen under the caret beside it, the findings beneath. */
export const PlanView = memo(function PlanView() {
  const session = useSession();
  const overview = useSnapshot('overview');
  const detail = useSnapshot('detail');
  const address = useAddress();
  const place = useRef<HTMLDivElement>(null);
  const caret = useSyncExternalStore(session.subscribeToCaret, session.getCaret, session.getCaret);
  const { screens, findings, stage } = overview;
  const isRead = stage !== 'unread';
  const at = session.wasAt(caret, overview);
  const under = screens.find((screen) => screen.from <= at && at <= screen.to) ?? null;
  /** The screen that address and caret agree on; as long as nothing has been drawn, none. */
  const agreed = useRef<string | null | undefined>(undefined);

  useEffect(() => session.mount(place.current!), [session]);

  // The address names another screen than the caret is on: after a link, a jump, or the browser's Back.
  useEffect(() => {
    // Where the address has followed the caret, the caret stays: somebody may be typing there.
    if (!isRead || agreed.current === address.screen) return;
    agreed.current = address.screen;
    const { overview } = session.getSnapshot();
    const target = overview.screens.find((screen) => screen.label === address.screen);
    if (!target) return;
    const now = session.wasAt(session.editor.selection.main.head, overview);
    if (now < target.from || now > target.to) session.goTo(target.at, overview, false);
    else session.showCaret();
  }, [address.screen, session, isRead]);

  // The caret has moved to another screen: the address follows, without a trace in the history.
  useEffect(() => {
    const label = under?.label ?? null;
    // Where the effect above has just moved the caret, this is of the time before: the next rendering knows better.
    if (!isRead || label === agreed.current || !session.isCurrent || session.getCaret() !== caret) return;
    agreed.current = label;
    address.go({ screen: label }, { replace: true });
  }, [under, address, overview, session, caret, isRead]);

  return (
    <main className="grid grid-cols-[minmax(0,1.38fr)_minmax(0,1fr)] min-h-0">
      <div className="grid grid-rows-[minmax(0,1fr)_auto] min-h-0 border-r border-rule">
        <div ref={place} className="min-h-0 overflow-hidden bg-paper contain-strict" data-testid="editor" />
        <FindingsList current={findings.findIndex(({ range }) => range.from <= at && at <= range.to)} />
      </div>
      <div className="overflow-auto px-[18px] py-4 min-w-0 contain-strict">
        {address.screen !== null && detail ? (
          <ScreenPanel detail={detail} />
        ) : (
          (stage === 'decided' || (isRead && address.screen === null)) && <PlanPanel />
        )}
      </div>
    </main>
  );
});
