'use client';

import { useEffect, useRef, useSyncExternalStore } from 'react';
import { FindingsList } from '../findings/FindingsList';
import { PlanPanel } from '../screen/PlanPanel';
import { ScreenPanel } from '../screen/ScreenPanel';
import { useWorkspace } from '../workspace/context';

/** The text with its margin, the screen under the caret beside it, the findings beneath. */
export function PlanView() {
  const { session, snapshot, address } = useWorkspace();
  const place = useRef<HTMLDivElement>(null);
  const caret = useSyncExternalStore(session.subscribeToCaret, session.getCaret, session.getCaret);
  const { current, overview: { screens } } = snapshot;
  const at = session.analysedAt(caret);
  const under = screens.find((screen) => screen.from <= at && at <= screen.to) ?? null;
  const wanted = useRef(address.screen);

  useEffect(() => session.mount(place.current!), [session]);

  // The address names another screen than the caret is on: after a link, a jump, or the browser's Back.
  useEffect(() => {
    const target = screens.find((screen) => screen.label === address.screen);
    wanted.current = address.screen;
    if (!target) return;
    const now = session.analysedAt(session.editor.selection.main.head);
    if (now < target.from || now > target.to) session.goTo(target.at, false);
    else session.goTo(now, false);
    // Only a change of the address moves the caret; typing must not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [address.screen, session]);

  // The caret has moved to another screen: the address follows, without a trace in the history.
  useEffect(() => {
    const label = under?.label ?? null;
    if (label === null || label === wanted.current || !current) return;
    wanted.current = label;
    address.go({ screen: label }, { replace: true });
  }, [under, address, current]);

  return (
    <main className="grid grid-cols-[minmax(0,1.38fr)_minmax(0,1fr)] min-h-0">
      <div className="grid grid-rows-[minmax(0,1fr)_auto] min-h-0 border-r border-rule">
        <div ref={place} className="min-h-0 overflow-hidden bg-paper" data-testid="editor" />
        <FindingsList caret={at} />
      </div>
      <div className="overflow-auto px-[18px] py-4 min-w-0">
        {under ? <ScreenPanel screen={under} /> : <PlanPanel />}
      </div>
    </main>
  );
}
