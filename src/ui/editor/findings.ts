import { hoverTooltip, Decoration, EditorView, type DecorationSet } from '@codemirror/view';
import { RangeSetBuilder, StateField, type Extension } from '@codemirror/state';
import type { Finding } from '../../core/rules/parts/rule';
import type { Session } from '../session/session';
import { mapped, overviewField, showOverview } from '../session/overview-effect';
import { ruleAddress } from '../parts/rule-address';
import { messageElement } from './message-element';

/** Findings beneath the text: the words that are to blame are underlined, the lines of errors washed. */
const decorations = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(value, transaction) {
    if (!transaction.effects.some((effect) => effect.is(showOverview))) return value.map(transaction.changes);
    const analysed = transaction.state.field(overviewField);
    if (!analysed) return value;
    const { doc } = transaction.state;
    const ranges: { from: number; to: number; decoration: Decoration }[] = [];
    const washed = new Set<number>();
    for (const { range, severity } of analysed.value.findings) {
      const from = mapped(analysed, range.from);
      const to = Math.min(doc.length, Math.max(mapped(analysed, range.to), from));
      if (to > from) ranges.push({ from, to, decoration: Decoration.mark({ class: `found found-${severity}` }) });
      const line = doc.lineAt(from).from;
      if (severity === 'error' && !washed.has(line)) {
        washed.add(line);
        ranges.push({ from: line, to: line, decoration: Decoration.line({ class: 'line-broken' }) });
      }
    }
    const builder = new RangeSetBuilder<Decoration>();
    ranges.sort((a, b) => a.from - b.from || a.decoration.startSide - b.decoration.startSide);
    for (const { from, to, decoration } of ranges) builder.add(from, to, decoration);
    return builder.finish();
  },
  provide: (field) => EditorView.decorations.from(field),
});

/** The findings at an offset of the current text. */
export function findingsAt(state: EditorView['state'], at: number): Finding[] {
  const analysed = state.field(overviewField);
  if (!analysed) return [];
  return analysed.value.findings.filter(
    ({ range }) => mapped(analysed, range.from) <= at && at <= mapped(analysed, range.to),
  );
}

/** Tip on underlined words: the findings, with their fixes. */
const tooltip = (session: Session): Extension =>
  hoverTooltip(async (view, at) => {
    const found = findingsAt(view.state, at);
    if (found.length === 0) return null;
    // The rules' texts are long, and loaded on demand.
    const { ruleById } = await import('../../core/rules/catalogue');
    return {
      pos: at,
      above: true,
      create: () => {
        const dom = document.createElement('div');
        dom.className = 'found-tip';
        for (const finding of found) {
          const block = document.createElement('div');
          block.className = `found-tip-item tip-${finding.severity}`;
          block.append(
            messageElement(finding.summary),
            messageElement(finding.detail),
            explanation(finding.rule, ruleById(finding.rule)?.explanation ?? ''),
          );
          for (const fix of finding.fixes) {
            const button = document.createElement('button');
            button.type = 'button';
            button.className = 'fix-button';
            button.textContent = fix.label;
            button.onclick = () => {
              const basis = view.state.field(overviewField)?.value;
              if (basis) session.edit(fix.edits, basis);
            };
            block.append(button);
          }
          dom.append(block);
        }
        return { dom };
      },
    };
  });

/** The explanation of the rule, folded. */
function explanation(rule: string, text: string): HTMLElement {
  const details = document.createElement('details');
  const summary = document.createElement('summary');
  summary.textContent = rule;
  const example = document.createElement('a');
  example.href = ruleAddress(rule);
  example.className = 'underline';
  example.textContent = 'An example';
  details.append(summary, text, ' ', example);
  return details;
}

export const findingMarks = (session: Session): Extension => [decorations, tooltip(session)];
