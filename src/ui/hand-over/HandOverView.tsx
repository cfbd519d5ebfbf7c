'use client';

import { memo, useState } from 'react';
import { Notice } from '../parts/Notice';
import { counted } from '../parts/numbers';
import { useActions, useAddress, useSession, useSnapshot } from '../session/context';
import { Files } from './Files';
import type { HandOverOptions, MadeOutput } from './messages';
import { Options } from './Options';
import { OutputList } from './OutputList';
import { entryOf, isOutput, type Output } from './outputs';
import { Preview } from './Preview';
import { pngOf, saveFile } from './save-file';
import { useHandOver } from './use-hand-over';

const usual: Omit<HandOverOptions, 'variant'> = {
  module: null,
  around: null,
  steps: 1,
  packageName: null,
  identity: { appleId: null, androidPackage: null, androidCertificate: null },
};

/** The Hand over view: each output with its options, and a preview that follows the text. */
export const HandOverView = memo(function HandOverView() {
  const session = useSession();
  const address = useAddress();
  const overview = useSnapshot('overview');
  const { say } = useActions();
  const [chosen, setChosen] = useState(usual);
  const [failed, setFailed] = useState<string | null>(null);
  const output: Output = isOutput(address.output) ? address.output : 'typescript';
  // Names that the text no longer has are left out until it has them again.
  const options: HandOverOptions = {
    ...chosen,
    variant: address.variant,
    module: overview.modules.some(({ name }) => name === chosen.module) ? chosen.module : null,
    around: overview.screens.some(({ label }) => label === chosen.around) ? chosen.around : null,
  };
  // The overview is of the newest text that is analysed: with it the view is drawn anew.
  const { made, error, pack } = useHandOver(session.text, output, address.file, options);
  const show = (to: Output): void => address.go({ output: to, file: null }, { replace: true });
  const plan = overview.app ?? 'app';
  const attempt = (what: string, act: () => Promise<void>): void => {
    setFailed(null);
    void act().then(
      () => say(what),
      (reason: unknown) => setFailed(reason instanceof Error ? reason.message : String(reason)),
    );
  };
  const zip = (of: Output | null): void =>
    attempt('The files are downloaded as a zip.', async () =>
      saveFile(`${plan} ${of ?? 'hand over'}.zip`, await pack(of), 'application/zip'),
    );
  const current = made?.output === output ? made : null;
  const entry = entryOf(output);
  return (
    <main
      className="grid grid-cols-[minmax(230px,270px)_minmax(0,1fr)] min-h-0 compact:block"
      data-made={current ? output : undefined}
    >
      <OutputList shown={output} onShow={show} onPackAll={() => zip(null)} />
      <section
        aria-label={entry.title}
        className="grid grid-cols-1 grid-rows-[auto_minmax(0,1fr)] gap-3 border-l border-rule px-[18px] py-4 min-h-0 compact:grid-rows-[auto_max(280px,70vh)] compact:border-l-0 compact:border-t"
      >
        <div className="grid gap-2.5 grid-cols-[minmax(0,1fr)]">
          <div>
            <h2 className="font-semibold text-[15px]">{entry.title}</h2>
            <p className="text-mute">{entry.says}</p>
          </div>
          <Options
            output={output}
            options={options}
            overview={overview}
            onOutput={show}
            onChange={(change) => setChosen((before) => ({ ...before, ...change }))}
          />
          {(error ?? failed) && <Notice>{error ?? failed}</Notice>}
          {current && <Gaps made={current} />}
          {current && (
            <Files
              made={current}
              onShow={(path) => address.go({ file: path }, { replace: true })}
              onPack={() => zip(output)}
              onCopy={() =>
                attempt(`${current.shown.path} is copied.`, () => navigator.clipboard.writeText(current.shown.text))
              }
              onSave={() => saveFile(current.shown.path, current.shown.text)}
              onPng={() =>
                attempt('The picture is downloaded.', async () =>
                  saveFile('reach.png', await pngOf(current.shown.text)),
                )
              }
            />
          )}
        </div>
        {current ? (
          <Preview key={current.shown.path} path={current.shown.path} text={current.shown.text} />
        ) : (
          <p className="text-mute appear-late">Making the files…</p>
        )}
      </section>
    </main>
  );
});

/** Most gaps that are listed one by one. */
const mostGaps = 200;

/** What the files lack, with the way to each place. */
function Gaps({ made: { gaps } }: { readonly made: MadeOutput }) {
  const { openAt } = useActions();
  if (gaps.length === 0) return null;
  return (
    <div role="status" className="tone-warning px-3 py-2 rounded-field grid gap-1">
      <p>{gaps.length === 1 ? 'The plan leaves a gap:' : `The plan leaves ${counted(gaps.length, 'gap')}:`}</p>
      <ul className="grid gap-0.5 max-h-[90px] overflow-auto">
        {gaps.slice(0, mostGaps).map(({ at, message }) => (
          <li key={`${at} ${message}`}>
            <button
              type="button"
              className="text-left cursor-pointer underline underline-offset-2"
              onClick={() => openAt(at)}
            >
              {message}
            </button>
          </li>
        ))}
        {gaps.length > mostGaps && <li>and {gaps.length - mostGaps} more</li>}
      </ul>
    </div>
  );
}
