'use client';

import { memo, useEffect, useRef, useState } from 'react';
import { mostPasted } from '../../core/report/links-card';
import { ScreenLink } from '../parts/ScreenLink';
import { useWorkspace } from '../workspace/context';
import { Entries } from './Entries';
import { UrlResult } from './UrlResult';
import { findingsOf, InPlace, UrlTree } from './UrlTree';

/** Where does this URL go? The URL space as a tree in order of choice; URLs to try, and what the app would do with each. */
export const LinksView = memo(function LinksView() {
  const { session, snapshot, address, openAt, change } = useWorkspace();
  const { overview, links: card } = snapshot;
  const [urls, setUrls] = useState(session.tried);
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => session.try(urls), [session, urls]);
  useEffect(() => () => session.watch({ links: null }), [session]);
  const findings = overview.findings;
  // About origins, not about one link.
  const ofAll = findings.filter(({ rule, subject }) => rule.startsWith('link/') && subject === null);
  const patterns = card?.spaces.reduce((most, { rows }) => Math.max(most, rows.length), 0) ?? 0;
  const total = card ? card.counts.opens + card.counts.gated + card.counts.lost : 0;
  return (
    <main className="grid grid-cols-[minmax(0,11fr)_minmax(0,9fr)] min-h-0">
      <div className="overflow-auto px-[18px] pt-4 min-h-0" data-testid="url-space">
        {overview.screens.length > 0 && <p className="float-right ml-4"><button type="button" className="fix-button" onClick={() => change({ kind: 'link', screen: address.screen })}>Add a link</button></p>}
        {ofAll.length > 0 && <div className="grid gap-1.5 max-w-[560px] mb-4">{ofAll.map((finding) => <InPlace key={`${finding.rule} ${finding.range.from}`} finding={finding} />)}</div>}
        {card && patterns === 0 && card.unusable.length === 0 && <NoLinks screens={overview.screens.length} />}
        {patterns > 0 && card?.spaces.map((space) => <UrlTree key={space.origins.join(' ')} space={space} findings={findings} chosen={address.screen} />)}
        {card && card.unusable.length > 0 && (
          <section aria-label="No URL opens these" className="mb-6">
            <h2 className="part-head mb-2">No URL opens these</h2>
            <ul className="grid gap-2">
              {card.unusable.map((leaf) => (
                <li key={leaf.at}>
                  <p className="flex gap-3 items-baseline">
                    <button type="button" data-pattern className="font-mono text-[12px] px-2 py-0.5 rounded-field bg-error-wash text-error cursor-pointer hover:underline underline-offset-3 break-all text-left" title="to the text" onClick={() => openAt(leaf.at)}>{leaf.pattern}</button>
                    <span className="font-semibold"><ScreenLink index={leaf.index} /></span>
                  </p>
                  <div className="grid gap-1.5 mt-1 max-w-[560px]">{findingsOf(findings, leaf).map((finding) => <InPlace key={`${finding.rule} ${finding.range.from}`} finding={finding} />)}</div>
                </li>
              ))}
            </ul>
          </section>
        )}
        {card && <Entries entries={card.entries} findings={findings} />}
      </div>
      <div className="overflow-auto border-l border-rule px-[18px] pt-4 pb-6 min-h-0 bg-base-100" data-testid="try-urls">
        <p className="flex items-baseline gap-4 mb-2">
          <label className="part-head" htmlFor="try-urls">Try URLs, one a line</label>
          <span className="flex-1" />
          {(card?.examples.length ?? 0) > 0 && urls.trim() === '' && <button type="button" className="fix-button" onClick={() => setUrls(card!.examples.join('\n'))}>One of each pattern</button>}
          {urls !== '' && <button type="button" className="fix-button" onClick={() => { setUrls(''); field.current?.focus(); }}>Clear</button>}
        </p>
        <textarea id="try-urls" ref={field} rows={5} className="border border-rule rounded-field bg-paper p-2 font-mono text-[12px] w-full leading-[21px] resize-y" spellCheck={false} autoComplete="off" wrap="off"
          placeholder={card?.examples[0] ?? '/huts/12'} value={urls} onChange={(event) => setUrls(event.target.value)} />
        {card && total > 0 && (
          <>
            <p className="flex flex-wrap gap-x-4 gap-y-1 items-baseline mt-3 mb-2" role="status">
              <span className="part-head">What the app would do</span>
              <span className="flex-1" />
              <span><strong className="font-semibold text-primary">{card.counts.opens}</strong> open</span>
              {card.counts.gated > 0 && <span><strong className="font-semibold text-warning">{card.counts.gated}</strong> gated</span>}
              {card.counts.lost > 0 && <span><strong className="font-semibold text-error">{card.counts.lost}</strong> lost</span>}
            </p>
            <div className="grid grid-cols-[minmax(0,1fr)] gap-2">{card.results.map((result, index) => <UrlResult key={index} result={result} />)}</div>
            {card.pasted > mostPasted && <p className="mt-2 text-mute">The first {mostPasted} of {card.pasted} are answered here.</p>}
          </>
        )}
        {card && total === 0 && patterns > 0 && <p className="text-mute mt-3 max-w-prose">Each URL gets an answer: the screen with its arguments, the stack that is built, what Back shows; or the pattern that it comes nearest to, and where it fails that.</p>}
      </div>
    </main>
  );
});

function NoLinks({ screens }: { screens: number }) {
  return (
    <div className="max-w-md">
      <h2 className="font-semibold text-[15px] mb-1">{screens === 0 ? 'No screens yet' : 'No screen has a link'}</h2>
      <p>A link is declared in the screen that it opens, as in <code>link /huts/{'{hutId}'}{'{?season}'} under explore</code>: a path with the screen’s arguments, and the stack beneath. All of them together then stand here, in the order in which a URL tries them.</p>
    </div>
  );
}
