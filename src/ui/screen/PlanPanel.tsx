'use client';

import { memo } from 'react';
import { ScreenLink } from '../parts/ScreenLink';
import { counted } from '../parts/numbers';
import { useActions, useSession, useSnapshot } from '../session/context';

const firstPlan = `app "My app"
start home

screen home "Home" {
}
`;

/** Beside the text while the caret is on no screen: the plan as a whole, and where to begin. */
export const PlanPanel = memo(function PlanPanel() {
  const session = useSession();
  const overview = useSnapshot('overview');
  const { showFinding, change } = useActions();
  const { app, doc, start, modules, screens, findings } = overview;
  if (screens.length === 0 && session.text.trim() === '') {
    return (
      <div className="grid gap-3 max-w-md content-start">
        <h2 className="text-[16px] font-semibold">An empty plan</h2>
        <p>
          Name the app, write down the screens, and say which one comes first. Add their arguments and transitions
          later.
        </p>
        <pre className="plan-text bg-base-200 rounded-field p-3 overflow-auto">{firstPlan}</pre>
        <p className="flex gap-5">
          <button
            type="button"
            className="fix-button"
            onClick={() => session.edit([{ from: 0, to: 0, insert: firstPlan }], overview)}
          >
            Begin with this
          </button>
          <button type="button" className="fix-button" onClick={() => change({ kind: 'list', module: null })}>
            Add many screens from a list
          </button>
        </p>
      </div>
    );
  }
  const modulesAndOwn = [
    ...modules.map((module, index) => ({ ...module, screens: screens.filter((screen) => screen.module === index) })),
    { name: '', owner: null, screens: screens.filter((screen) => screen.module === null) },
  ].filter((module) => module.name !== '' || module.screens.length > 0);
  return (
    <div className="grid gap-4 content-start">
      <header>
        <h2 className="text-[16px] font-semibold">{app ?? 'An app without a name'}</h2>
        {doc && <p className="mt-1 max-w-prose">{doc}</p>}
        <p className="mt-1 text-mute">
          {start === null ? (
            'No screen comes first.'
          ) : (
            <>
              A cold start shows <ScreenLink index={start} />.
            </>
          )}
        </p>
      </header>
      {findings[0] && (
        <p>
          <button type="button" className="fix-button" onClick={() => showFinding(findings[0]!)}>
            Go to the first of {counted(findings.length, 'finding')}
          </button>{' '}
          <kbd className="key-hint">F8</kbd>
        </p>
      )}
      <p>
        <button type="button" className="fix-button" onClick={() => change({ kind: 'list', module: null })}>
          Add many screens from a list
        </button>
      </p>
      {modulesAndOwn.map((module) => (
        <section key={module.name}>
          <h3 className="mb-1">
            <span className="font-mono font-semibold">{module.name || 'In no module'}</span>{' '}
            <span className="text-mute">{module.owner}</span>
          </h3>
          <ul className="flex flex-wrap gap-x-3.5 gap-y-1">
            {module.screens.slice(0, 80).map((screen) => (
              <li key={screen.index}>
                <ScreenLink index={screen.index} />
              </li>
            ))}
            {module.screens.length > 80 && <li className="text-mute">and {module.screens.length - 80} more</li>}
          </ul>
        </section>
      ))}
    </div>
  );
});
