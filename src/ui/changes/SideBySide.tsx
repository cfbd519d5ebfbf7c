'use client';

import { MergeView } from '@codemirror/merge';
import { defaultKeymap } from '@codemirror/commands';
import { EditorState, type Extension } from '@codemirror/state';
import { EditorView, keymap, lineNumbers } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import type { TextRange } from '../../core/language/range';
import { andanteLanguage } from '../editor/language';

interface Props {
  readonly before: string;
  readonly after: string;
  readonly at: { readonly before: TextRange | null; readonly after: TextRange | null };
  readonly onClose: () => void;
}

const shown = (label: string): Extension => [
  lineNumbers(),
  EditorState.readOnly.of(true),
  // It takes the focus, so that keys can scroll it.
  EditorView.editable.of(false),
  EditorView.contentAttributes.of({ 'aria-label': label, tabindex: '0' }),
  keymap.of(defaultKeymap),
  andanteLanguage,
];

/** Both texts beside one another, at one place. */
export function SideBySide({ before, after, at, onClose }: Props) {
  const parent = useRef<HTMLDivElement>(null);
  const view = useRef<MergeView | null>(null);
  useEffect(() => {
    const merge = new MergeView({
      parent: parent.current!,
      a: { doc: before, extensions: shown('The text before') },
      b: { doc: after, extensions: shown('The text after') },
      gutter: false,
    });
    view.current = merge;
    return () => {
      merge.destroy();
      view.current = null;
    };
  }, [before, after]);
  const { before: was, after: is } = at;
  useEffect(() => {
    const merge = view.current;
    if (!merge) return;
    for (const [editor, range] of [
      [merge.a, was],
      [merge.b, is],
    ] as const) {
      if (!range) continue;
      const end = editor.state.doc.length;
      const place = { anchor: Math.min(range.from, end), head: Math.min(range.to, end) };
      editor.dispatch({ selection: place, effects: EditorView.scrollIntoView(place.anchor, { y: 'center' }) });
    }
  }, [before, after, was, is]);
  return (
    <section
      aria-label="Both texts"
      className="grid grid-rows-[auto_minmax(0,1fr)] h-[38vh] min-h-40 border border-rule rounded-field overflow-hidden"
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        onClose();
      }}
    >
      <p className="flex justify-between px-3 py-1 border-b border-rule text-mute">
        <span className="flex-1">Before</span>
        <span className="flex-1">After</span>
        <button type="button" className="fix-button" onClick={onClose}>
          Close
        </button>
      </p>
      <div ref={parent} className="overflow-auto min-h-0 side-by-side" />
    </section>
  );
}
