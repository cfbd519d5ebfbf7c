'use client';

import { useId, useState } from 'react';
import type { InputCard, OfferCard, OutcomeCard } from '../../core/report/walk-offers';
import { at, readLiteral, showPlainly, type Value, type Values } from '../../core/plan/value';
import type { Tap } from './steps';

interface Props {
  readonly offer: OfferCard;
  /** One for each outcome that is possible now. */
  readonly taps: readonly Tap[];
  readonly typed: Values;
  readonly looked: Tap | null;
  readonly onLook: (tap: Tap | null) => void;
  readonly onTap: (tap: Tap) => void;
  readonly onType: (name: string, value: Value | null) => void;
}

/** A trigger, a menu item or an event: its effect, whether it can happen now, and the values that it passes. */
export function Offer({ offer, taps, typed, looked, onLook, onTap, onType }: Props) {
  if (taps.length === 0) {
    return (
      <div className="border border-dashed border-rule rounded-field px-3 py-2 text-mute" aria-disabled>
        <p className="flex gap-2 justify-between items-baseline">
          <span className="font-semibold">{offer.label}</span> <span className="rule-tag tone-warning">not now</span>
        </p>
        <p className="font-mono text-[11.5px] [overflow-wrap:anywhere]">
          {offer.lacks ? `when ${offer.lacks} · ` : ''}
          {offer.does || 'does nothing'}
        </p>
      </div>
    );
  }
  const isLooked = looked !== null && taps.some((tap) => same(tap, looked));
  return (
    <div className={`border rounded-field bg-paper ${isLooked ? 'border-primary' : 'border-rule'}`}>
      {taps.length > 1 && <p className="font-semibold px-3 pt-2">{offer.label}</p>}
      {taps.map((tap, index) => (
        <button
          key={index}
          type="button"
          onClick={() => onTap(tap)}
          aria-keyshortcuts={tap.letter ?? undefined}
          onPointerEnter={() => onLook(tap)}
          onPointerLeave={() => onLook(null)}
          onFocus={() => onLook(tap)}
          onBlur={() => onLook(null)}
          className="w-full text-left px-3 py-2 rounded-field cursor-pointer grid grid-cols-[minmax(0,1fr)_auto] gap-x-2 items-baseline hover:bg-base-200"
        >
          <span>
            <span className={taps.length === 1 ? 'font-semibold' : 'sr-only'}>{offer.label}</span> {tap.outcome.when}
          </span>
          {tap.letter && (
            <kbd className="key-hint" aria-hidden>
              {tap.letter}
            </kbd>
          )}
          <span className="col-span-2 font-mono text-[11.5px] text-mute [overflow-wrap:anywhere]">
            {tap.outcome.does || 'does nothing'}
          </span>
          {tap.outcome.passes.length > 0 && <Passes outcome={tap.outcome} />}
          {tap.outcome.result && <HandsBack result={tap.outcome.result} />}
        </button>
      ))}
      {offer.inputs.length > 0 && (
        <div className="grid gap-1 px-3 pb-2">
          {offer.inputs.map((input) => (
            <Input
              key={input.name}
              offer={offer}
              input={input}
              typed={at(typed, input.name)}
              onType={(value) => onType(input.name, value)}
            />
          ))}
        </div>
      )}
    </div>
  );
}

const same = (a: Tap, b: Tap): boolean => a.offer.head === b.offer.head && a.outcome.tail === b.outcome.tail;

function Passes({ outcome }: { outcome: OutcomeCard }) {
  return (
    <span className="col-span-2 font-mono text-[11.5px] flex flex-wrap gap-x-2.5 min-w-0">
      {outcome.passes.map(({ name, value }) => (
        <span key={name} className="max-w-full truncate" title={value ?? undefined}>
          <span className="text-mute">{name}</span>{' '}
          {value === null ? <span className="text-error font-semibold">missing</span> : value}
        </span>
      ))}
    </span>
  );
}

function HandsBack({ result: { value, to } }: { result: NonNullable<OutcomeCard['result']> }) {
  return (
    <span className="col-span-2 font-mono text-[11.5px] flex flex-wrap gap-x-2.5 min-w-0">
      <span className="max-w-full truncate" title={value}>
        {value}
      </span>
      {to === null ? (
        <span className="text-warning font-semibold">reaches nobody</span>
      ) : (
        <span>
          <span className="text-mute">goes to</span> {to}
        </span>
      )}
    </span>
  );
}

/** A value that the user decides: typed, or chosen from a list. */
function Input({
  offer,
  input,
  typed,
  onType,
}: {
  offer: OfferCard;
  input: InputCard;
  typed: Value | undefined;
  onType: (value: Value | null) => void;
}) {
  const id = useId();
  const [raw, setRaw] = useState(() => (typed === undefined ? input.value : showPlainly(typed)));
  const literal = readLiteral(raw, input.literal);
  const take = (text: string): void => {
    setRaw(text);
    const read = readLiteral(text, input.literal);
    // The sample is left out of the step, and a value that does not fit is not taken.
    if (read !== null) onType(text === input.value && typed === undefined ? null : read);
  };
  const field = `h-6 px-1.5 border rounded-sm bg-base-100 font-mono text-[11.5px] w-full min-w-0 ${literal === null ? 'border-error text-error' : 'border-rule'}`;
  return (
    <label className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-2 items-center font-mono text-[11.5px]" htmlFor={id}>
      <span className="text-mute" title={input.type}>
        {input.name}
      </span>
      {input.only ? (
        <select
          id={id}
          aria-label={`${input.name} for ${offer.label}`}
          className={`${field} cursor-pointer`}
          value={raw}
          onChange={(event) => take(event.target.value)}
        >
          {input.options.map((option) => (
            <option key={option}>{option}</option>
          ))}
        </select>
      ) : (
        <>
          <input
            id={id}
            aria-label={`${input.name} for ${offer.label}, ${input.type}`}
            aria-invalid={literal === null}
            className={field}
            value={raw}
            list={`${id}-list`}
            autoComplete="off"
            spellCheck={false}
            onChange={(event) => take(event.target.value)}
          />
          <datalist id={`${id}-list`}>
            {input.options.map((option) => (
              <option key={option} value={option} />
            ))}
          </datalist>
        </>
      )}
      {literal === null && (
        <span className="col-span-2 text-error font-sans">
          “{raw}” is no {input.type}; the tap hands over {typed === undefined ? input.value : showPlainly(typed)}.
        </span>
      )}
    </label>
  );
}
