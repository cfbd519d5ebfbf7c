'use client';

import { useEffect, useRef, useState } from 'react';
import { mostPasted } from '../../core/report/links-card';
import { useAddress, useSession, useSnapshot } from '../session/context';
import { UrlResult } from './UrlResult';

/** URLs, one a line, and the result of each, as the user types. */
export function TryUrls() {
  const session = useSession();
  const card = useSnapshot('links');
  const address = useAddress();
  const [urls, setUrls] = useState(session.tried);
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => session.try(urls), [session, urls]);
  const total = card ? card.counts.opens + card.counts.gated + card.counts.lost : 0;
  return (
    <>
      <p className="flex items-baseline gap-4 mb-2">
        <label className="part-head" htmlFor="try-urls">
          Try URLs, one a line
        </label>
        <span className="flex-1" />
        {(card?.examples.length ?? 0) > 0 && urls.trim() === '' && (
          <button type="button" className="fix-button" onClick={() => setUrls(card!.examples.join('\n'))}>
            {card!.examples.length < mostPasted ? 'One of each pattern' : `One of each of ${mostPasted} patterns`}
          </button>
        )}
        {urls !== '' && (
          <button
            type="button"
            className="fix-button"
            onClick={() => {
              setUrls('');
              field.current?.focus();
            }}
          >
            Clear
          </button>
        )}
      </p>
      <textarea
        id="try-urls"
        ref={field}
        rows={5}
        className="border border-rule rounded-field bg-paper p-2 font-mono text-[12px] w-full leading-[21px] resize-y"
        spellCheck={false}
        autoComplete="off"
        wrap="off"
        placeholder={card?.examples[0] ?? '/huts/12'}
        value={urls}
        onChange={(event) => setUrls(event.target.value)}
      />
      {card && total > 0 && (
        <>
          <p className="flex flex-wrap gap-x-4 gap-y-1 items-baseline mt-3 mb-2" role="status">
            <span className="part-head">What the app would do</span>
            <span className="flex-1" />
            <span>
              <strong className="font-semibold text-primary">{card.counts.opens}</strong> open
            </span>
            {card.counts.gated > 0 && (
              <span>
                <strong className="font-semibold text-warning">{card.counts.gated}</strong> gated
              </span>
            )}
            {card.counts.lost > 0 && (
              <span>
                <strong className="font-semibold text-error">{card.counts.lost}</strong> lost
              </span>
            )}
          </p>
          <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
            {card.results.map((result, index) => (
              <UrlResult key={index} result={result} />
            ))}
          </div>
          {card.pasted > mostPasted && (
            <p className="mt-2 text-mute">
              The first {mostPasted} of {card.pasted} are answered here; an audit answers all.
            </p>
          )}
          <p className="mt-2 text-mute">
            These are cold starts. On a running app a link empties every stack and does the same; only what the app’s
            flags are then can make a difference.
          </p>
        </>
      )}
      {card && total === 0 && card.examples.length > 0 && (
        <p className="text-mute mt-3 max-w-prose">
          Each URL gets an answer: the screen with its arguments, the stack that is built, what Back shows; or the
          pattern that it comes nearest to, and where it fails that.
        </p>
      )}
      <p className="mt-4 text-right">
        <button type="button" className="fix-button" onClick={() => address.go({ audit: 'new' })}>
          Audit a file of URLs
        </button>
      </p>
      {card && card.telling.length > 0 && (
        <section aria-label="For example" className="mt-4">
          <h2 className="part-head mb-2">For example</h2>
          <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
            {card.telling.map((result) => (
              <UrlResult key={result.text} result={result} />
            ))}
          </div>
        </section>
      )}
    </>
  );
}
