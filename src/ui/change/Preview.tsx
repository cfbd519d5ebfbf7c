'use client';

import type { Proposal } from '../../core/propose/propose';
import { counted } from '../parts/numbers';

const most = 60;

/** Preview of a change: the changed lines, and the verdict before and after. */
export function Preview({ proposal }: { proposal: Proposal }) {
  const { before, after, lines, gone, come, open } = proposal;
  const figures: readonly (readonly [label: string, before: string, after: string])[] = [
    ['screens reached', `${before.reached} of ${before.screens}`, `${after.reached} of ${after.screens}`],
    ['arguments supplied', `${before.supplied} of ${before.arguments}`, `${after.supplied} of ${after.arguments}`],
    ['errors', String(before.errors), String(after.errors)],
    ['warnings', String(before.warnings), String(after.warnings)],
  ];
  return (
    <div className="grid gap-3">
      <table className="w-full max-w-md">
        <thead className="text-mute text-left text-[11px]">
          <tr>
            <th scope="col" className="font-semibold pr-4">
              Verdict
            </th>
            <th scope="col" className="font-semibold pr-4">
              now
            </th>
            <th scope="col" className="font-semibold">
              then
            </th>
          </tr>
        </thead>
        <tbody>
          {figures.map(([label, now, then]) => (
            <tr key={label}>
              <th scope="row" className="text-left font-normal pr-4">
                {label}
              </th>
              <td className="pr-4">{now}</td>
              <td className={now === then ? 'text-mute' : 'font-semibold'}>{then}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {open > 0 && (
        <p className="text-warning">{counted(open, 'place')} must be looked at by hand: nothing there fits.</p>
      )}
      {come.length > 0 && <Told title={`${counted(come.length, 'finding')} more`} tone="text-error" list={come} />}
      {gone.length > 0 && <Told title={`${counted(gone.length, 'finding')} less`} tone="text-primary" list={gone} />}
      <section aria-label="Lines that change">
        <h3 className="part-head mb-1">
          {lines.length === 0 ? 'No line changes' : `${counted(lines.length, 'line')} change`}
        </h3>
        <ul
          className="font-mono text-[12px] border border-rule rounded-field bg-paper divide-y divide-rule max-h-56 overflow-auto"
          tabIndex={lines.length > 4 ? 0 : undefined}
        >
          {lines.slice(0, most).map(({ line, before: old, after: fresh }, index) => (
            <li key={index} className="grid grid-cols-[38px_minmax(0,1fr)] px-2 py-1">
              <span className="text-mute">{line}</span>
              <span className="whitespace-pre-wrap break-words">
                {old !== null && old.trim() !== '' && <del className="block text-mute">{old}</del>}
                {fresh !== null && fresh.trim() !== '' && (
                  <ins className="block no-underline text-primary">{fresh}</ins>
                )}
              </span>
            </li>
          ))}
          {lines.length > most && <li className="px-2 py-1 text-mute">and {lines.length - most} more</li>}
        </ul>
      </section>
    </div>
  );
}

function Told({ title, tone, list }: { title: string; tone: string; list: readonly string[] }) {
  return (
    <section>
      <h3 className={`font-semibold ${tone}`}>{title}</h3>
      <ul className="max-h-28 overflow-auto" tabIndex={list.length > 4 ? 0 : undefined}>
        {list.slice(0, most).map((text, index) => (
          <li key={index} className="break-words">
            {text}
          </li>
        ))}
        {list.length > most && <li className="text-mute">and {list.length - most} more</li>}
      </ul>
    </section>
  );
}
