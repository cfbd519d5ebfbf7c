'use client';

import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { Finding, Fix } from '../../core/rules/parts/rule';
import type { PlanDocument } from '../../wire/plans';
import { ChangeDialog } from '../change/ChangeDialog';
import type { Draft } from '../session/change-draft';
import { editorExtensions } from '../editor/extensions';
import { LinksView } from '../links/LinksView';
import { PlanView } from '../plan/PlanView';
import { ReachView } from '../reach/ReachView';
import { SupplyView } from '../supply/SupplyView';
import { WalkView } from '../walk/WalkView';
import { useAddress, type Address } from '../session/address';
import { longestWalk } from '../session/taken';
import { ConflictBar } from './ConflictBar';
import { WorkspaceProvider, type WorkspaceValue } from '../session/context';
import { DraftsBar } from './DraftsBar';
import { Header } from './Header';
import { KeysDialog } from './KeysDialog';
import { Session } from '../session/session';
import { useWorkspaceKeys } from './keys';
import { VerdictLine } from './VerdictLine';
import type { View } from '../session/views';

/** Whether one has not gone elsewhere. Where a walk is walked, the address names the screen a moment later. */
const isSamePlace = (a: Address, b: Address): boolean =>
  a.view === b.view && a.walk === b.walk && a.taken === b.taken && (a.view === 'walk' || a.screen === b.screen);

/** An open plan: the header and the verdict line over one of the views. */
export function Workspace({ plan }: { plan: PlanDocument }) {
  const [session] = useState(() => new Session(plan, editorExtensions));
  // The margin follows each analysis at once; what stands around the text may be drawn a moment later, between
  // keystrokes.
  const snapshot = useDeferredValue(useSyncExternalStore(session.subscribe, session.getSnapshot, session.getSnapshot));
  const address = useAddress(plan.id);
  const [said, setSaid] = useState('');
  /** What was refused, and where: it is told until one goes somewhere else. */
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

  const select = useCallback(
    (label: string) => {
      address.go({ screen: label });
      const { overview } = session.getSnapshot();
      const screen = overview.screens.find((one) => one.label === label);
      if (screen && address.view === 'plan') session.goTo(screen.at, overview);
    },
    [address, session],
  );

  const openAt = useCallback(
    (offset: number) => {
      const around = snapshot.overview.screens.find((screen) => screen.from <= offset && offset <= screen.to);
      address.go({ view: 'plan', screen: around?.label ?? null });
      session.goTo(offset, snapshot.overview);
    },
    [address, session, snapshot.overview],
  );

  const showFinding = useCallback(
    (finding: Finding) => {
      setShown(finding);
      if (address.view === 'supply' && finding.argument !== null) return;
      if (address.view === 'plan') session.goTo(finding.range.from, snapshot.overview);
      else if (finding.subject) address.go({ screen: finding.subject });
      else openAt(finding.range.from);
    },
    [address, session, snapshot.overview, openAt],
  );

  const applyFix = useCallback(
    (fix: Fix) => {
      if (session.edit(fix.edits, snapshot.overview)) setSaid(`${fix.label}: done. Undo with Ctrl+Z.`);
      else setRefused({ why: 'The text has just changed there; try again.', at: address });
    },
    [address, session, snapshot.overview],
  );
  useEffect(() => session.subscribeToNotices((why) => setRefused({ why, at: address })), [address, session]);

  const walkTo = useCallback<WorkspaceValue['walkTo']>(
    ({ steps, taken, ...variant }, how) => {
      if (steps.length > longestWalk)
        setRefused({
          why: 'This walk is as long as an address can hold. Keep it in the plan, and begin another.',
          at: address,
        });
      else address.go({ view: 'walk', walk: steps === '' ? null : steps, taken, ...variant }, how);
    },
    [address],
  );
  const watchWalk = useCallback(
    (of: Finding | string) => {
      const { variants, findings } = snapshot.overview;
      void session
        .witness(typeof of === 'string' ? of : findings.indexOf(of), address.variant, snapshot.overview)
        .then((found) => {
          if (!found) setRefused({ why: 'The text has just changed; try again.', at: address });
          else walkTo({ steps: found.steps, taken: 0, variant: found.variant === variants[0] ? null : found.variant });
        });
    },
    [address, session, snapshot.overview, walkTo],
  );

  const value = useMemo<WorkspaceValue>(
    () => ({
      session,
      snapshot,
      address,
      shown,
      select,
      openAt,
      showFinding,
      walkTo,
      watchWalk,
      say: setSaid,
      change: setDraft,
      applyFix,
    }),
    [session, snapshot, address, shown, select, openAt, showFinding, walkTo, watchWalk, applyFix],
  );
  useWorkspaceKeys(value, { openKeys: () => keysDialog.current?.showModal(), openGoTo: () => goTo.current?.focus() });

  return (
    <WorkspaceProvider value={value}>
      <div className="h-full grid grid-rows-[auto_auto_minmax(0,1fr)] grid-cols-[minmax(0,1fr)]">
        <Header
          planId={plan.id}
          name={name}
          onRename={setName}
          goTo={goTo}
          onKeys={() => keysDialog.current?.showModal()}
        />
        <div>
          <VerdictLine />
          <ConflictBar planName={name} />
          <DraftsBar planName={name} />
          {refused && isSamePlace(refused.at, address) && (
            <p role="alert" className="px-4 py-1.5 bg-warning-wash text-warning border-b border-rule">
              {refused.why}
            </p>
          )}
        </div>
        <Shown view={address.view} isDecided={snapshot.overview.stage === 'decided'} />
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
function Shown({ view, isDecided }: { view: View; isDecided: boolean }) {
  switch (view) {
    case 'plan':
      return <PlanView />;
    case 'walk':
      return <WalkView />;
    case 'links':
      return <LinksView />;
    case 'reach':
      return isDecided ? <ReachView /> : <main aria-busy className="bg-base-100" />;
    case 'supply':
      return isDecided ? <SupplyView /> : <main aria-busy className="bg-base-100" />;
  }
}
