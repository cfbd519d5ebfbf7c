'use client';

import type { EntryCard } from '../../core/report/links-card';
import type { Finding } from '../../core/rules/parts/rule';
import { MessageText } from '../parts/MessageText';
import { useActions } from '../session/context';
import { ScreenByLabel, StateTag, Stack } from './UrlResult';
import { InPlace } from './UrlTree';

/** The entries, with the screen that each opens. */
export function Entries({ entries, findings }: { entries: readonly EntryCard[]; findings: readonly Finding[] }) {
  if (entries.length === 0) return null;
  return (
    <section aria-label="Entries" className="mb-6">
      <h2 className="part-head mb-2">Entries</h2>
      <ul className="grid gap-1.5">
        {entries.map((entry) => {
          const own = findings.filter(
            ({ groups, subject, range }) =>
              groups.includes('entry') && subject === entry.label && range.from >= entry.at,
          );
          return (
            <li key={entry.at} className="border-b border-rule last:border-b-0 pb-1.5">
              <EntryLine entry={entry} />
              <BuiltStack entry={entry} />
              {entry.url?.why && own.length === 0 && (
                <p className="text-error">
                  <MessageText message={entry.url.why} />
                </p>
              )}
              {own.map((finding) => (
                <InPlace key={`${finding.rule} ${finding.range.from}`} finding={finding} />
              ))}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** An entry's name, its URL, and the screen that it opens. */
function EntryLine({ entry }: { entry: EntryCard }) {
  const { openAt } = useActions();
  const opens = entry.url?.opens?.screen ?? entry.screen?.label ?? null;
  return (
    <p className="flex flex-wrap gap-x-3 gap-y-0.5 items-baseline">
      <button
        type="button"
        className="font-medium hover:underline underline-offset-3 cursor-pointer text-left"
        title="to the text"
        onClick={() => openAt(entry.at)}
      >
        “{entry.label}”
      </button>
      <span className="text-mute">{entry.door ?? 'entry'}</span>
      {entry.url && <span className="font-mono text-[12px] text-mute break-all">{entry.url.text}</span>}
      <span className="flex-1" />
      {opens && (
        <span className="font-semibold">
          <ScreenByLabel label={opens} />
        </span>
      )}
      <StateTag state={entry.url?.state ?? entry.screen?.state ?? 'lost'} />
    </p>
  );
}

/** The stack that an entry builds at a cold start. */
function BuiltStack({ entry }: { entry: EntryCard }) {
  const built = entry.url?.cold[0] ?? entry.screen?.cold[0];
  if (!built) return null;
  return (
    <p className="text-[12px]">
      {built.putOffBy && (
        <>
          <code>{built.putOffBy.screen}</code>
          <span className="text-mute"> needs </span>
          <code>{built.putOffBy.needs}</code>
          <span className="text-mute">; put off: </span>
        </>
      )}
      <Stack built={built} />
    </p>
  );
}
