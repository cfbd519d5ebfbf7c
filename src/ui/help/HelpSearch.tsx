'use client';

import { useEffect, useRef, useState } from 'react';
import type { HelpHit } from '../../wire/help';
import { PageLink } from '../parts/PageLink';
import { usePlainKey } from '../parts/use-plain-key';

/** Searches all pages of help as one types. What is found are links, which Tab and Enter reach. */
export function HelpSearch() {
  const [query, setQuery] = useState('');
  const [found, setFound] = useState<readonly HelpHit[] | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const words = query.trim();
  useEffect(() => {
    if (words === '') return;
    const leaving = new AbortController();
    fetch(`/api/help?q=${encodeURIComponent(words)}`, { signal: leaving.signal })
      .then((response) => response.json() as Promise<{ hits: readonly HelpHit[] }>)
      .then(({ hits }) => setFound(hits))
      .catch(() => {
        // Overtaken by the next key, or the server is away; the pages themselves are there.
      });
    return () => leaving.abort();
  }, [words]);
  usePlainKey('/', () => input.current?.focus());
  return (
    <div className="relative w-full max-w-md" role="search">
      <input
        ref={input}
        type="search"
        className="input input-sm w-full"
        placeholder="Search help   /"
        aria-label="Search help"
        value={query}
        onChange={(event) => setQuery(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setQuery('');
        }}
      />
      {words !== '' && found && (
        <ul
          aria-label="What was found"
          className="absolute z-20 mt-1 w-full max-h-[70vh] overflow-auto bg-base-100 border border-rule rounded-box shadow-lg py-1"
        >
          {found.map(({ page, anchor, title, excerpt }) => (
            <li key={`${page.name}#${anchor}`}>
              <PageLink
                href={`/help/${page.name}#${anchor}`}
                className="block px-4 py-1.5 hover:bg-base-200"
                onClick={() => setQuery('')}
              >
                <span className="font-semibold">{title}</span> <span className="text-mute">in {page.title}</span>
                <span className="block text-mute text-[12px] truncate">{excerpt}</span>
              </PageLink>
            </li>
          ))}
          {found.length === 0 && <li className="px-4 py-1.5 text-mute">Nothing has these words.</li>}
        </ul>
      )}
    </div>
  );
}
