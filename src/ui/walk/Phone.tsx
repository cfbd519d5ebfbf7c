'use client';

import type { WalkCard } from '../../core/report/walk-card';
import type { OfferCard } from '../../core/report/walk-offers';
import type { Value, Values } from '../../core/plan/value';
import { ScreenLink } from '../parts/ScreenLink';
import { Offer } from './Offer';
import type { Tap } from './steps';

interface Props {
  readonly card: WalkCard;
  readonly taps: readonly Tap[];
  readonly typed: Readonly<Record<string, Values>>;
  /** The step whose effect the view shows. */
  readonly looked: Tap | null;
  readonly onLook: (tap: Tap | null) => void;
  readonly onTap: (tap: Tap) => void;
  /** A null value is the sample again. */
  readonly onType: (head: string, name: string, value: Value | null) => void;
  readonly onOpen: () => void;
  readonly onRestart: () => void;
}

/** The screen on top, as a plain phone shows it, with its bars. */
export function Phone(props: Props) {
  const { card, taps, onTap, onLook, onOpen, onRestart } = props;
  const back = taps.find(({ offer }) => offer.kind === 'back');
  const button =
    'border border-rule rounded-field bg-paper py-2 cursor-pointer hover:border-primary disabled:text-mute disabled:cursor-default disabled:hover:border-rule';
  return (
    <div className="max-w-[320px] mx-auto h-full grid grid-rows-[minmax(300px,1fr)_auto_auto] grid-cols-[minmax(0,1fr)] gap-3">
      <section
        aria-label="The phone"
        className="border border-base-content rounded-[22px] bg-paper max-h-[640px] grid grid-rows-[auto_minmax(0,1fr)_auto] grid-cols-[minmax(0,1fr)] overflow-hidden"
      >
        {card.phone ? (
          <Screen {...props} phone={card.phone} back={back} />
        ) : (
          <Nothing state={card.state} onRestart={onRestart} />
        )}
      </section>
      <div className="grid grid-cols-3 gap-2">
        <button
          type="button"
          className={button}
          disabled={!back}
          onClick={() => back && onTap(back)}
          title="The phone’s own Back"
          onPointerEnter={() => onLook(back ?? null)}
          onPointerLeave={() => onLook(null)}
          onFocus={() => onLook(back ?? null)}
          onBlur={() => onLook(null)}
        >
          Back{' '}
          <kbd className="key-hint" aria-hidden>
            ⌫
          </kbd>
        </button>
        <button
          type="button"
          className={button}
          disabled={!card.phone}
          onClick={onOpen}
          title="A link, a shortcut, a notification: a way in from outside"
        >
          Link{' '}
          <kbd className="key-hint" aria-hidden>
            l
          </kbd>
        </button>
        <button type="button" className={button} onClick={onRestart} title="From a cold start">
          Restart{' '}
          <kbd className="key-hint" aria-hidden>
            Home
          </kbd>
        </button>
      </div>
      {card.phone && <OwnEvents {...props} offers={card.phone.offers.filter(({ kind }) => kind === 'event')} />}
    </div>
  );
}

/** What may happen by itself while the screen is shown: nobody taps it. */
function OwnEvents(props: Props & { readonly offers: readonly OfferCard[] }) {
  if (props.offers.length === 0) return null;
  return (
    <section aria-label="Events" className="grid grid-cols-[minmax(0,1fr)] gap-2">
      <h3 className="part-head">May happen by itself</h3>
      <Offers {...props} />
    </section>
  );
}

function Offers({
  offers,
  taps,
  typed,
  looked,
  onLook,
  onTap,
  onType,
}: Props & { readonly offers: readonly OfferCard[] }) {
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

function Screen({ phone, back, ...props }: Props & { phone: NonNullable<WalkCard['phone']>; back: Tap | undefined }) {
  const { taps, onLook, onTap } = props;
  const { title, arrow, screen, modal, offers } = phone;
  const triggers = offers.filter(({ kind }) => kind === 'trigger');
  const items = offers.filter(({ kind }) => kind === 'item');
  const tabs = offers.filter(({ kind }) => kind === 'tab');
  const own = phone.arguments.filter(({ name }) => name !== '');
  return (
    <>
      <header className={`border-b border-rule px-4 pt-3.5 pb-3 ${modal ? 'bg-base-200' : ''}`}>
        {arrow !== null && (
          <button
            type="button"
            className="flex items-center gap-1.5 text-primary cursor-pointer hover:underline max-w-full"
            aria-label={`Header arrow, back to ${arrow}`}
            onClick={() => back && onTap(back)}
            onPointerEnter={() => onLook(back ?? null)}
            onPointerLeave={() => onLook(null)}
            onFocus={() => onLook(back ?? null)}
            onBlur={() => onLook(null)}
          >
            <svg width="8" height="12" viewBox="0 0 8 12" aria-hidden>
              <path d="M7 1 2 6l5 5" fill="none" stroke="currentColor" strokeWidth="1.6" />
            </svg>
            <span className="truncate">{arrow}</span>
          </button>
        )}
        <div className="flex items-baseline gap-3 justify-between">
          <h2 className="font-semibold text-[16px] [overflow-wrap:anywhere]" data-testid="screen-title">
            {title}
          </h2>
          <ScreenLink index={screen} />
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
        <Offers {...props} offers={triggers} />
        {triggers.length === 0 && <p className="text-mute">Nothing to tap on this screen.</p>}
        {items.length > 0 && (
          <section
            aria-label={items[0]!.menu ?? 'Menu'}
            className="border-t border-rule pt-2.5 mt-1.5 grid grid-cols-[minmax(0,1fr)] gap-2"
          >
            <h3 className="part-head">{items[0]!.menu}</h3>
            <Offers {...props} offers={items} />
          </section>
        )}
      </div>
      {tabs.length > 0 && (
        <nav
          aria-label="Tabs"
          className="border-t border-rule grid"
          style={{ gridTemplateColumns: `repeat(${tabs.length}, minmax(0, 1fr))` }}
        >
          {tabs.map((each) => {
            const tap = taps.find((one) => one.offer === each);
            return (
              <button
                key={each.label}
                type="button"
                disabled={!tap}
                aria-current={each.current ? 'true' : undefined}
                title={each.label}
                className="px-1 pt-2.5 pb-3 border-t-2 -mt-px border-transparent cursor-pointer hover:bg-base-200 aria-[current]:border-primary aria-[current]:text-primary aria-[current]:font-semibold min-w-0"
                onClick={() => tap && onTap(tap)}
                onPointerEnter={() => onLook(tap ?? null)}
                onPointerLeave={() => onLook(null)}
                onFocus={() => onLook(tap ?? null)}
                onBlur={() => onLook(null)}
              >
                <span className="block truncate">{each.label}</span>
                {tap?.letter && (
                  <kbd className="key-hint" aria-hidden>
                    {tap.letter}
                  </kbd>
                )}
              </button>
            );
          })}
        </nav>
      )}
    </>
  );
}

const nothing = {
  left: ['The app is left', 'This step popped the last screen. The walk ends here; a restart begins another.'],
  'no-start': [
    'Nothing to walk',
    'A walk begins on the screen that comes first. Say in the plan which one that is, as in “start home”.',
  ],
  unreadable: [
    'Andante cannot read this walk',
    'The walk in the address has steps that Andante does not know. Begin another walk.',
  ],
  on: ['', ''],
} as const;

function Nothing({ state, onRestart }: { state: WalkCard['state']; onRestart: () => void }) {
  const [head, why] = nothing[state];
  return (
    <div className="row-span-3 grid content-center gap-2 px-6 text-center" aria-live="polite">
      <h2 className="font-semibold text-[15px]">{head}</h2>
      <p className="text-mute">{why}</p>
      {state !== 'no-start' && (
        <p>
          <button type="button" className="fix-button" onClick={onRestart}>
            Restart
          </button>
        </p>
      )}
    </div>
  );
}
