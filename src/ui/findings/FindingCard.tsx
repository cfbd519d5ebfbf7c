'use client';

import type { Finding } from '../../core/rules/parts/rule';
import { MessageText } from '../parts/MessageText';
import { RuleTag } from '../parts/RuleTag';
import { useActions } from '../session/context';
import { TryUrl } from './TryUrl';
import { WatchWalk } from './WatchWalk';

const bar = { error: 'border-error', warning: 'border-warning', note: 'border-info' } as const;

/** One finding in full, with all its fixes. */
export function FindingCard({ finding }: { finding: Finding }) {
  const { applyFix, showFinding } = useActions();
  return (
    <div className={`border-l-[3px] ${bar[finding.severity]} pl-3 py-0.5 mb-3`}>
      <RuleTag {...finding} />
      <p className="mt-1 font-medium">
        <button type="button" className="text-left cursor-pointer hover:underline" onClick={() => showFinding(finding)}>
          <MessageText message={finding.summary} />
        </button>
      </p>
      <p className="text-mute">
        <MessageText message={finding.detail} />
      </p>
      <p className="flex flex-wrap gap-x-5 gap-y-1 mt-1 empty:hidden">
        <WatchWalk finding={finding} />
        {finding.url !== null && <TryUrl url={finding.url} />}
        {finding.fixes.map((fix) => (
          <button key={fix.label} type="button" className="fix-button" onClick={() => applyFix(fix, true)}>
            {fix.label}
          </button>
        ))}
      </p>
    </div>
  );
}
