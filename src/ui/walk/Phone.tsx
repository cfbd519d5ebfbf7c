'use client';

import type { PhoneCard, WalkCard } from '../../core/report/walk-card';
import type { OfferCard } from '../../core/report/walk-offers';
import { Menu, Offers, Pane, type Tapping } from './Pane';
import type { Tap } from './steps';

interface Props extends Tapping {
  readonly card: WalkCard;
  readonly onOpen: () => void;
  readonly onRestart: () => void;
}

/** Widths and corners by the size of the variant. */
const frames = {
  phone: { around: 'max-w-[320px]', device: 'rounded-[22px] max-h-[700px]' },
  wide: { around: 'max-w-[760px]', device: 'rounded-[18px] max-h-[700px]' },
  small: {
    around: 'max-w-[230px] !grid-rows-[minmax(200px,300px)_auto_auto] content-start',
    device: 'rounded-[40px] max-h-[300px] px-2 py-4',
  },
} as const;

interface ScreensProps {
  readonly phone: PhoneCard;
  readonly back: Tap | undefined;
  readonly size: WalkCard['size'];
  readonly tapping: Tapping;
}

/** The screens in sight, as a plain device of the variant's size shows them, with its bars. */
export function Phone(props: Props) {
  const { card, taps, onTap, onLook, onOpen, onRestart } = props;
  const frame = frames[card.size ?? 'phone'];
  const back = taps.find(({ offer }) => offer.kind === 'back');
  const button =
    'border border-rule rounded-field bg-paper py-2 cursor-pointer hover:border-primary disabled:text-mute disabled:cursor-default disabled:hover:border-rule';
  return (
    <div
      className={`${frame.around} mx-auto h-full grid grid-rows-[minmax(300px,700px)_auto_auto] content-start compact:grid-rows-[auto_auto_auto] grid-cols-[minmax(0,1fr)] gap-3`}
    >
      <section
        aria-label="The phone"
        data-size={card.size ?? 'phone'}
        className={`border border-base-content bg-paper ${frame.device} grid grid-rows-[minmax(0,1fr)_auto] grid-cols-[minmax(0,1fr)] overflow-hidden`}
      >
        {card.phone ? (
          <Screens tapping={props} phone={card.phone} back={back} size={card.size} />
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
      {card.phone && <OwnEvents tapping={props} offers={card.phone.offers.filter(({ kind }) => kind === 'event')} />}
    </div>
  );
}

/** What may happen by itself while the screen is shown: nobody taps it. */
function OwnEvents({ tapping, offers }: { readonly tapping: Tapping; readonly offers: readonly OfferCard[] }) {
  if (offers.length === 0) return null;
  return (
    <section aria-label="Events" className="grid grid-cols-[minmax(0,1fr)] gap-2">
      <h3 className="part-head">May happen by itself</h3>
      <Offers tapping={tapping} offers={offers} />
    </section>
  );
}

function Screens({ phone, back, size, tapping }: ScreensProps) {
  const { onLook, onTap } = tapping;
  const { arrow, modal, list } = phone;
  const own = phone.offers.filter(({ beside }) => !beside);
  const tabs = own.filter(({ kind }) => kind === 'tab');
  const items = own.filter(({ kind }) => kind === 'item');
  const isWide = size === 'wide';
  const headerArrow = arrow !== null && (
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
  );
  return (
    <>
      <div className={`min-h-0 ${isWide ? 'flex' : 'grid grid-rows-[minmax(0,1fr)]'}`}>
        {isWide && items.length > 0 && (
          <aside aria-label="Drawer" className="w-[150px] shrink-0 border-r border-rule overflow-auto px-3 py-3.5">
            <Menu tapping={tapping} items={items} isAlone />
          </aside>
        )}
        {list && (
          <section
            aria-label={`Beside it, ${list.title}`}
            className={isWide ? 'flex-1 min-w-0 border-r border-rule' : 'min-h-0 border-b-4 border-rule'}
            data-testid="list"
          >
            <Pane pane={list} tapping={tapping} offers={phone.offers.filter(({ beside }) => beside)} />
          </section>
        )}
        <div className={isWide ? 'flex-[1.25] min-w-0' : 'min-h-0'}>
          <Pane
            pane={phone}
            tapping={tapping}
            offers={isWide ? own.filter(({ kind }) => kind !== 'item') : own}
            arrow={headerArrow}
            modal={modal}
            titleId="screen-title"
          />
        </div>
      </div>
      {tabs.length > 0 && <Tabs tabs={tabs} tapping={tapping} />}
    </>
  );
}

function Tabs({ tabs, tapping: { taps, onLook, onTap } }: { readonly tabs: readonly OfferCard[]; tapping: Tapping }) {
  return (
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
    <div className="row-span-2 grid content-center gap-2 px-6 text-center" aria-live="polite">
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
