import type { Finding } from '../../core/rules/parts/rule';
import { MessageText } from '../parts/MessageText';
import { RuleTag } from '../parts/RuleTag';
import { useActions } from '../session/context';
import { WatchWalk } from './WatchWalk';

/** A finding with its next step; the one under the caret also with its detail and its walk. */
export function FindingRow({ finding, isCurrent }: { finding: Finding; isCurrent: boolean }) {
  const { showFinding, applyFix } = useActions();
  const fix = finding.fixes[0];
  return (
    <div className="grid grid-cols-[148px_minmax(0,1fr)_auto] @max-[680px]:grid-cols-[148px_minmax(0,1fr)] gap-x-3 items-baseline px-[18px] py-[3px]">
      <RuleTag {...finding} className="truncate justify-self-stretch" />
      <button type="button" className="text-left cursor-pointer" onClick={() => showFinding(finding)}>
        <MessageText message={finding.summary} />
        {isCurrent && (
          <span className="block text-mute">
            <MessageText message={finding.detail} />
          </span>
        )}
      </button>
      <span
        className={`@max-[680px]:col-start-2 @max-[680px]:justify-start ${isCurrent ? 'flex flex-col items-end @max-[680px]:flex-row @max-[680px]:gap-x-4' : 'flex flex-wrap gap-x-4 justify-end'}`}
      >
        {isCurrent && <WatchWalk finding={finding} />}
        {fix && (
          <button type="button" className="fix-button" onClick={() => applyFix(fix)}>
            {fix.label}
          </button>
        )}
      </span>
    </div>
  );
}

/** A finding that the plan accepts, and why. */
export function AcceptedRow({ finding, because }: { finding: Finding; because: string }) {
  const { showFinding } = useActions();
  return (
    <div className="grid grid-cols-[148px_minmax(0,1fr)] gap-x-3 items-baseline px-[18px] py-[3px]">
      <span className="rule-tag tone-primary truncate justify-self-stretch" title={finding.rule}>
        {finding.rule}
      </span>
      <button type="button" className="text-left cursor-pointer" onClick={() => showFinding(finding)}>
        <MessageText message={finding.summary} /> <span className="text-mute">Accepted: {because}</span>
      </button>
    </div>
  );
}
