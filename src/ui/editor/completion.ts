import {
  autocompletion,
  closeCompletion,
  selectedCompletion,
  type Completion as EditorCompletion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete';
import { Prec, type EditorState, type Extension } from '@codemirror/state';
import { keymap } from '@codemirror/view';
import type { Session } from '../session/session';

/** Completions come from the worker, which has the plan; the editor only shows them. */
export const completionFrom = (session: Session): Extension => [
  // Enter begins a new line where the chosen name stands already: to take it would change nothing.
  Prec.highest(
    keymap.of([
      {
        key: 'Enter',
        run(view) {
          if (standsAlready(view.state)) closeCompletion(view);
          return false;
        },
      },
    ]),
  ),
  autocompletion({
    icons: false,
    override: [
      async (context: CompletionContext): Promise<CompletionResult | null> => {
        const before = context.matchBefore(/[A-Za-z_][A-Za-z0-9_]*(\/[a-z-]*)?|[ (:.,={]$/);
        if (!before && !context.explicit) return null;
        // Another key makes a new request. Otherwise an empty answer would also count for the text typed meanwhile, and
        // no list would open until the next key.
        const overtaken = new AbortController();
        context.addEventListener('abort', () => overtaken.abort(), { onDocChange: true });
        const found = await session.complete(context.pos, overtaken.signal);
        if (!found || context.aborted) return null;
        const typed = context.pos > found.from;
        // A list that opens by itself after every blank would stand in the way: names and values are offered, keywords
        // wait for a letter.
        if (!typed && !context.explicit && found.options.every((option) => option.kind === 'keyword')) return null;
        return {
          from: found.from,
          validFor: /^[A-Za-z0-9_./-]*$/,
          options: found.options.map((option, index): EditorCompletion => ({
            label: option.label,
            detail: option.detail,
            apply: option.insert,
            type: option.kind,
            boost: -index,
          })),
        };
      },
    ],
  }),
];

/** Whether the chosen completion is the whole name before the caret. */
function standsAlready(state: EditorState): boolean {
  const { apply } = selectedCompletion(state) ?? {};
  const { head, empty } = state.selection.main;
  const line = state.doc.lineAt(head);
  return empty && /[\w./-]*$/.exec(line.text.slice(0, head - line.from))![0] === apply;
}
