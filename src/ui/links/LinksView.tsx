'use client';

import { memo, useEffect, useMemo, useState } from 'react';
import { ScreenLink } from '../parts/ScreenLink';
import { useActions, useAddress, useSession, useSnapshot } from '../session/context';
import { AuditPanel } from './AuditPanel';
import { Entries } from './Entries';
import { TryUrls } from './TryUrls';
import { findingsOf, InPlace, UrlTree } from './UrlTree';

/** The URL space as a tree in order of choice, and a box to try URLs. */
export const LinksView = memo(function LinksView() {
  const session = useSession();
  const overview = useSnapshot('overview');
  const card = useSnapshot('links');
  const address = useAddress();
  const { openAt, change } = useActions();
  // State, no ref: the trees need it when they are first drawn.
  const [scroller, setScroller] = useState<HTMLDivElement | null>(null);
  useEffect(() => {
    session.try(session.tried);
    return () => session.watch({ links: null });
  }, [session]);
  // The first row of a screen that was selected elsewhere is scrolled to.
  const goals = card?.spaces.map(({ rows }) => rows.findIndex(({ leaf }) => leaf.screen === address.screen)) ?? [];
  const first = goals.findIndex((row) => row >= 0);
  const { findings } = overview;
  const ofLinks = useMemo(() => findings.filter(({ groups }) => groups.includes('link')), [findings]);
  // Those about origins, and not about one link, are shown once, above all patterns.
  const ofAll = ofLinks.filter(({ subject }) => subject === null);
  const ofPatterns = useMemo(() => ofLinks.filter(({ subject }) => subject !== null), [ofLinks]);
  const patterns = card?.spaces.reduce((most, { rows }) => Math.max(most, rows.length), 0) ?? 0;
  return (
    <main className="grid grid-cols-[minmax(0,11fr)_minmax(0,9fr)] min-h-0 compact:block">
      <div
        ref={setScroller}
        className="relative overflow-auto px-[18px] pt-4 min-h-0 compact:h-[max(240px,60vh)]"
        data-testid="url-space"
      >
        <div>
          {overview.screens.length > 0 && (
            <p className="float-right ml-4">
              <button
                type="button"
                className="fix-button"
                onClick={() => change({ kind: 'link', screen: address.screen })}
              >
                Add a link
              </button>
            </p>
          )}
          {ofAll.length > 0 && (
            <div className="grid gap-1.5 max-w-[560px] mb-4">
              {ofAll.map((finding) => (
                <InPlace key={`${finding.rule} ${finding.range.from}`} finding={finding} />
              ))}
            </div>
          )}
          {card && patterns === 0 && card.unusable.length === 0 && <NoLinks screens={overview.screens.length} />}
          {patterns > 0 &&
            scroller &&
            card?.spaces.map((each, index) => (
              <UrlTree
                key={each.origins.join(' ')}
                space={each}
                findings={ofPatterns}
                chosen={address.screen}
                goal={index === first ? goals[index]! : null}
                scroller={scroller}
              />
            ))}
          {card && card.unusable.length > 0 && (
            <section aria-label="No URL opens these" className="mb-6">
              <h2 className="part-head mb-2">No URL opens these</h2>
              <ul className="grid gap-2">
                {card.unusable.map((leaf) => (
                  <li key={leaf.at}>
                    <p className="flex gap-3 items-baseline">
                      <button
                        type="button"
                        data-pattern
                        className="font-mono text-[12px] px-2 py-0.5 rounded-field bg-error-wash text-error cursor-pointer hover:underline underline-offset-3 break-all text-left"
                        title="to the text"
                        onClick={() => openAt(leaf.at)}
                      >
                        {leaf.pattern}
                      </button>
                      <span className="font-semibold">
                        <ScreenLink index={leaf.index} />
                      </span>
                    </p>
                    <div className="grid gap-1.5 mt-1 max-w-[560px]">
                      {findingsOf(ofPatterns, leaf).map((finding) => (
                        <InPlace key={`${finding.rule} ${finding.range.from}`} finding={finding} />
                      ))}
                    </div>
                  </li>
                ))}
              </ul>
            </section>
          )}
          {card && <Entries entries={card.entries} findings={findings} />}
        </div>
      </div>
      <div
        className="overflow-auto border-l border-rule px-[18px] pt-4 pb-6 min-h-0 bg-base-100 compact:border-l-0 compact:border-t"
        data-testid="try-urls"
      >
        {address.audit !== null ? <AuditPanel audit={address.audit} /> : <TryUrls />}
      </div>
    </main>
  );
});

function NoLinks({ screens }: { screens: number }) {
  return (
    <div className="max-w-md">
      <h2 className="font-semibold text-[15px] mb-1">{screens === 0 ? 'No screens yet' : 'No screen has a link'}</h2>
      <p>
        A link is declared in the screen that it opens, as in{' '}
        <code>
          link /huts/{'{hutId}'}
          {'{?season}'} under explore
        </code>
        : a path with the screen’s arguments, and the stack beneath. All of them together then stand here, in the order
        in which a URL tries them.
      </p>
    </div>
  );
}
