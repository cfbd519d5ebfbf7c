'use client';

import { useMemo, useState } from 'react';
import { audiences, type Audience } from '../../core/compare/changes/change';
import { weights } from '../../core/compare/effects/effect';
import type { ChangeCard, EffectCard } from '../../core/compare/report/cards';
import { ChangeRow } from './ChangeRow';
import { EffectRow } from './EffectRow';
import { SideBySide } from './SideBySide';
import type { Compared } from './use-comparison';
import { kindWords, weightTones, weightWords } from './words';

interface Filter {
  readonly module: string | null;
  readonly kind: EffectCard['kind'] | 'changes' | null;
  readonly audience: Audience | null;
}
const everything: Filter = { module: null, kind: null, audience: null };

/** Rows of a section that are shown at first. */
const mostRows = 40;

interface Props {
  readonly compared: Compared;
  readonly isNow: boolean;
  /** The old text, if it is a revision. */
  readonly since: string | null;
}

/** Effects and changes in the order of a review, and both texts at the place of the chosen one. */
export function Review({ compared, isNow, since }: Props) {
  const { card, before, after } = compared;
  const [filter, setFilter] = useState(everything);
  const [chosen, setChosen] = useState<string | null>(null);
  const passes = (one: ChangeCard | EffectCard, kind: string): boolean =>
    (filter.module === null || one.module === filter.module) &&
    (filter.audience === null || one.audiences.includes(filter.audience)) &&
    (filter.kind === null || filter.kind === kind);
  const effects = card.effects.filter((one) => passes(one, one.kind));
  const changes = card.changes.filter((one) => passes(one, 'changes'));
  const current = useMemo(
    () => [...card.effects, ...card.changes].find(({ key }) => key === chosen) ?? null,
    [card, chosen],
  );
  return (
    <div className="grid grid-rows-[auto_minmax(0,1fr)_auto] gap-2.5 min-h-0">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <p role="status">
          <span className="font-semibold">{card.title}.</span> {card.changes.length > 0 && card.totals}
        </p>
        {card.changes.length + card.effects.length > 0 && (
          <Filters card={card} filter={filter} onChange={(change) => setFilter((last) => ({ ...last, ...change }))} />
        )}
      </div>
      <div
        className="overflow-y-auto overflow-x-hidden min-h-0 grid gap-4 content-start pb-3 pr-2"
        data-testid="review"
      >
        {weights.map((weight) => {
          const own = effects.filter((one) => one.weight === weight);
          return (
            <Section
              key={weight}
              title={weightWords[weight]}
              tone={weightTones[weight]}
              count={own.length}
              rows={(most) =>
                own
                  .slice(0, most)
                  .map((effect) => (
                    <EffectRow
                      key={effect.key}
                      effect={effect}
                      isNow={isNow}
                      since={since}
                      isChosen={effect.key === chosen}
                      onChoose={() => setChosen(effect.key === chosen ? null : effect.key)}
                    />
                  ))
              }
            />
          );
        })}
        <Section
          title="Changes"
          tone="tone-note"
          count={changes.length}
          rows={(most) =>
            changes
              .slice(0, most)
              .map((change) => (
                <ChangeRow
                  key={change.key}
                  change={change}
                  isChosen={change.key === chosen}
                  onChoose={() => setChosen(change.key === chosen ? null : change.key)}
                />
              ))
          }
        />
        {effects.length + changes.length === 0 && card.changes.length > 0 && (
          <p className="text-mute">Nothing passes the filter.</p>
        )}
      </div>
      {current && (
        <SideBySide
          before={before}
          after={after}
          at={{ before: current.before, after: current.after }}
          onClose={() => setChosen(null)}
        />
      )}
    </div>
  );
}

interface SectionProps {
  readonly title: string;
  readonly tone: string;
  readonly count: number;
  readonly rows: (most: number) => React.ReactNode;
}

function Section({ title, tone, count, rows }: SectionProps) {
  const [isWhole, setWhole] = useState(false);
  if (count === 0) return null;
  return (
    <section aria-label={title}>
      <h2 className="flex items-baseline gap-2 font-semibold pb-1 border-b border-rule">
        <span className={`rule-tag ${tone}`}>{count}</span>
        {title}
      </h2>
      <ul className="grid">{rows(isWhole ? count : mostRows)}</ul>
      {!isWhole && count > mostRows && (
        <button type="button" className="fix-button mt-1" onClick={() => setWhole(true)}>
          Show {count - mostRows} more
        </button>
      )}
    </section>
  );
}

interface FiltersProps {
  readonly card: Compared['card'];
  readonly filter: Filter;
  readonly onChange: (change: Partial<Filter>) => void;
}

function Filters({ card, filter, onChange }: FiltersProps) {
  const kinds = [...new Set(card.effects.map(({ kind }) => kind))];
  const look = 'h-7 px-1.5 border border-rule rounded-field bg-paper cursor-pointer max-w-44';
  return (
    <span className="flex flex-wrap gap-2">
      <select
        aria-label="Kind"
        className={look}
        value={filter.kind ?? ''}
        onChange={(event) => onChange({ kind: (event.target.value || null) as Filter['kind'] })}
      >
        <option value="">all kinds</option>
        {kinds.map((kind) => (
          <option key={kind} value={kind}>
            {kindWords[kind]}
          </option>
        ))}
        <option value="changes">changes</option>
      </select>
      <select
        aria-label="For whom"
        className={look}
        value={filter.audience ?? ''}
        onChange={(event) => onChange({ audience: (event.target.value || null) as Audience | null })}
      >
        <option value="">for everybody</option>
        {audiences.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </select>
      {card.modules.length > 0 && (
        <select
          aria-label="Module"
          className={look}
          value={filter.module ?? ''}
          onChange={(event) => onChange({ module: event.target.value || null })}
        >
          <option value="">all modules</option>
          {card.modules.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      )}
    </span>
  );
}
