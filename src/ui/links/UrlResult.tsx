'use client';

import type { BuiltCard, TakenCard, UrlCard } from '../../core/report/url-card';
import { MessageText } from '../parts/MessageText';
import { ScreenLink } from '../parts/ScreenLink';
import { useActions, useSnapshot } from '../session/context';

const tones: Readonly<Record<UrlCard['state'], string>> = {
  opens: 'tone-primary',
  gated: 'tone-warning',
  lost: 'tone-error',
  unreadable: 'tone-error',
};
const words: Readonly<Record<UrlCard['state'], string>> = {
  opens: 'opens',
  gated: 'gated',
  lost: 'lost',
  unreadable: 'no URL',
};

export const StateTag = ({ state }: { state: UrlCard['state'] }) => (
  <span className={`rule-tag ${tones[state]} shrink-0`}>{words[state]}</span>
);

/** The result of a URL: the screen with its arguments, the stack, the screen that Back shows; or why nothing opens. */
export function UrlResult({ result }: { result: UrlCard }) {
  const { openAt, walkTo } = useActions();
  const { state, opens, takes, cold, once, ties, remarks, why, nearest } = result;
  const isLost = opens === null;
  return (
    <article
      className={`border rounded-field px-3 py-2 bg-paper ${isLost ? 'border-error' : 'border-rule'}`}
      aria-label={`${result.text}: ${words[state]}`}
    >
      <header className="flex items-center gap-3">
        <span className="font-mono text-[12px] text-mute truncate min-w-0 flex-1" title={result.text}>
          {result.text}
        </span>
        {opens && (
          <button
            type="button"
            className="fix-button whitespace-nowrap"
            onClick={() => walkTo({ steps: `open ${result.text}`, taken: null })}
          >
            Walk it
          </button>
        )}
        <StateTag state={state} />
      </header>
      {opens && (
        <>
          <p className="flex flex-wrap gap-x-3 gap-y-0.5 mt-0.5">
            <span className="font-semibold">
              <ScreenByLabel label={opens.screen} />
            </span>
            {takes.map((taken) => (
              <Taken key={taken.name} taken={taken} />
            ))}
          </p>
          {cold.map((built, index) => (
            <Built key={index} built={built} target={opens.screen} />
          ))}
          {once && (
            <p className="mt-0.5">
              <span className="text-mute">once </span>
              <code>{once.when}</code>
              <span className="text-mute">, </span>
              <Stack built={once} />
            </p>
          )}
          {ties.length > 0 && (
            <p className="text-error mt-0.5">
              As specific, and further down in the plan:{' '}
              {ties.map((tie) => (
                <button
                  key={tie.at}
                  type="button"
                  className="font-mono underline underline-offset-3 cursor-pointer mr-2"
                  onClick={() => openAt(tie.at)}
                >
                  {tie.pattern}
                </button>
              ))}
            </p>
          )}
        </>
      )}
      {why && nearest.length === 0 && (
        <p className="mt-0.5">
          <strong className="text-error font-semibold">nothing</strong>: <MessageText message={why} />
        </p>
      )}
      {nearest.length > 0 && (
        <p className="grid gap-0.5 mt-0.5">
          {nearest.map((near, index) => (
            <span key={near.at}>
              {index === 0 ? (
                <>
                  <strong className="text-error font-semibold">nothing</strong>; nearest{' '}
                </>
              ) : (
                'or '
              )}
              <button
                type="button"
                className="font-mono text-[12px] text-base-content underline decoration-base-300 underline-offset-3 hover:text-primary cursor-pointer"
                onClick={() => openAt(near.at)}
              >
                {near.pattern}
              </button>
              : <MessageText message={near.why} />
            </span>
          ))}
        </p>
      )}
      {remarks.length > 0 && (
        <p className="text-info mt-0.5">
          {remarks.map((remark, index) => (
            <span key={index} className="mr-2">
              <MessageText message={remark} />
            </span>
          ))}
        </p>
      )}
    </article>
  );
}

function Taken({ taken: { name, value, from } }: { taken: TakenCard }) {
  return (
    <span className="font-mono text-[12px] break-all">
      <span className="text-mute">{name} </span>
      {from === 'missing' ? (
        <span className="text-error">not brought</span>
      ) : value === null ? (
        <span className="text-mute">absent</span>
      ) : (
        value
      )}
      {from === 'default' && <span className="text-mute font-sans"> by default</span>}
    </span>
  );
}

/** The stack on a cold start, and why it differs from the intended one. */
function Built({ built, target }: { built: BuiltCard; target: string }) {
  return (
    <p className="mt-0.5">
      {built.when !== '' && (
        <>
          <span className="text-mute">where </span>
          <code>{built.when}</code>
          <span className="text-mute">, </span>
        </>
      )}
      {built.putOffBy && (
        <>
          <code>{built.putOffBy.screen}</code>
          <span className="text-mute">{built.putOffBy.screen === target ? ' ' : ', beneath it, '}needs </span>
          <code>{built.putOffBy.needs}</code>
          <span className="text-mute">; put off: </span>
        </>
      )}
      <Stack built={built} />
    </p>
  );
}

/** A stack, bottom first, and the effect of Back on it. */
export function Stack({ built: { stack, back } }: { built: BuiltCard }) {
  if (stack.length === 0) return <span className="text-mute">the app is left</span>;
  return (
    <span>
      <span className="text-mute">stack </span>
      <span className="font-mono text-[12px]">
        {stack.map((label, index) => (
          <span key={index}>
            {index > 0 && <span className="text-mute"> › </span>}
            {label}
          </span>
        ))}
      </span>
      <span className="text-mute">
        ; Back{' '}
        {back === null ? (
          'leaves the app'
        ) : (
          <>
            shows <span className="font-mono text-[12px] text-base-content">{back}</span>
          </>
        )}
      </span>
    </span>
  );
}

/** A link to a screen, from its label. */
export function ScreenByLabel({ label }: { label: string }) {
  const overview = useSnapshot('overview');
  const screen = overview.screens.find((each) => each.label === label);
  return screen ? <ScreenLink index={screen.index} /> : <span className="font-mono">{label}</span>;
}
