'use client';

import { Fragment } from 'react';
import type { ScreenDetail, WayStepCard } from '../../core/report/detail';
import { ScreenLink } from '../parts/ScreenLink';
import { useActions } from '../session/context';

/** The triggers of a screen, with their effects. */
export function WaysOut({ detail }: { detail: ScreenDetail }) {
  const { openAt } = useActions();
  return (
    <section aria-label="Ways out" className="min-w-0">
      <h3 className="part-head mb-1.5">Ways out</h3>
      <ul className="grid gap-1.5">
        {detail.waysOut.map((way) => {
          const steps = way.branches.flatMap((branch) => branch.steps);
          const names = steps.flatMap((step) => step.broken);
          const doubtful = steps.flatMap((step) => step.doubtful);
          const broken = names.length > 0 || steps.length === 0 || steps.some(namesNothing);
          return (
            <li
              key={way.at}
              className={`border rounded-field px-2.5 py-1.5 ${broken ? 'border-error bg-error-wash' : 'border-rule bg-paper'}`}
            >
              <div className="flex items-baseline gap-x-2 flex-wrap">
                <button
                  type="button"
                  className="cursor-pointer hover:underline text-left"
                  onClick={() => openAt(way.at)}
                >
                  {way.trigger}
                </button>
                {way.only && <span className="text-mute">only {way.only.join(', ')}</span>}
                {steps.length === 0 && <span className="text-error font-semibold">does nothing</span>}
                {way.branches.length === 1 && way.branches[0]!.when === null && (
                  <>
                    <Steps steps={steps} />
                    <Motion name={way.branches[0]!.motion} />
                  </>
                )}
              </div>
              {(way.branches.length > 1 || way.branches[0]?.when) && (
                <ul className="mt-0.5 grid gap-0.5">
                  {way.branches.map((branch, index) => (
                    <li key={index} className="flex items-baseline gap-x-2 flex-wrap pl-2 border-l-2 border-rule">
                      <span className="text-mute">
                        {branch.when === null ? 'otherwise' : index > 0 ? 'otherwise when' : 'when'}
                      </span>
                      {branch.when !== null && <span className="font-mono text-[11.5px]">{branch.when}</span>}
                      <Steps steps={branch.steps} />
                      <Motion name={branch.motion} />
                    </li>
                  ))}
                </ul>
              )}
              {names.length > 0 && (
                <p className="font-mono text-[11.5px] text-error font-semibold mt-0.5">{names.join(', ')}?</p>
              )}
              {doubtful.length > 0 && (
                <p className="font-mono text-[11.5px] text-warning mt-0.5">{doubtful.join(', ')}?</p>
              )}
            </li>
          );
        })}
        {detail.waysOut.length === 0 && <li className="text-mute">No trigger leads on.</li>}
      </ul>
    </section>
  );
}

/** How the screen comes in, where that is not as everywhere in the app. */
function Motion({ name }: { name: string | null }) {
  if (name === null) return null;
  return (
    <span className="font-mono text-[11.5px]">
      <span className="text-mute">motion</span> {name}
    </span>
  );
}

const namesNothing = (step: WayStepCard): boolean => step.opens && step.target === null;

/** Steps in a row, each with its object. */
export function Steps({ steps }: { steps: readonly WayStepCard[] }) {
  return steps.map((step, index) => (
    <Fragment key={index}>
      <span className="text-mute">
        {index > 0 && 'then '}
        {step.kind}
      </span>
      <Target step={step} />
      {step.gives !== null && (
        <span className="font-mono text-[11.5px]" title="The value that gets its result">
          <span className="text-mute">gives</span> {step.gives}
        </span>
      )}
    </Fragment>
  ));
}

function Target({ step }: { step: WayStepCard }) {
  if (step.target !== null) return <ScreenLink index={step.target} />;
  if (step.opens)
    return (
      <span className="font-mono text-error font-semibold" title="There is no such screen">
        {step.name || '?'}
      </span>
    );
  if (step.name === '') return null;
  return <span className={step.kind === 'leave' ? undefined : 'font-mono text-[11.5px]'}>{step.name}</span>;
}
