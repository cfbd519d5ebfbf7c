'use client';

import { memo } from 'react';
import type { ScreenDetail } from '../../core/report/detail';
import type { ScreenCard } from '../../core/report/overview';
import { FindingCard } from '../findings/FindingCard';
import { counted } from '../parts/numbers';
import { ScreenLink } from '../parts/ScreenLink';
import { useActions, useSnapshot } from '../session/context';
import { ScreenActions } from './ScreenActions';
import { ShortestWalk } from './ShortestWalk';
import { WaysIn } from './WaysIn';
import { WhatBackDoes } from './WhatBackDoes';
import { Steps, WaysOut } from './WaysOut';

/** All about one screen: the same in every view. Remembered: the caret moves more often than the detail changes. */
export const ScreenPanel = memo(function ScreenPanel({ detail }: { detail: ScreenDetail }) {
  const overview = useSnapshot('overview');
  const { change, openAt } = useActions();
  const screen = overview.screens[detail.index];
  if (!screen) return null;
  const module = screen.module === null ? null : overview.modules[screen.module];
  return (
    <article aria-label={`The screen ${screen.label}`} className="@container grid gap-4 content-start min-w-0">
      <header>
        <div className="flex items-start gap-3">
          <h2 className="text-[16px] font-semibold font-mono break-all leading-tight">{screen.label}</h2>
          <span className="flex-1" />
          <Distance screen={screen} detail={detail} />
        </div>
        <p className="text-mute mt-0.5">
          {screen.title === null ? 'no title' : `“${screen.title}”`}
          {module && (
            <>
              {' '}
              · <span className="font-mono text-[0.95em]">{module.name}</span>
              {module.owner && `, ${module.owner}`}
            </>
          )}
          {detail.private && ' · private'}
          {detail.shape && ` · as ${detail.shape}`}
          {detail.only && ` · only ${detail.only.join(', ')}`}
          {detail.beside && (
            <>
              {' · beside '}
              <ScreenLink index={detail.beside.list} />
              {detail.beside.only && ` only ${detail.beside.only.join(', ')}`}
            </>
          )}
        </p>
        {detail.doc && <p className="mt-1.5 max-w-prose">{detail.doc}</p>}
        {detail.parameters.length > 0 && (
          <ul className="mt-2 flex flex-wrap gap-x-4 gap-y-0.5 font-mono text-[12px]" aria-label="Arguments">
            {detail.parameters.map(({ name, type, initial, module }) => (
              <li key={name} title={module ? `All screens of ${module} take it` : undefined}>
                {name}
                <span className="text-mute">
                  : {type}
                  {initial !== null && ` = ${initial}`}
                  {module && ` of ${module}`}
                </span>
                {module && (
                  <button
                    type="button"
                    className="fix-button font-sans font-normal ml-2"
                    onClick={() => change({ kind: 'lower', module, name })}
                  >
                    Let each screen take it
                  </button>
                )}
              </li>
            ))}
          </ul>
        )}
        {detail.returns && (
          <p className="mt-2 flex items-baseline gap-x-2 flex-wrap">
            <span className="text-mute">returns</span>
            <button
              type="button"
              className="font-mono text-[12px] cursor-pointer hover:underline text-left"
              onClick={() => openAt(detail.returns!.at)}
            >
              {detail.returns.type}
            </button>
          </p>
        )}
        {detail.needs.map(({ condition, at, otherwise }) => (
          <p key={at} className="mt-2 flex items-baseline gap-x-2 flex-wrap">
            <span className="text-mute">needs</span>
            <button
              type="button"
              className="font-mono text-[12px] cursor-pointer hover:underline text-left"
              onClick={() => openAt(at)}
            >
              {condition}
            </button>
            <span className="text-mute">else</span>
            <Steps steps={otherwise} />
          </p>
        ))}
        <ScreenActions screen={screen} />
      </header>
      {detail.findings.length > 0 && (
        <section aria-label="Findings here">
          <h3 className="part-head mb-2">Findings here</h3>
          {detail.findings.map((index) => (
            <FindingCard key={index} finding={overview.findings[index]!} />
          ))}
        </section>
      )}
      <div className="grid gap-x-3.5 gap-y-4 @md:grid-cols-[minmax(0,1fr)_auto_minmax(0,1fr)]">
        <WaysIn detail={detail} />
        <span className="double-bar h-full hidden @md:inline-block" aria-hidden />
        <WaysOut detail={detail} />
      </div>
      <ShortestWalk detail={detail} />
      {screen.reachable === 'yes' && <WhatBackDoes back={detail.back} />}
      {detail.links.length > 0 && (
        <section>
          <h3 className="part-head mb-1.5">Links</h3>
          <ul className="font-mono text-[12px] grid gap-1">
            {detail.links.map(({ pattern, at }) => (
              <li key={at}>
                <button
                  type="button"
                  className="cursor-pointer hover:underline break-all text-left"
                  style={{ color: 'var(--url)' }}
                  onClick={() => openAt(at)}
                >
                  {pattern}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </article>
  );
});

function Distance({
  screen,
  detail: { isShortest, fromOutside, byEvent },
}: {
  screen: ScreenCard;
  detail: ScreenDetail;
}) {
  const most = isShortest === false ? 'at most ' : '';
  const [text, tone] =
    screen.reachable === 'no'
      ? ['stranded', 'tone-error']
      : screen.taps === null
        ? ['undecided', 'tone-warning']
        : screen.taps === 0
          ? ['a cold start shows it', 'tone-primary']
          : [
              `${most}${counted(screen.taps, byEvent ? 'step' : 'tap')} from ${fromOutside ? 'outside' : 'a cold start'}${byEvent ? ', with an event' : ''}`,
              'tone-primary',
            ];
  return <span className={`rule-tag ${tone}`}>{text}</span>;
}
