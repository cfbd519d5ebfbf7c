'use client';

import type { WalkCard } from '../../core/report/walk-card';

/** Up to this number, values stand side by side; more are chosen from a list. */
const most = 3;

/** The flags of the app, to be switched by hand as something outside would. */
export function AppState({ card, onSet }: { card: WalkCard; onSet: (flag: string, value: string) => void }) {
  if (card.flags.length === 0) return null;
  return (
    <section aria-label="App state">
      <h3 className="part-head mb-1.5">App state</h3>
      <ul className="grid gap-1.5">
        {card.flags.map(({ name, value, values }) => (
          <li
            key={name}
            className="border border-rule rounded-field bg-paper px-3 py-1.5 flex flex-wrap items-center gap-x-3 gap-y-1 justify-between"
          >
            <span className="font-mono text-[12px] [overflow-wrap:anywhere]">{name}</span>
            {values.length > most ? (
              <select
                aria-label={name}
                className="h-7 px-2 border border-rule rounded-field bg-paper cursor-pointer font-mono text-[12px] max-w-full"
                value={value}
                onChange={(event) => onSet(name, event.target.value)}
              >
                {values.map((each) => (
                  <option key={each}>{each}</option>
                ))}
              </select>
            ) : (
              <span role="group" aria-label={name} className="flex gap-1">
                {values.map((each) => (
                  <button
                    key={each}
                    type="button"
                    aria-pressed={each === value}
                    onClick={() => each !== value && onSet(name, each)}
                    className="font-mono text-[12px] px-2 py-0.5 rounded-field border border-transparent cursor-pointer text-mute hover:border-rule aria-pressed:bg-primary-wash aria-pressed:text-primary aria-pressed:font-semibold"
                  >
                    {each}
                  </button>
                ))}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
