import { useEffect } from 'react';
import type { WalkCard } from '../../core/report/walk-card';
import type { Place } from '../session/address';
import { useAddress, useSession } from '../session/context';

/** Whether a card shows the walk that a place names. */
export const isOf = (card: WalkCard | null, { walk, taken }: Place): boolean =>
  card !== null && card.request.steps === (walk ?? '') && card.request.taken === (taken ?? Infinity);

/** Selects the screen on top for the other views, whenever it changes. */
export function useTopScreen(): void {
  const session = useSession();
  const { go, now } = useAddress();
  useEffect(() => {
    let last: string | null = null;
    const follow = (): void => {
      const { walk: card, overview } = session.getSnapshot();
      const place = now();
      if (place.view !== 'walk' || !isOf(card, place) || card?.variant !== overview.variant) return;
      const top = card.phone ? (overview.screens[card.phone.screen]?.label ?? null) : null;
      if (top === null || top === last) return;
      last = top;
      go({ screen: top }, { replace: true });
    };
    follow();
    return session.subscribe(follow);
  }, [session, go, now]);
}
