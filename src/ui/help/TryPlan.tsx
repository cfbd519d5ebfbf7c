'use client';

import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap } from '@codemirror/view';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { Coloured } from '../editor/Coloured';
import { andanteLanguage } from '../editor/language';
import { MessageText } from '../parts/MessageText';
import { counted } from '../parts/numbers';
import { RuleTag } from '../parts/RuleTag';
import { api } from '../session/api';
import type { Tried } from './messages';

interface Props {
  /** The plan as the page shows it. */
  readonly example: string;
  /** The verdict on a plan; null if a later one has overtaken it. */
  readonly check: (text: string) => Promise<Tried | string | null>;
}

/** A plan of a help page: to read, and to try in place. */
export function TryPlan({ example, check }: Props) {
  const [isOpen, setOpen] = useState(false);
  if (isOpen) return <Trial example={example} check={check} onClose={() => setOpen(false)} />;
  return (
    <div className="relative my-3">
      <pre
        className="bg-base-200 rounded-box px-4 py-3 overflow-auto font-mono text-[12.5px] leading-[1.5]"
        tabIndex={0}
      >
        <Coloured text={example} />
      </pre>
      <button type="button" className="btn btn-xs absolute top-2 right-2" onClick={() => setOpen(true)}>
        Try it
      </button>
    </div>
  );
}

function Trial({ example, check, onClose }: Props & { readonly onClose: () => void }) {
  const [text, setText] = useState(example);
  const [verdict, setVerdict] = useState<Tried | string | null>(null);
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: example,
        extensions: [
          history(),
          andanteLanguage,
          keymap.of([...historyKeymap, ...defaultKeymap]),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ 'aria-label': 'A plan to try', spellcheck: 'false' }),
          EditorView.updateListener.of(({ docChanged, state }) => {
            if (docChanged) setText(state.doc.toString());
          }),
        ],
      }),
    });
    editor.focus();
    return () => editor.destroy();
  }, [example]);
  useEffect(() => {
    let isOver = false;
    void check(text).then((answer) => {
      if (!isOver && answer !== null) setVerdict(answer);
    });
    return () => {
      isOver = true;
    };
  }, [check, text]);
  return (
    <div className="my-3 border border-primary rounded-box overflow-hidden">
      <div ref={host} className="bg-base-100 text-[12.5px] [&_.cm-editor]:max-h-[60vh]" />
      <section aria-label="Verdict" aria-live="polite" className="border-t border-rule px-4 py-2 bg-paper min-h-9">
        {typeof verdict === 'string' && <p className="text-error">{verdict}</p>}
        {verdict !== null && typeof verdict !== 'string' && <Findings verdict={verdict} />}
      </section>
      <p className="flex gap-5 px-4 py-2 border-t border-rule">
        <OpenAsPlan text={text} />
        <button type="button" className="fix-button" onClick={onClose}>
          {text === example ? 'Close' : 'Back to the example'}
        </button>
      </p>
    </div>
  );
}

function Findings({ verdict: { screens, reached, findings } }: { readonly verdict: Tried }) {
  return (
    <>
      <p>
        <strong>{reached}</strong> of {counted(screens, 'screen')} can be reached.{' '}
        {findings.length === 0 && <span className="text-primary">Nothing was found.</span>}
      </p>
      <ul>
        {findings.map(({ rule, severity, line, summary }, index) => (
          <li key={index} className="flex gap-2 items-baseline py-0.5">
            <RuleTag rule={rule} severity={severity} />
            <span>
              line {line}: <MessageText message={summary} />
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Makes a plan of the text, and opens it. */
function OpenAsPlan({ text }: { readonly text: string }) {
  const router = useRouter();
  const [refusal, setRefusal] = useState<string | null>(null);
  const open = async (): Promise<void> => {
    try {
      const { id } = await api.create({ text });
      router.push(`/plans/${id}`);
    } catch (error) {
      setRefusal(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <>
      <button type="button" className="fix-button" onClick={() => void open()}>
        Open as a plan
      </button>
      {refusal !== null && <span className="text-error">{refusal}</span>}
    </>
  );
}
