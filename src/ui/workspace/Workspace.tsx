'use client';

import { useDeferredValue, useEffect, useLayoutEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { Finding } from '../../core/rules/parts/rule';
import type { PlanDocument } from '../../wire/plans';
import { ChangeDialog } from '../change/ChangeDialog';
import type { Draft } from '../session/change-draft';
import { editorExtensions } from '../editor/extensions';
import { ChangesView } from '../changes/ChangesView';
import { FirstSteps } from '../first-visit/FirstSteps';
import { HandOverView } from '../hand-over/HandOverView';
import { LinksView } from '../links/LinksView';
import { PlanView } from '../plan/PlanView';
import { ReachView } from '../reach/ReachView';
import { SupplyView } from '../supply/SupplyView';
import { WalkView } from '../walk/WalkView';
import { usePlace, type Address } from '../session/address';
import { PlanActions } from './actions';
import { ConflictBar } from './ConflictBar';
import { DraftsBar } from './DraftsBar';
import { Header } from './Header';
import { KeysDialog } from './KeysDialog';
import { Session } from '../session/session';
import { useWorkspaceKeys } from './keys';
import { VerdictLine } from './VerdictLine';
import { WorkspaceProvider } from './WorkspaceProvider';
import type { View } from '../session/views';
import { Notice } from '../parts/Notice';

/** Whether one has not gone elsewhere. Where a walk is walked, the address names the screen a moment later. */
const isSamePlace = (a: Address, b: Address): boolean =>
  a.view === b.view && a.walk === b.walk && a.taken === b.taken && (a.view === 'walk' || a.screen === b.screen);

/** An open plan: the header and the verdict line over one of the views. */
export function Workspace({ plan }: { plan: PlanDocument }) {
  const [session] = useState(() => new Session(plan, editorExtensions));
  // The margin follows each analysis at once. The parts around the text may be drawn a moment later, between
  // keystrokes.
  const snapshot = useDeferredValue(useSyncExternalStore(session.subscribe, session.getSnapshot, session.getSnapshot));
  const address = usePlace(plan.id);
  const [said, setSaid] = useState('');
  /** The last refusal, shown until the user goes to another place. */
  const [refused, setRefused] = useState<{ readonly why: string; readonly at: Address } | null>(null);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [shown, setShown] = useState<Finding | null>(null);
  const [name, setName] = useState(plan.name);
  const keysDialog = useRef<HTMLDialogElement>(null);
  const goTo = useRef<HTMLInputElement>(null);
  useEffect(() => session.start(), [session]);
  useEffect(
    () => session.watch({ screen: address.screen, variant: address.variant, supply: address.view === 'supply' }),
    [session, address.screen, address.variant, address.view],
  );

  const [actions] = useState(
    () =>
      new PlanActions(
        session,
        { say: setSaid, refuse: setRefused, change: setDraft, show: setShown },
        { snapshot, address },
      ),
  );
  useLayoutEffect(() => actions.drew({ snapshot, address }), [actions, snapshot, address]);
  useEffect(() => session.subscribeToNotices(actions.refuse), [session, actions]);
  useWorkspaceKeys(
    { session, snapshot, address, shown, actions },
    { openKeys: () => keysDialog.current?.showModal(), openGoTo: () => goTo.current?.focus() },
  );

  return (
    <WorkspaceProvider session={session} actions={actions} address={address} shown={shown} snapshot={snapshot}>
      <div className="@container/app h-full overflow-auto">
        <div className="h-full compact:h-auto grid grid-rows-[auto_auto_minmax(0,1fr)] grid-cols-[minmax(0,1fr)]">
          <Header
            planId={plan.id}
            name={name}
            onRename={setName}
            goTo={goTo}
            onKeys={() => keysDialog.current?.showModal()}
          />
          <div>
            <VerdictLine />
            <FirstSteps />
            <ConflictBar planName={name} />
            <DraftsBar planName={name} />
            {refused && isSamePlace(refused.at, address) && (
              <Notice form="bar" tone="warning">
                {refused.why}
              </Notice>
            )}
          </div>
          <Shown planId={plan.id} view={address.view} isDecided={snapshot.overview.stage === 'decided'} />
        </div>
      </div>
      <KeysDialog ref={keysDialog} />
      {draft && (
        <ChangeDialog
          key={`${draft.kind} ${'screen' in draft ? draft.screen : ''}`}
          draft={draft}
          onClose={() => setDraft(null)}
          onDone={setSaid}
        />
      )}
      <p role="status" className="sr-only">
        {said}
      </p>
    </WorkspaceProvider>
  );
}

/** One of the views. Reach and Supply have nothing to draw before the first verdicts. */
function Shown({ planId, view, isDecided }: { planId: string; view: View; isDecided: boolean }) {
  switch (view) {
    case 'plan':
      return <PlanView />;
    case 'walk':
      return <WalkView planId={planId} />;
    case 'links':
      return <LinksView />;
    case 'hand-over':
      return isDecided ? <HandOverView /> : <main aria-busy className="bg-base-100" />;
    case 'changes':
      return <ChangesView planId={planId} />;
    case 'reach':
      return isDecided ? <ReachView planId={planId} /> : <main aria-busy className="bg-base-100" />;
    case 'supply':
      return isDecided ? <SupplyView planId={planId} /> : <main aria-busy className="bg-base-100" />;
  }
}
