'use client';

import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { WalkCard } from '../../core/report/walk-card';
import type { Value, Values } from '../../core/plan/value';
import { useActions, useAddress, useSession, useSnapshot } from '../session/context';
import { nothingTyped } from '../session/taken';
import { AppState } from './AppState';
import { Coverage } from './Coverage';
import { useWalkKeys } from './keys';
import { KeptWalks } from './KeptWalks';
import { OpenDialog } from './OpenDialog';
import { storedTextSize } from '../parts/stored-settings';
import { useMedia } from '../parts/use-media';
import { ScreenPanel } from '../screen/ScreenPanel';
import { Phone } from './Phone';
import { Stacks } from './Stacks';
import { stepOf, tapsOf, withStep, type Tap } from './steps';
import { Trail } from './Trail';
import { isOf, useTopScreen } from './use-top-screen';
import { useWalkSince } from './use-walk-since';

/** From this width of the window on there is room for a fourth column, in pixels at the usual size of text. */
const ampleFrom = 1600;

/** Widths of the columns: the device, the stacks, the walk, and where there is room, the screen on top. */
const columns = {
  usual: {
    slim: 'grid-cols-[minmax(316px,380px)_minmax(270px,1fr)_minmax(290px,1.15fr)]',
    wide: 'grid-cols-[minmax(480px,1.75fr)_minmax(250px,1fr)_minmax(260px,1fr)]',
  },
  ample: {
    slim: 'grid-cols-[380px_minmax(300px,1fr)_minmax(340px,1.15fr)_minmax(400px,1.4fr)]',
    wide: 'grid-cols-[minmax(640px,1.6fr)_minmax(270px,1fr)_minmax(280px,1fr)_minmax(340px,1.2fr)]',
  },
} as const;

/** A phone to tap, the stacks beside it, the walk so far, and the kept walks. */
export const WalkView = memo(function WalkView({ planId }: { readonly planId: string }) {
  const session = useSession();
  const walk = useSnapshot('walk');
  const overview = useSnapshot('overview');
  const detail = useSnapshot('detail');
  const isAmple = useMedia(`(min-width: ${ampleFrom * Number(storedTextSize())}px)`);
  const address = useAddress();
  const { now } = address;
  const { walkTo } = useActions();
  const card = walk;
  const steps = address.walk ?? '';
  const taken = address.taken ?? Infinity;
  const [typed, setTyped] = useState<Readonly<Record<string, Values>>>(nothingTyped);
  const [looked, setLooked] = useState<Tap | null>(null);
  const [opening, setOpening] = useState(false);
  const keepName = useRef<HTMLInputElement>(null);

  // Typed values, and the looked-at offer, belong to the screen that was on top.
  const place = `${steps} ${taken}`;
  const here = `${place} ${address.variant}`;
  const [answered, setAnswered] = useState(here);
  if (here !== answered) {
    setAnswered(here);
    setTyped(nothingTyped);
    setLooked(null);
  }

  useEffect(() => session.watch({ walk: { steps, taken, typed } }), [session, steps, taken, typed]);
  useEffect(() => () => session.watch({ walk: null }), [session]);

  const since = useWalkSince(planId, card?.request.steps ?? '', card?.variant ?? null);
  const taps = useMemo(() => tapsOf(card?.phone?.offers ?? []), [card]);
  /** Whether the shown walk is the one in the address, which may not be drawn yet. */
  const isThere = useCallback(() => isOf(card, now()) && overview.variant === card?.variant, [card, overview, now]);
  const step = useCallback((of: WalkCard, text: string) => walkTo(withStep(of, text)), [walkTo]);
  const tap = useCallback(
    (of: WalkCard, { offer, outcome }: Tap) => step(of, stepOf({ offer, outcome }, typed[offer.head] ?? {})),
    [step, typed],
  );
  const stepTo = useCallback(
    (of: WalkCard, at: number) => {
      const last = of.steps.length - 1;
      if (at < 0 || at > last) return;
      walkTo({ steps: of.request.steps, taken: at === last ? null : at }, { replace: true });
    },
    [walkTo],
  );

  useTopScreen();

  const press = useCallback(
    (key: string): boolean => {
      if (!card) return false;
      if (key === 'Backspace') {
        const back = taps.find(({ offer }) => offer.kind === 'back');
        if (back) tap(card, back);
        return true;
      }
      if (key === 'ArrowLeft' || key === 'ArrowRight') {
        stepTo(card, card.taken + (key === 'ArrowLeft' ? -1 : 1));
        return true;
      }
      if (key === 'Home') {
        walkTo({ steps: '', taken: null });
        return true;
      }
      const tapped = taps.find(({ letter }) => letter === key);
      if (tapped) tap(card, tapped);
      return tapped !== undefined;
    },
    [card, taps, tap, stepTo, walkTo],
  );
  const openLink = useCallback(() => setOpening(card !== null && card.phone !== null), [card]);
  const keep = useCallback(() => keepName.current?.focus(), []);
  const heard = useWalkKeys({ isThere, press, openLink, keep });

  if (!card) return <main aria-busy className="bg-base-100" />;
  const type = (head: string, name: string, value: Value | null): void =>
    setTyped((now) => ({
      ...now,
      [head]: Object.fromEntries<Value>([
        ...Object.entries(now[head] ?? {}).filter(([other]) => other !== name),
        ...(value === null ? [] : [[name, value] as const]),
      ]),
    }));
  return (
    <main
      className={`grid min-h-0 compact:block ${columns[isAmple ? 'ample' : 'usual'][card.size === 'wide' ? 'wide' : 'slim']}`}
      data-steps={card.steps.length - 1}
      data-current={(isOf(card, address) && overview.variant === card.variant && heard) || undefined}
    >
      <div className="overflow-auto bg-base-200 border-r border-rule px-6 py-5 min-h-0 min-w-0">
        <Phone
          card={card}
          taps={taps}
          typed={typed}
          looked={looked}
          onLook={setLooked}
          onTap={(tapped) => isThere() && tap(card, tapped)}
          onType={type}
          onOpen={openLink}
          onRestart={() => walkTo({ steps: '', taken: null })}
        />
      </div>
      <div className="overflow-auto border-r border-rule px-[18px] py-4 grid gap-5 content-start min-w-0">
        <Stacks card={card} looked={looked} />
        <AppState card={card} onSet={(flag, value) => step(card, `set ${flag} = ${value}`)} />
        <Coverage card={card} />
      </div>
      <div className="overflow-auto px-[18px] py-4 grid gap-5 content-start min-w-0" data-column>
        <Trail card={card} since={since} keepName={keepName} onStep={(at) => stepTo(card, at)} />
        <KeptWalks card={card} />
      </div>
      {isAmple && (
        <div className="overflow-auto border-l border-rule px-[18px] py-4 min-w-0 bg-paper">
          {detail && <ScreenPanel detail={detail} />}
        </div>
      )}
      {opening && (
        <OpenDialog doors={card.doors} onClose={() => setOpening(false)} onOpen={(text) => step(card, text)} />
      )}
    </main>
  );
});
