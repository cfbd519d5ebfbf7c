import type { EffectCard } from '../../core/compare/report/cards';
import { PageLink } from '../parts/PageLink';
import { kindWords } from './words';

/** What a comparison says of each kind of effect. */
const says: readonly (readonly [kind: EffectCard['kind'], words: string])[] = [
  ['url', 'URLs that open nothing any more, or another screen, or bring less'],
  ['state', 'what users have saved, and the new version cannot read'],
  ['caller', 'who opens a screen that has changed, and has not followed'],
  ['rule', 'what was true of every run, and is not any more'],
  ['walk', 'kept walks that break, and at which step'],
  ['reach', 'screens that are lost or found, nearer or farther'],
  ['finding', 'mistakes that come and go'],
  ['back', 'what Back newly reveals, and what no longer'],
  ['code', 'generated declarations with which the app’s own code no longer compiles'],
];

/** Stands where a comparison will, before there is an earlier version. */
export function NothingToCompare() {
  return (
    <div className="grid gap-4 content-start overflow-y-auto min-h-0 appear-late">
      <p className="max-w-prose">
        There is no earlier version yet. Mark this text and go on typing, choose another plan above, or drop a file
        here. Then you see what the change does:
      </p>
      <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-5 gap-y-1.5 max-w-prose">
        {says.map(([kind, words]) => (
          <div key={kind} className="contents">
            <dt className="font-semibold">{kindWords[kind]}</dt>
            <dd className="text-mute">{words}</dd>
          </div>
        ))}
      </dl>
      <p>
        <PageLink className="fix-button" href="/help/changes">
          How versions are compared
        </PageLink>
      </p>
    </div>
  );
}
