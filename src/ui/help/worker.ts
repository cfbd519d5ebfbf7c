/** The worker that checks the plans which somebody tries in the pages of help. */
import { check } from '../../core/check';
import { countAll } from '../../core/report/counts';
import { answerNewest } from '../parts/answer-newest';
import type { TryMessage, TryReply } from './messages';

declare const self: DedicatedWorkerGlobalScope;

function replyTo({ id, text }: TryMessage): TryReply {
  try {
    const checked = check(text);
    const { screens, reached } = countAll(checked);
    const findings = checked.findings.map(({ rule, severity, range, summary }) => ({
      rule,
      severity,
      line: text.slice(0, range.from).split('\n').length,
      summary,
    }));
    return { id, screens, reached, findings };
  } catch (error) {
    return { id, failed: error instanceof Error ? error.message : String(error) };
  }
}

answerNewest(self, replyTo, () => 'try');
