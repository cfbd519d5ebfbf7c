import { useMemo } from 'react';
import { allCorrections } from '../../core/rules/parts/corrections';
import { counted } from '../parts/numbers';
import { useActions, useAddress, useSnapshot } from '../session/context';
import { wordsOf } from './group-words';

/** Filter for the accepted findings, as it stands in the address. */
export const accepted = 'accepted';

/** Number of findings, the group to which they are narrowed, and all corrections of spelling at once. */
export function FindingsHead({ found }: { found: number }) {
  const overview = useSnapshot('overview');
  const address = useAddress();
  const { findings, counts, stage, accepted: acceptedOnes } = overview;
  const { only } = address;
  const { applyFix } = useActions();
  const corrections = useMemo(() => allCorrections(findings), [findings]);
  const filters = [
    { kind: 'error', count: counts.errors, label: counted(counts.errors, 'error') },
    { kind: 'warning', count: counts.warnings, label: counted(counts.warnings, 'warning') },
    { kind: 'note', count: counts.notes, label: counted(counts.notes, 'note') },
    { kind: accepted, count: acceptedOnes.length, label: `${acceptedOnes.length} accepted` },
  ];
  return (
    <div className="flex flex-wrap items-center gap-x-4 px-[18px] pt-2.5 pb-1.5 whitespace-nowrap">
      <button
        type="button"
        className={`cursor-pointer ${only === null ? 'font-semibold' : 'text-mute'}`}
        onClick={() => address.go({ only: null })}
      >
        {stage === 'decided' ? counted(findings.length, 'finding') : 'Findings'}
      </button>
      {filters
        .filter(({ count }) => count > 0)
        .map(({ kind, label }) => (
          <button
            key={kind}
            type="button"
            aria-pressed={only === kind}
            className={`cursor-pointer ${only === kind ? 'font-semibold' : 'text-mute'}`}
            onClick={() => address.go({ only: only === kind ? null : kind })}
          >
            {label}
          </button>
        ))}
      {only !== null && !filters.some(({ kind }) => kind === only) && (
        <span className="rule-tag tone-primary">
          {wordsOf(only)} · {found}{' '}
          <button
            type="button"
            className="cursor-pointer font-semibold"
            aria-label="Show all findings"
            onClick={() => address.go({ only: null })}
          >
            ×
          </button>
        </span>
      )}
      <span className="flex-1" />
      {corrections && (
        <button type="button" className="fix-button" onClick={() => applyFix(corrections)}>
          {corrections.label}
        </button>
      )}
      <kbd className="key-hint">F8 next</kbd>
    </div>
  );
}
