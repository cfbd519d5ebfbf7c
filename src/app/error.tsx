'use client';

import { PageLink } from '../ui/parts/PageLink';

/** Shown if a page fails; the server and this browser have kept the typed text. */
export default function PageError({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="h-full grid place-content-center gap-3 p-8 max-w-lg mx-auto">
      <h1 className="text-lg font-semibold flex gap-3">
        <span className="double-bar h-6" aria-hidden />
        This page could not be shown
      </h1>
      <p>The plan’s text is safe: it is saved as you type. Try again, or go back to the list of plans.</p>
      <p className="flex gap-6">
        <button className="fix-button" onClick={reset}>
          Try again
        </button>
        <PageLink className="fix-button" href="/plans">
          See all plans
        </PageLink>
      </p>
    </main>
  );
}
