'use client';

import type { ChangeCard } from '../../core/compare/report/cards';
import { MessageText } from '../parts/MessageText';
import { audienceWords } from './words';

interface Props {
  readonly change: ChangeCard;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

const row = 'grid grid-cols-[96px_minmax(0,1fr)] gap-x-3 items-baseline py-1.5';

/** A change, with the statement before and after. */
export function ChangeRow({ change: { kind, summary, audiences, was, is }, isChosen, onChoose }: Props) {
  return (
    <li className={`${row} ${isChosen ? 'bg-primary-wash' : ''}`}>
      <span className="rule-tag tone-note justify-self-start">{kind}</span>
      <button type="button" aria-expanded={isChosen} className="text-left cursor-pointer" onClick={onChoose}>
        <MessageText message={summary} />
        {audiences.length > 0 && <span className="text-mute"> Concerns {audienceWords(audiences)}.</span>}
        {was !== null && is !== null && (
          <span className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-2 text-mute">
            <span>before</span>
            <code className="break-words">{was}</code>
            <span>after</span>
            <code className="break-words">{is}</code>
          </span>
        )}
      </button>
    </li>
  );
}
