'use client';

import { memo } from 'react';
import { useActions, useAddress, useSnapshot } from '../session/context';

/** A screen's name: a link to it in the view that is open. Remembered: a panel may have hundreds of them. */
export const ScreenLink = memo(function ScreenLink({ index }: { index: number }) {
  const screen = useSnapshot('names')[index];
  const { hrefOf } = useAddress();
  const { select } = useActions();
  if (!screen) return null;
  return (
    <a
      className="screen-link"
      href={hrefOf({ screen: screen.label })}
      title={screen.title ?? undefined}
      onClick={(event) => {
        if (event.metaKey || event.ctrlKey || event.shiftKey) return;
        event.preventDefault();
        select(screen.label);
      }}
    >
      {screen.label}
    </a>
  );
});
