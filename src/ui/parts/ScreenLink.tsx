'use client';

import { useWorkspace } from '../session/context';

/** A screen's name: a link to it in the view that is open. */
export function ScreenLink({ index }: { index: number }) {
  const { snapshot, address, select } = useWorkspace();
  const screen = snapshot.overview.screens[index];
  if (!screen) return null;
  return (
    <a
      className="screen-link"
      href={address.hrefOf({ screen: screen.label })}
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
}
