import { useCallback, useEffect, useState } from 'react';
import { useWorker } from '../parts/use-worker';
import { useAddress, useSession, useSnapshot } from '../session/context';
import type { AnswerCard, AskMessage, AskReply } from './messages';

const start = (): Worker => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
const stopped = (id: number): AskReply => ({ id, refusal: 'The worker that answers questions has stopped.' });

export interface AnswerState {
  /** The question that the address names; null for none. */
  readonly question: string | null;
  /** The answer, or why there is none; null until either is known. */
  readonly card: AnswerCard | null;
  readonly refusal: string | null;
  /** What a half-typed question may become. */
  readonly suggest: (question: string) => Promise<readonly string[]>;
}

/** The answer to the question in the address. It follows the text as it is typed. */
export function useAnswer(): AnswerState {
  const { text } = useSession();
  const { variant } = useSnapshot('overview');
  const { ask: question } = useAddress();
  const send = useWorker<AskMessage, AskReply>(start, stopped);
  const [reply, setReply] = useState<{ readonly of: string; readonly reply: AskReply } | null>(null);
  useEffect(() => {
    if (question === null) return;
    let isOver = false;
    void send({ kind: 'ask', text, question, variant }).then((answer) => {
      if (!isOver && !('overtaken' in answer)) setReply({ of: question, reply: answer });
    });
    return () => {
      isOver = true;
    };
  }, [send, text, question, variant]);
  const suggest = useCallback(
    async (half: string): Promise<readonly string[]> => {
      const answer = await send({ kind: 'suggest', text, question: half });
      return 'suggestions' in answer ? answer.suggestions : [];
    },
    [send, text],
  );
  const known = reply !== null && reply.of === question ? reply.reply : null;
  return {
    question,
    card: known && 'card' in known ? known.card : null,
    refusal: known && 'refusal' in known ? known.refusal : null,
    suggest,
  };
}
