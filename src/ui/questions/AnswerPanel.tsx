'use client';

import { MessageText } from '../parts/MessageText';
import { counted } from '../parts/numbers';
import { ScreenLink } from '../parts/ScreenLink';
import { useActions, useAddress, useSession, useSnapshot } from '../session/context';
import type { AnswerState } from './use-answer';

/** Rows that are drawn; the sentence has the number of all. */
const most = 200;

/** Walks that are kept at once; more are no evidence that somebody reads. */
const mostKept = 20;

/** The answer to the question: a sentence, its screens, and what to do with it. */
export function AnswerPanel({ question, card, refusal }: AnswerState) {
  const session = useSession();
  const { go } = useAddress();
  const { walkTo, say } = useActions();
  const names = useSnapshot('names');
  if (question === null) return null;
  const indexOf = new Map(names.map(({ label }, index) => [label, index]));
  const keep = (text: string): void => {
    const { text: plan } = session;
    session.make(
      [{ from: plan.length, to: plan.length, insert: `${plan.endsWith('\n') ? '' : '\n'}\n${text}\n` }],
      plan,
    );
  };
  const walks = (card?.rows ?? []).flatMap(({ screen, walk }) =>
    screen !== null && walk && walk.steps.length > 0 ? [{ screen, steps: walk.steps }] : [],
  );
  const keepAll = async (): Promise<void> => {
    const made = await session.keep(
      walks.map(({ screen, steps }) => ({ title: `${question}: ${screen}`, steps: [...steps, `expect ${screen}`] })),
    );
    if (made) say(`${counted(walks.length, 'walk')} kept in the plan. Undo with Ctrl+Z.`);
    else session.notice('The text has just changed; try again.');
  };
  return (
    <section
      aria-label="Answer"
      aria-busy={card === null && refusal === null}
      className="px-4 py-2 border-b border-rule bg-primary-wash"
    >
      <div className="flex items-baseline gap-3">
        <p className="grow min-w-0" role="status">
          {card ? <MessageText message={card.sentence} /> : (refusal ?? 'Looking at all runs…')}
        </p>
        {card?.way && (
          <button
            type="button"
            className="fix-button whitespace-nowrap"
            onClick={() =>
              walkTo({
                steps: card.way!.walk.steps.join(' '),
                taken: card.way!.before,
                variant: card.way!.walk.variant,
              })
            }
          >
            Walk it
          </button>
        )}
        {card?.keep && (
          <button
            type="button"
            className="fix-button whitespace-nowrap"
            title={card.keep}
            onClick={() => keep(card.keep!)}
          >
            {card.way ? 'Keep the walk' : 'Keep it as a rule'}
          </button>
        )}
        {walks.length > 0 && walks.length <= mostKept && (
          <button
            type="button"
            className="fix-button whitespace-nowrap"
            title="Each becomes a walk of the plan, and a finding when a change breaks it"
            onClick={() => void keepAll()}
          >
            {walks.length === 1 ? 'Keep the walk' : `Keep the ${walks.length} walks`}
          </button>
        )}
        <button type="button" className="btn btn-ghost btn-xs" onClick={() => go({ ask: null })}>
          Close
        </button>
      </div>
      {card?.way && card.way.before > 0 && (
        <p className="mt-1 max-h-[15vh] overflow-auto text-[12.5px] text-mute">
          To <span className="font-mono">{card.way.from}</span>:{' '}
          <span className="font-mono">{card.way.walk.steps.slice(0, card.way.before).join(', ')}</span>
        </p>
      )}
      {card && card.rows.length > 0 && (
        <ul className="mt-1 max-h-[15vh] overflow-auto grid grid-cols-[repeat(auto-fill,minmax(19rem,1fr))] gap-x-6 gap-y-0.5 text-[12.5px]">
          {card.rows.slice(0, most).map(({ screen, detail, walk }, index) => (
            <li key={index} className="flex items-baseline gap-3 min-w-0">
              {screen !== null && indexOf.has(screen) && <ScreenLink index={indexOf.get(screen)!} />}
              <span className="font-mono text-mute min-w-0 truncate" title={detail}>
                {detail}
              </span>
              {walk && walk.steps.length > 0 && (
                <button
                  type="button"
                  className="fix-button"
                  aria-label={`Watch a walk to ${screen}`}
                  onClick={() => walkTo({ steps: walk.steps.join(' '), taken: 0, variant: walk.variant })}
                >
                  Watch
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
