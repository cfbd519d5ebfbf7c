'use client';

import { useCallback } from 'react';
import type { HelpPage, HelpPageLink, HelpSection } from '../../wire/help';
import { PageLink } from '../parts/PageLink';
import type { Overtaken } from '../parts/answer-newest';
import { Settings } from '../parts/Settings';
import { ThemeSwitch } from '../parts/ThemeSwitch';
import { useWorker } from '../parts/use-worker';
import { KeyTable } from '../workspace/KeyTable';
import { HelpSearch } from './HelpSearch';
import type { Tried, TryMessage, TryReply } from './messages';
import { TryPlan } from './TryPlan';

const start = (): Worker => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
const stopped = (id: number): TryReply => ({ id, failed: 'The worker that checks this has stopped.' });

interface Props {
  readonly pages: readonly HelpPageLink[];
  readonly page: HelpPage;
}

/** A page of help: all pages and its sections to the left, and plans that can be tried in place. */
export function HelpView({ pages, page }: Props) {
  const send = useWorker<TryMessage, TryReply | Overtaken>(start, stopped);
  const check = useCallback(
    async (text: string): Promise<Tried | string | null> => {
      const reply = await send({ text });
      if ('overtaken' in reply) return null;
      return 'failed' in reply ? reply.failed : reply;
    },
    [send],
  );
  return (
    <div className="h-full grid grid-rows-[46px_minmax(0,1fr)]">
      <header className="flex items-center gap-5 px-4 border-b border-rule">
        <PageLink href="/plans" className="flex items-center gap-2.5 font-semibold text-[15px]">
          <span className="double-bar h-[18px]" aria-hidden />
          Andante
        </PageLink>
        <span className="text-mute">Help</span>
        <HelpSearch />
        <span className="flex-1" />
        <ThemeSwitch />
      </header>
      <div className="grid grid-cols-[220px_minmax(0,1fr)] min-h-0">
        <nav aria-label="Pages of help" className="border-r border-rule overflow-auto py-4 text-[13px]">
          <ul>
            {pages.map(({ name, title }) => (
              <li key={name}>
                <PageLink
                  href={`/help/${name}`}
                  aria-current={name === page.name ? 'page' : undefined}
                  className={`block px-4 py-1 hover:bg-base-200 ${name === page.name ? 'font-semibold text-primary' : ''}`}
                >
                  {title}
                </PageLink>
                {name === page.name && <Parts sections={page.sections} />}
              </li>
            ))}
          </ul>
        </nav>
        <main className="overflow-auto px-8 py-6" tabIndex={0}>
          <article className="help max-w-3xl">
            {page.name === 'keys' && (
              <>
                <h1>Settings and all keys</h1>
                <Settings />
                <KeyTable />
              </>
            )}
            {page.sections.map((section) => (
              <Section key={section.anchor} section={section} check={check} />
            ))}
          </article>
        </main>
      </div>
    </div>
  );
}

/** The parts of the page that is read, down to the second level; the rules have a table of their own. */
function Parts({ sections }: { readonly sections: readonly HelpSection[] }) {
  const parts = sections.filter(({ level }) => level === 2);
  if (parts.length === 0) return null;
  return (
    <ul className="mb-2">
      {parts.map(({ anchor, title }) => (
        <li key={anchor}>
          <a href={`#${anchor}`} className="block pl-7 pr-3 py-0.5 text-mute hover:text-base-content hover:bg-base-200">
            {title}
          </a>
        </li>
      ))}
    </ul>
  );
}

interface SectionProps {
  readonly section: HelpSection;
  readonly check: (text: string) => Promise<Tried | string | null>;
}

function Section({ section: { anchor, title, level, blocks }, check }: SectionProps) {
  const Heading = level === 1 ? 'h1' : level === 2 ? 'h2' : 'h3';
  return (
    <section aria-labelledby={anchor}>
      <Heading id={anchor}>{title}</Heading>
      {blocks.map((block, index) =>
        block.kind === 'plan' ? (
          <TryPlan key={index} example={block.text} check={check} />
        ) : (
          // Rendered by the server from the project's own documents.
          <div key={index} dangerouslySetInnerHTML={{ __html: block.html }} />
        ),
      )}
    </section>
  );
}
