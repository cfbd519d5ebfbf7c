'use client';

import type { WantedParameter } from '../../core/edit/signature';

interface Props {
  readonly wanted: readonly WantedParameter[];
  readonly onChange: (wanted: readonly WantedParameter[]) => void;
}

const field = 'input input-sm bg-paper font-mono w-full min-w-0';

/** The arguments of a screen, to be added to, taken from, put in another order and given other types. */
export function SignatureFields({ wanted, onChange }: Props) {
  const set = (index: number, change: Partial<WantedParameter>): void =>
    onChange(wanted.map((one, at) => (at === index ? { ...one, ...change } : one)));
  const move = (index: number, by: number): void => {
    const next = [...wanted];
    const [one] = next.splice(index, 1);
    next.splice(index + by, 0, one!);
    onChange(next);
  };
  return (
    <div className="grid gap-1.5">
      {wanted.map((one, index) => {
        const name = one.name || `argument ${index + 1}`;
        return (
          <div
            key={index}
            role="group"
            aria-label={name}
            className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_minmax(0,0.8fr)_auto] gap-1.5 items-center"
          >
            <input
              className={field}
              aria-label="Name"
              placeholder="name"
              value={one.name}
              readOnly={one.was !== null}
              title={one.was === null ? undefined : 'F2 changes its name'}
              autoFocus={one.was === null && one.name === ''}
              onChange={(event) => set(index, { name: event.target.value.trim() })}
            />
            <input
              className={field}
              aria-label={`Type of ${name}`}
              placeholder="type"
              value={one.type}
              onChange={(event) => set(index, { type: event.target.value })}
            />
            <input
              className={field}
              aria-label={`Default of ${name}`}
              placeholder="no default"
              value={one.initial ?? ''}
              onChange={(event) =>
                set(index, { initial: event.target.value.trim() === '' ? null : event.target.value })
              }
            />
            <span className="flex">
              <button
                type="button"
                className="btn btn-ghost btn-xs btn-square"
                aria-label={`${name}: further up`}
                disabled={index === 0}
                onClick={() => move(index, -1)}
              >
                ↑
              </button>
              <button
                type="button"
                className="btn btn-ghost btn-xs btn-square"
                aria-label={`${name}: further down`}
                disabled={index === wanted.length - 1}
                onClick={() => move(index, 1)}
              >
                ↓
              </button>
              <button
                type="button"
                className="btn btn-ghost btn-xs btn-square"
                aria-label={`${name}: take it out`}
                onClick={() => onChange(wanted.filter((_one, at) => at !== index))}
              >
                ×
              </button>
            </span>
          </div>
        );
      })}
      <p>
        <button
          type="button"
          className="fix-button"
          onClick={() => onChange([...wanted, { was: null, name: '', type: 'text', initial: null }])}
        >
          Add an argument
        </button>
      </p>
    </div>
  );
}
