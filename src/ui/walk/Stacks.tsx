'use client';

import type { ReactNode } from 'react';
import type { WalkCard } from '../../core/report/walk-card';
import type { FrameCard, StackCard } from '../../core/report/walk-stacks';
import { ScreenLink } from '../parts/ScreenLink';
import { counted } from '../parts/numbers';
import type { Tap } from './steps';

/** The current stacks; while the user looks at a step, the stacks after it. */
export function Stacks({ card, looked }: { card: WalkCard; looked: Tap | null }) {
  const after = looked?.outcome ?? null;
  const shown = after?.stacks ?? card.stacks;
  const now = card.stacks.find(({ active }) => active);
  const back = card.phone?.offers.find(({ kind }) => kind === 'back')?.outcomes[0];
  return (
    <section aria-label="Stacks" className="grid gap-4">
      {card.stacks.length === 0 && <p className="text-mute">No stack: no screen is shown.</p>}
      {shown.map((stack) => {
        const next = after?.stacks && stack.active ? after : null;
        // The frames that the step pops: those above the remaining ones.
        const gone =
          next && now && now.name === stack.name ? now.frames.slice(0, Math.max(0, now.depth - next.stays)) : [];
        const fresh = next ? stack.depth - next.stays : 0;
        return (
          <StackList
            key={stack.name ?? ''}
            stack={stack}
            gone={gone}
            fresh={fresh}
            onlyOne={shown.length === 1 && stack.name === null}
          >
            {stack.active && (
              <p className="text-mute mt-1.5" aria-live="polite" data-testid="effect">
                {looked ? sayEffect(looked) : back && sayBack(card, back.shows)}
              </p>
            )}
          </StackList>
        );
      })}
    </section>
  );
}

function sayBack(card: WalkCard, shows: string | null): string {
  if (shows === null) return 'Back from here leaves the app.';
  const below = (card.stacks.find(({ active }) => active)?.depth ?? 1) - 1;
  return below > 0
    ? `Back from here reveals ${shows}.`
    : `Back from here goes to the first tab, where ${shows} is on top.`;
}

function sayEffect({ offer, outcome }: Tap): string {
  const name = offer.kind === 'back' ? 'Back' : `“${offer.label}”`;
  if (outcome.shows === null) return `${name} leaves the app.`;
  const sets = outcome.sets.map((flag) => `${flag.name} becomes ${flag.value}`).join(', ');
  if (outcome.stacks === null) return sets === '' ? `${name} changes no stack.` : `${name}: ${sets}.`;
  return `${name} shows ${outcome.shows}${sets === '' ? '' : `; ${sets}`}.`;
}

function StackList({
  stack,
  gone,
  fresh,
  onlyOne,
  children,
}: {
  stack: StackCard;
  gone: readonly FrameCard[];
  fresh: number;
  onlyOne: boolean;
  children: ReactNode;
}) {
  const name = stack.name === null ? (onlyOne ? 'Stack' : 'Main stack') : `Stack of ${stack.name}`;
  const rest = stack.depth - stack.frames.length;
  return (
    <div>
      <h3 className="part-head mb-1.5">
        {name}
        {stack.depth > 1 && ` · ${counted(stack.depth, 'screen')}`}
      </h3>
      <ol className="grid" aria-label={`${name}, the top first`}>
        {gone.map((frame, index) => (
          <Frame key={`gone ${index}`} frame={frame} how="gone" />
        ))}
        {stack.frames.map((frame, index) => (
          <Frame
            key={stack.depth - index}
            frame={frame}
            how={index < fresh ? 'fresh' : index === 0 && stack.active ? 'top' : 'beneath'}
          />
        ))}
        {rest > 0 && <li className="text-mute px-3 pt-1">and {rest} more beneath</li>}
      </ol>
      {children}
    </div>
  );
}

const looks = {
  top: 'border-primary border-l-4 bg-paper pl-2',
  beneath: 'border-rule bg-paper',
  fresh: 'border-primary border-dashed bg-primary-wash',
  gone: 'border-rule border-dashed bg-base-200 text-mute line-through',
} as const;

function Frame({ frame, how }: { frame: FrameCard; how: keyof typeof looks }) {
  return (
    <li
      data-frame={how}
      className={`border rounded-field px-3 py-1.5 -mt-px flex flex-wrap items-baseline gap-x-2 gap-y-0.5 min-w-0 ${looks[how]}`}
    >
      <span className={how === 'top' ? 'font-semibold' : ''}>
        <ScreenLink index={frame.screen} />
      </span>
      {how === 'gone' && <span className="sr-only">goes</span>}
      {how === 'fresh' && <span className="sr-only">comes</span>}
      <span className="font-mono text-[11.5px] text-mute flex flex-wrap gap-x-2 min-w-0">
        {frame.values
          .filter(({ value }) => value !== 'absent')
          .map(({ name, value }) => (
            <span key={name} className="max-w-full truncate" title={value ?? undefined}>
              {name} {value === null ? <span className="text-error font-semibold">missing</span> : value}
            </span>
          ))}
      </span>
      <span className="flex-1" />
      {frame.inSight && <span className="rule-tag tone-primary">in sight</span>}
      {frame.modal && <span className="rule-tag tone-primary">modal</span>}
      {frame.asked !== null && (
        <span className="rule-tag tone-note" title="The value of the screen beneath that gets its result">
          gives {frame.asked}
        </span>
      )}
      {frame.waits !== null && (
        <span className="rule-tag tone-note" title="resume makes this arrival">
          puts off {frame.waits}
        </span>
      )}
      {frame.lacks !== null && <span className="rule-tag tone-warning">needs {frame.lacks}</span>}
    </li>
  );
}
