import { RangeSetBuilder, StateField, type RangeSet } from '@codemirror/state';
import { gutter, GutterMarker } from '@codemirror/view';
import type { MarginNote } from '../../core/report/margin';
import { analysedField, mapped, showOverview } from './overview-effect';

class NoteMarker extends GutterMarker {
  constructor(private readonly note: MarginNote) {
    super();
  }

  override eq(other: NoteMarker): boolean {
    return other.note.text === this.note.text && other.note.tone === this.note.tone;
  }

  override toDOM(): HTMLElement {
    const element = document.createElement('span');
    element.className = `margin-note margin-${this.note.tone}`;
    element.textContent = this.note.text;
    element.title = this.note.text;
    return element;
  }
}

/** The notes, one a line: of several on one line the worst is shown. */
const notesField = StateField.define<RangeSet<GutterMarker>>({
  create: () => new RangeSetBuilder<GutterMarker>().finish(),
  update(markers, transaction) {
    if (!transaction.effects.some((effect) => effect.is(showOverview))) return markers.map(transaction.changes);
    const analysed = transaction.state.field(analysedField);
    if (!analysed) return markers;
    const order = { broken: 0, doubtful: 1, plain: 2, holds: 3 } as const;
    const byLine = new Map<number, MarginNote>();
    for (const note of analysed.overview.margin) {
      const { from } = transaction.state.doc.lineAt(mapped(analysed, note.at));
      const known = byLine.get(from);
      if (!known || order[note.tone] < order[known.tone]) byLine.set(from, note);
    }
    const builder = new RangeSetBuilder<GutterMarker>();
    for (const [from, note] of [...byLine].sort((a, b) => a[0] - b[0])) builder.add(from, from, new NoteMarker(note));
    return builder.finish();
  },
});

/** The margin to the right of the text. */
export const marginGutter = [
  notesField,
  gutter({ class: 'cm-margin', side: 'after', markers: (view) => view.state.field(notesField), initialSpacer: () => new NoteMarker({ at: 0, text: '', tone: 'plain' }) }),
];
