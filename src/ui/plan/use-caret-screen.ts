import { useEffect } from 'react';
import { useAddress, useSession, useSnapshot } from '../session/context';

/**
 * Keeps the screen that the address names and the one that the caret is in the same. While one types and moves, the
 * address follows the caret, without a trace in the history. Where one comes from elsewhere, by a link or the browser's
 * Back, the caret goes to the screen that the address names.
 */
export function useCaretScreen(): void {
  const session = useSession();
  const { go, now, onReturn } = useAddress();
  const isRead = useSnapshot('overview').stage !== 'unread';
  useEffect(() => {
    // Before the text is parsed, the places of its screens are unknown.
    if (!isRead) return;
    const isIn = ({ from, to }: { readonly from: number; readonly to: number }): boolean => {
      const at = session.wasAt(session.getCaret(), session.getSnapshot().overview);
      return from <= at && at <= to;
    };
    const follow = (): void => {
      // A text in change is analysed in a moment; the user may have left the place by then.
      if (!session.isCurrent || now().view !== 'plan') return;
      const under = session.getSnapshot().overview.screens.find(isIn);
      go({ screen: under?.label ?? null }, { replace: true });
    };
    const arrive = (): void => {
      const { overview } = session.getSnapshot();
      const { view, screen } = now();
      const target = overview.screens.find(({ label }) => label === screen);
      if (view !== 'plan' || !target) return;
      if (isIn(target)) session.showCaret();
      else session.goTo(target.at, overview, false);
    };
    arrive();
    follow();
    const ends = [session.subscribeToCaret(follow), session.subscribe(follow), onReturn(arrive)];
    return () => {
      for (const end of ends) end();
    };
  }, [session, isRead, go, now, onReturn]);
}
