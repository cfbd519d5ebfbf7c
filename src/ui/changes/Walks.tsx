'use client';

import type { RunCard } from '../../core/compare/report/cards';

/** The runs of an effect, the old one beside the new one, with the first step at which they part. */
export function Walks({ walks }: { readonly walks: readonly RunCard[] }) {
  const before = walks.find((one) => one.in === 'before');
  const after = walks.find((one) => one.in === 'after');
  const parts = before && after ? partingOf(before, after) : null;
  return (
    <div className="col-start-2 col-span-2 grid grid-cols-2 gap-4 mt-1">
      {[before, after].map((walk) => walk && <Steps key={walk.in} walk={walk} parts={parts} />)}
    </div>
  );
}

/** Index of the first step that says or shows something else; null if there is none. */
function partingOf(before: RunCard, after: RunCard): number | null {
  const longest = Math.max(before.steps.length, after.steps.length);
  for (let index = 0; index < longest; index++) {
    const [was, is] = [before.steps[index], after.steps[index]];
    if (was?.text !== is?.text || was?.shows !== is?.shows) return index;
  }
  return null;
}

function Steps({ walk, parts }: { readonly walk: RunCard; readonly parts: number | null }) {
  const isOld = walk.in === 'before';
  // Steps behind the one that cannot be taken are not reached.
  const end = walk.steps.findIndex(({ shows }) => shows === null);
  return (
    <section aria-label={isOld ? 'The walk before' : 'The walk after'}>
      <p className="text-mute">
        {isOld ? 'Before' : 'After'}, in {walk.variant}
      </p>
      {walk.steps.length === 0 && <p>At a cold start.</p>}
      <ol className="list-decimal pl-5">
        {walk.steps.map(({ text, shows }, index) => (
          <li key={index} className={index === parts ? (isOld ? 'bg-primary-wash' : 'bg-error-wash') : ''}>
            <code>{text}</code>{' '}
            <span className="text-mute">{shows === null ? index === end && 'ends here' : `shows ${shows}`}</span>
            {index === parts && <span className="sr-only">, here the walks part</span>}
          </li>
        ))}
      </ol>
    </section>
  );
}
