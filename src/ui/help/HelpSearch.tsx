'use client';

import Link from 'next/link';
import { useEffect, useRef, useState } from 'react';
import type { HelpHit } from '../../wire/help';

/** Searches all pages of help as one types; the arrows and Enter of the browser's own links suffice for what is found. */
export function HelpSearch() {
  const [query, setQuery] = useState('');
  const [found, setFound] = useState<{ readonly of: string; readonly hits: readonly HelpHit[] } | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const words = query.trim();
  useEffect(() => {
    if (words === '') return;
    const leaving = new AbortController();
    fetch(`/api/help?q=${encodeURIComponent(words)}`, { signal: leaving.signal })
      .then((response) => response.json() as Promise<{ hits: readonly HelpHit[] }>)
      .then(({ hits }) => setFound({ of: words, hits }))
      .catch(() => {
        // Overtaken by the next key, or the server is away; the pages themselves are there.
      });
    return () => leaving.abort();
  }, [words]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== '/' || event.ctrlKey || event.metaKey || event.target instanceof HTMLInputElement) return;
      if (event.target instanceof HTMLElement && event.target.isContentEditable) return;
      input.current?.focus();
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
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
          {found.hits.map(({ page, anchor, title, excerpt }) => (
            <li key={`${page.name}#${anchor}`}>
              <Link
                href={`/help/${page.name}#${anchor}`}
                className="block px-4 py-1.5 hover:bg-base-200"
                onClick={() => setQuery('')}
              >
                <span className="font-semibold">{title}</span> <span className="text-mute">in {page.title}</span>
                <span className="block text-mute text-[12px] truncate">{excerpt}</span>
              </Link>
            </li>
          ))}
          {found.hits.length === 0 && <li className="px-4 py-1.5 text-mute">Nothing has these words.</li>}
        </ul>
      )}
    </div>
  );
}
