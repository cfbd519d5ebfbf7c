'use client';

import type { ReactNode } from 'react';
import type { Value, Values } from '../../core/plan/value';
import type { PaneCard } from '../../core/report/walk-card';
import type { OfferCard } from '../../core/report/walk-offers';
import { ScreenLink } from '../parts/ScreenLink';
import { Offer } from './Offer';
import type { Tap } from './steps';

/** What a tap does, and what the view shows of a step before it is taken. */
export interface Tapping {
  readonly taps: readonly Tap[];
  readonly typed: Readonly<Record<string, Values>>;
  /** The step whose effect the view shows. */
  readonly looked: Tap | null;
  readonly onLook: (tap: Tap | null) => void;
  readonly onTap: (tap: Tap) => void;
  /** A null value is the sample again. */
  readonly onType: (head: string, name: string, value: Value | null) => void;
}

interface PaneProps {
  readonly pane: PaneCard;
  readonly tapping: Tapping;
  readonly offers: readonly OfferCard[];
  /** The header arrow, or nothing. */
  readonly arrow?: ReactNode;
  readonly modal?: boolean;
  readonly titleId?: string;
}

/** A screen in sight: its title, its values, its triggers, the menu that it shows. */
export function Pane({ pane, tapping, offers, arrow = null, modal = false, titleId }: PaneProps) {
  const triggers = offers.filter(({ kind }) => kind === 'trigger');
  const items = offers.filter(({ kind }) => kind === 'item');
  const own = pane.arguments.filter(({ name }) => name !== '');
  return (
    <div className="grid grid-rows-[auto_minmax(0,1fr)] grid-cols-[minmax(0,1fr)] min-h-0 h-full">
      <header className={`border-b border-rule px-4 pt-3.5 pb-3 ${modal ? 'bg-base-200' : ''}`}>
        {arrow}
        <div className="flex items-baseline gap-3 justify-between">
          <h2 className="font-semibold text-[16px] [overflow-wrap:anywhere]" data-testid={titleId}>
            {pane.title}
          </h2>
          <ScreenLink index={pane.screen} />
        </div>
        {modal && <p className="text-mute text-[11px]">lies over the screen beneath</p>}
      </header>
      <div className="overflow-auto px-4 py-3 grid grid-cols-[minmax(0,1fr)] gap-2 content-start" aria-live="polite">
        {own.length > 0 && (
          <dl className="font-mono text-[12px] grid grid-cols-[fit-content(60%)_minmax(0,1fr)] gap-x-3 gap-y-0.5 mb-1">
            {own.map(({ name, value }) => (
              <div key={name} className="contents">
                <dt className="text-mute [overflow-wrap:anywhere]">{name}</dt>
                <dd
                  className={`truncate ${value === null ? 'text-error font-semibold' : ''}`}
                  title={value ?? undefined}
                >
                  {value ?? 'missing'}
                </dd>
              </div>
            ))}
          </dl>
        )}
        <Offers tapping={tapping} offers={triggers} />
        {triggers.length === 0 && <p className="text-mute">Nothing to tap on this screen.</p>}
        <Menu tapping={tapping} items={items} />
      </div>
    </div>
  );
}

/** The items of the menus that a screen shows. */
export function Menu({
  tapping,
  items,
  isAlone = false,
}: {
  readonly tapping: Tapping;
  readonly items: readonly OfferCard[];
  /** Whether nothing stands above it. */
  readonly isAlone?: boolean;
}) {
  if (items.length === 0) return null;
  const Head = isAlone ? 'h2' : 'h3';
  return (
    <section
      aria-label={items[0]!.menu ?? 'Menu'}
      className={`grid grid-cols-[minmax(0,1fr)] gap-2 ${isAlone ? '' : 'border-t border-rule pt-2.5 mt-1.5'}`}
    >
      <Head className="part-head">{items[0]!.menu}</Head>
      <Offers tapping={tapping} offers={items} />
    </section>
  );
}

export function Offers({ tapping, offers }: { readonly tapping: Tapping; readonly offers: readonly OfferCard[] }) {
  const { taps, typed, looked, onLook, onTap, onType } = tapping;
  return offers.map((each, index) => (
    <Offer
      key={`${each.head} ${index}`}
      offer={each}
      taps={taps.filter((tap) => tap.offer === each)}
      typed={typed[each.head] ?? {}}
      looked={looked}
      onLook={onLook}
      onTap={onTap}
      onType={(name, value) => onType(each.head, name, value)}
    />
  ));
}
