'use client';

import { StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import { dart, kotlin } from '@codemirror/legacy-modes/mode/clike';
import { json, typescript } from '@codemirror/legacy-modes/mode/javascript';
import { swift } from '@codemirror/legacy-modes/mode/swift';
import { xml } from '@codemirror/legacy-modes/mode/xml';
import { EditorState, type Extension } from '@codemirror/state';
import { defaultKeymap } from '@codemirror/commands';
import { search, searchKeymap } from '@codemirror/search';
import { EditorView, keymap, lineNumbers } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { highlighting } from '../editor/language';

const languages: Readonly<Record<string, Parameters<typeof StreamLanguage.define>[0]>> = {
  ts: typescript,
  kt: kotlin,
  swift,
  dart,
  json,
  jsonl: json,
  xml,
  graphml: xml,
};

function languageOf(path: string): Extension {
  const ending = path.slice(path.lastIndexOf('.') + 1);
  const language = languages[ending === 'apple-app-site-association' ? 'json' : ending];
  return language ? StreamLanguage.define(language) : [];
}

/** A text with numbered lines, coloured if its language is known. Only the lines in sight are drawn. */
export function CodePreview({ path, text }: { readonly path: string; readonly text: string }) {
  const parent = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const view = new EditorView({
      parent: parent.current!,
      state: EditorState.create({
        doc: text,
        extensions: [
          lineNumbers(),
          EditorState.readOnly.of(true),
          keymap.of([...defaultKeymap, ...searchKeymap]),
          search({ top: true }),
          // It takes the focus, so that keys can scroll it.
          EditorView.editable.of(false),
          EditorView.contentAttributes.of({ 'aria-label': `Preview of ${path}`, tabindex: '0' }),
          languageOf(path),
          syntaxHighlighting(highlighting),
        ],
      }),
    });
    return () => view.destroy();
  }, [path, text]);
  return <div ref={parent} className="h-full border border-rule rounded-field overflow-hidden" data-testid="code" />;
}
