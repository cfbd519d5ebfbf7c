import type { ReactNode } from 'react';
import type { Finding } from '../../core/rules/parts/rule';
import type { Address } from '../session/address';
import {
  ActionsContext,
  AddressContext,
  SessionContext,
  ShownContext,
  snapshotContexts as parts,
  type Actions,
} from '../session/context';
import type { Session, Snapshot } from '../session/session';

interface Props {
  readonly session: Session;
  readonly actions: Actions;
  readonly address: Address;
  readonly shown: Finding | null;
  readonly snapshot: Snapshot;
  readonly children: ReactNode;
}

/** Provides the state that all views share, each part by itself. */
export function WorkspaceProvider({ session, actions, address, shown, snapshot, children }: Props) {
  return (
    <SessionContext value={session}>
      <ActionsContext value={actions}>
        <AddressContext value={address}>
          <ShownContext value={shown}>
            <parts.overview value={snapshot.overview}>
              <parts.names value={snapshot.names}>
                <parts.detail value={snapshot.detail}>
                  <parts.supply value={snapshot.supply}>
                    <parts.walk value={snapshot.walk}>
                      <parts.links value={snapshot.links}>
                        <parts.drafts value={snapshot.drafts}>{children}</parts.drafts>
                      </parts.links>
                    </parts.walk>
                  </parts.supply>
                </parts.detail>
              </parts.names>
            </parts.overview>
          </ShownContext>
        </AddressContext>
      </ActionsContext>
    </SessionContext>
  );
}
