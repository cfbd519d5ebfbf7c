'use client';

import type { Finding } from '../../core/rules/parts/rule';
import { useActions, useSnapshot } from '../session/context';

/**
 * Plays the walk that shows a finding. A finding about names or texts has none: then it plays the shortest walk to its
 * screen.
 */
export function WatchWalk({ finding }: { finding: Finding }) {
  const overview = useSnapshot('overview');
  const { watchWalk } = useActions();
  if (finding.walk)
    return (
      <button type="button" className="fix-button" onClick={() => watchWalk(finding)}>
        Watch the walk
      </button>
    );
  const screen = overview.screens.find(({ label }) => label === finding.subject);
  if (!screen || screen.taps === null) return null;
  return (
    <button type="button" className="fix-button" onClick={() => watchWalk(screen.label)}>
      Watch a walk to {screen.label}
    </button>
  );
}
