'use client';

import type { EffectCard } from '../../core/compare/report/cards';
import { TryUrl } from '../findings/TryUrl';
import { MessageText } from '../parts/MessageText';
import { useActions } from '../session/context';
import { Walks } from './Walks';
import { audienceWords, kindWords, weightTones } from './words';

interface Props {
  readonly effect: EffectCard;
  /** Whether the new text is the one that is typed: only then can its places and walks be gone to. */
  readonly isNow: boolean;
  /** The old text, if it is a revision: the Walk view shows how a walk went there. */
  readonly since: string | null;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

const row = 'grid grid-cols-[96px_minmax(0,1fr)_auto] gap-x-3 items-baseline py-1.5';

/** An effect, and the ways to its evidence. */
export function EffectRow({ effect, isNow, since, isChosen, onChoose }: Props) {
  const { summary, detail, audiences, kind, weight, rule } = effect;
  return (
    <li className={`${row} ${isChosen ? 'bg-primary-wash' : ''}`}>
      <span className={`rule-tag ${weightTones[weight]} justify-self-start`} title={rule ?? undefined}>
        {kindWords[kind]}
      </span>
      <button type="button" aria-expanded={isChosen} className="text-left cursor-pointer" onClick={onChoose}>
        <MessageText message={summary} />
        {audiences.length > 0 && <span className="text-mute"> Hurts {audienceWords(audiences)}.</span>}
        {detail.length > 0 && (
          <span className="block text-mute">
            <MessageText message={detail} />
          </span>
        )}
      </button>
      {isNow ? <Ways effect={effect} since={since} /> : <span />}
      {isChosen && effect.walks.length > 0 && <Walks walks={effect.walks} />}
    </li>
  );
}

/** Leads to the place, the walk and the URL, and makes the fix. */
function Ways({ effect, since }: Pick<Props, 'effect' | 'since'>) {
  const { after, walks, url, fixes } = effect;
  const { openAt, walkTo, applyFix } = useActions();
  // Beside the revision, a walk of the old plan is worth watching, too: where does it part?
  const walk = walks.find((one) => one.in === 'after') ?? (since === null ? undefined : walks[0]);
  const [fix] = fixes;
  return (
    <span className="flex flex-wrap gap-x-4 justify-end max-w-[max(18rem,30vw)]">
      {fix && (
        <button type="button" className="fix-button" onClick={() => applyFix(fix)}>
          {fix.label}
        </button>
      )}
      {walk && (
        <button
          type="button"
          className="fix-button"
          onClick={() =>
            walkTo({ steps: walk.steps.map(({ text }) => text).join('\n'), taken: 0, variant: walk.variant, since })
          }
        >
          Watch the walk
        </button>
      )}
      {url !== null && <TryUrl url={url} />}
      {after && (
        <button type="button" className="fix-button" onClick={() => openAt(after.from)}>
          Go there
        </button>
      )}
    </span>
  );
}
