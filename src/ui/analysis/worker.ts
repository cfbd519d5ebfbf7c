/** The worker in which every plan is analysed, so that typing never waits. */
import { complete } from '../../core/assist/complete';
import { check, type Check } from '../../core/check';
import { format } from '../../core/language/format';
import { overview } from '../../core/report/overview';
import type { Answer, Question } from './protocol';

declare const self: DedicatedWorkerGlobalScope;

let latest: Check | null = null;
let waiting: Extract<Question, { kind: 'check' }> | null = null;

const answer = (message: Answer): void => self.postMessage(message);

function checked(text: string): Check {
  if (latest?.text !== text) latest = check(text);
  return latest;
}

/** Runs after the messages that have come in meanwhile, so that only the newest text is analysed. */
function checkWaiting(): void {
  const question = waiting;
  waiting = null;
  if (question) answer({ kind: 'check', seq: question.seq, overview: overview(checked(question.text)) });
}

self.onmessage = ({ data }: MessageEvent<Question>) => {
  switch (data.kind) {
    case 'check':
      if (!waiting) setTimeout(checkWaiting);
      waiting = data;
      break;
    case 'complete':
      answer({ kind: 'complete', id: data.id, completions: complete(checked(data.text), data.offset) });
      break;
    case 'format':
      answer({ kind: 'format', id: data.id, text: format(data.text) });
      break;
  }
};
