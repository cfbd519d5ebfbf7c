import type { BlockInfo, EditorView } from '@codemirror/view';
import { gutter, GutterMarker } from '@codemirror/view';
import type { MarginNote } from '../../core/report/margin';
import { marginField, mapped, showMargin, unmapped } from '../session/overview-effect';

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

const order = { broken: 0, doubtful: 1, plain: 2, holds: 3 } as const;

/** The first of the notes, which are in the order of the text, that stands at an offset or behind it. */
function firstFrom(notes: readonly MarginNote[], offset: number): number {
  let low = 0;
  let high = notes.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (notes[middle]!.at < offset) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The note on a line: of several the worst. Looked up when the line is drawn, since most lines never are. */
function noteOnLine(view: EditorView, line: BlockInfo): NoteMarker | null {
  const analysed = view.state.field(marginField);
  if (!analysed) return null;
  const notes = analysed.value;
  let worst: MarginNote | null = null;
  for (let at = firstFrom(notes, unmapped(analysed, line.from)); at < notes.length; at++) {
    const note = notes[at]!;
    const here = mapped(analysed, note.at);
    if (here > line.to) break;
    if (here >= line.from && (!worst || order[note.tone] < order[worst.tone])) worst = note;
  }
  return worst && new NoteMarker(worst);
}

/** The margin to the right of the text. */
export const marginGutter = gutter({
  class: 'cm-margin',
  side: 'after',
  lineMarker: noteOnLine,
  lineMarkerChange: (update) =>
    update.transactions.some((transaction) => transaction.effects.some((effect) => effect.is(showMargin))),
  initialSpacer: () => new NoteMarker({ at: 0, text: '', tone: 'plain' }),
});
