'use client';

import { useEffect, useRef, useState, type FormEvent, type RefObject } from 'react';
import type { StepCard, TrailCard, WalkCard } from '../../core/report/walk-card';
import { SinceSwitch } from '../changes/SinceSwitch';
import { MessageText } from '../parts/MessageText';
import { counted } from '../parts/numbers';
import { useActions, useSession, useSnapshot } from '../session/context';
import { toKeep } from './steps';
import type { WalkSince } from './use-walk-since';
import { Notice } from '../parts/Notice';

interface Props {
  readonly card: WalkCard;
  readonly since: WalkSince;
  readonly keepName: RefObject<HTMLInputElement | null>;
  /** Goes to the state after a number of steps. */
  readonly onStep: (at: number) => void;
}

const words: Readonly<Record<NonNullable<StepCard['kind']>, string>> = {
  tap: 'tap',
  tab: 'tab',
  menu: 'menu',
  event: 'event',
  back: 'Back',
  open: 'open',
  set: 'set',
  expect: 'expect',
};

/** The walk so far, and its steps to come; users can go back to any step. */
export function Trail({ card, since, keepName, onStep }: Props) {
  const { steps, taken, broken } = card;
  const old = since.trail;
  const parts = old && partingOf(old, card);
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    const frame = requestAnimationFrame(() => {
      const column = list.current?.closest('[data-column]');
      // Where the columns stand one below the other, the page scrolls, and the phone would leave the sight.
      if (column && column.scrollHeight > column.clientHeight)
        list.current?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' });
    });
    return () => cancelAnimationFrame(frame);
  }, [taken, steps.length]);
  const last = steps.length - 1;
  return (
    <section aria-label="This walk" className="min-w-0">
      <div className="flex items-baseline justify-between gap-3 mb-1.5">
        <h3 className="part-head">This walk</h3>
        {taken < last && (
          <span className="flex items-baseline gap-2">
            <span className="text-mute">
              {taken} of {last}
            </span>
            <button
              type="button"
              className="fix-button"
              disabled={taken === 0}
              onClick={() => onStep(taken - 1)}
              aria-label="Step before"
            >
              ← <span className="sr-only">before</span>
            </button>
            {broken?.step !== taken + 1 && (
              <button type="button" className="fix-button" onClick={() => onStep(taken + 1)}>
                Next step →
              </button>
            )}
          </span>
        )}
      </div>
      <SinceSwitch {...since} sum={old && (parts === null ? 'the same walk' : `another walk from step ${parts} on`)} />
      <ol ref={list} className="max-h-[46vh] overflow-auto grid gap-0.5 -mx-1.5">
        {steps.map((step, index) => (
          <li key={index}>
            <button
              type="button"
              onClick={() => onStep(index)}
              aria-current={index === taken ? 'step' : undefined}
              disabled={broken !== null && index >= broken.step}
              className={`w-full text-left grid grid-cols-[22px_minmax(0,1fr)] gap-x-2 rounded-field px-1.5 py-1 cursor-pointer hover:bg-base-200 disabled:cursor-default aria-[current]:bg-primary-wash ${index > taken ? 'text-mute' : ''} ${index === parts ? 'bg-error-wash' : ''}`}
            >
              <span className="font-mono text-[11.5px] text-mute text-right">{index}</span>
              <span className="min-w-0">
                <span>
                  {step.kind === null ? '' : `${words[step.kind]} `}
                  <span className={step.kind === 'tap' || step.kind === null ? 'font-semibold' : ''}>{step.label}</span>
                  {step.more && <span className="text-mute"> {step.more}</span>}
                </span>
                {old ? (
                  <BothShown before={old} now={card} at={index} isParting={index === parts} />
                ) : (
                  <Shown step={step} />
                )}
              </span>
            </button>
            {broken?.step === index && card.state !== 'no-start' && (
              <p className="text-error pl-[38px] pb-1">
                <MessageText message={broken.why} />
              </p>
            )}
          </li>
        ))}
      </ol>
      {last === 0 && card.state === 'on' && (
        <p className="text-mute pl-8 pt-1">Tap something on the phone, or press its letter.</p>
      )}
      {last > 0 && <Keep card={card} input={keepName} />}
      <Written text={card.written} />
    </section>
  );
}

/** The stack after a step; a long one is shortened at its bottom. */
function Shown({ step: { stack } }: { step: StepCard }) {
  if (stack === null) return null;
  const shown = stack.length > 5 ? ['…', ...stack.slice(-4)] : stack;
  return (
    <span className="block font-mono text-[11.5px] text-mute [overflow-wrap:anywhere]">
      {shown.length === 0 ? 'the app is left' : shown.join(' › ')}
    </span>
  );
}

interface BothProps {
  readonly before: TrailCard;
  readonly now: TrailCard;
  readonly at: number;
  /** Whether the walks part here. */
  readonly isParting: boolean;
}

/** The stack after a step in a revision, beside the stack now. */
function BothShown({ before, now, at, isParting }: BothProps) {
  const sides = [
    { name: 'before', trail: before },
    { name: 'now', trail: now },
  ];
  return (
    <span className="grid grid-cols-2 gap-x-3">
      {sides.map(({ name, trail }) => (
        <span key={name}>
          <span className={at === 0 ? 'block text-mute' : 'sr-only'}>{name} </span>
          {trail.steps[at]?.stack ? (
            <Shown step={trail.steps[at]} />
          ) : (
            trail.broken?.step === at && <span className="text-mute">cannot be taken</span>
          )}
        </span>
      ))}
      {isParting && <span className="sr-only">, here the walks part</span>}
    </span>
  );
}

/** Index of the first step after which the stacks differ; null if there is none. */
function partingOf(before: TrailCard, now: TrailCard): number | null {
  const shown = ({ steps }: TrailCard, index: number): string => JSON.stringify(steps[index]?.stack ?? null);
  const found = now.steps.findIndex((_step, index) => shown(before, index) !== shown(now, index));
  return found < 0 ? null : found;
}

/** Writes the steps that are taken into the plan, as a walk that is replayed with every change. */
function Keep({ card, input }: { card: WalkCard; input: RefObject<HTMLInputElement | null> }) {
  const session = useSession();
  const overview = useSnapshot('overview');
  const { say } = useActions();
  const [title, setTitle] = useState('');
  const [refused, setRefused] = useState('');
  const screens = overview.screens;
  const steps = toKeep(card, (screen) => screens[screen]!.label);
  const keep = (event: FormEvent): void => {
    event.preventDefault();
    const name = title.trim();
    if (name === '') {
      setRefused('Give the walk a name: what the user wants to do.');
      input.current?.focus();
    } else if (card.kept.some((walk) => walk.name === name)) {
      setRefused(`A walk “${name}” is kept already.`);
    } else {
      void session.keep([{ title: name, steps }]).then((done) => {
        setRefused(done ? '' : 'The text has just changed; try again.');
        if (!done) return;
        setTitle('');
        input.current?.blur();
        say(`The walk “${name}” is kept in the plan. Undo with Ctrl+Z.`);
      });
    }
  };
  if (card.taken === 0 || (card.broken !== null && card.taken >= card.broken.step)) return null;
  return (
    <form className="mt-2.5 flex flex-wrap items-center gap-x-2 gap-y-1" onSubmit={keep}>
      <input
        ref={input}
        aria-label="Name of the walk"
        placeholder="What the user wants to do"
        value={title}
        onChange={(event) => setTitle(event.target.value)}
        className="h-8 px-2 border border-rule rounded-field bg-paper flex-1 min-w-40"
        autoComplete="off"
      />
      <button className="btn btn-sm" type="submit">
        Keep this walk{' '}
        <kbd className="key-hint" aria-hidden>
          k
        </kbd>
      </button>
      {refused !== '' && (
        <Notice form="line" className="basis-full">
          {refused}
        </Notice>
      )}
    </form>
  );
}

/** The state of the running app as text, which an app saves before it is killed. */
function Written({ text }: { text: string }) {
  if (text === '') return null;
  return (
    <details className="mt-2.5 text-mute">
      <summary className="cursor-pointer w-max max-w-full">Saved state: {counted(text.length, 'character')}</summary>
      <pre
        className="plan-text bg-base-200 rounded-field p-2.5 mt-1.5 max-h-56 overflow-auto text-base-content"
        tabIndex={0}
      >
        {text}
      </pre>
    </details>
  );
}
