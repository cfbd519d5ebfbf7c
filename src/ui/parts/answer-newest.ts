/** What a worker and its page say to each other carries the number of the question. */
interface Numbered {
  readonly id: number;
}

/** The answer to a question that a later one has overtaken. */
export interface Overtaken extends Numbered {
  readonly overtaken: true;
}

/**
 * Lets a worker answer its questions one at a time. Of the questions of a kind it answers only the newest, since a view
 * asks again at each key; those without a kind are all answered, after the others.
 *
 * @param answerTo does not throw
 * @param kindOf null for questions that nothing overtakes
 */
export function answerNewest<Q extends Numbered>(
  worker: DedicatedWorkerGlobalScope,
  answerTo: (question: Q) => Numbered,
  kindOf: (question: Q) => string | null,
): void {
  let waiting: readonly Q[] = [];
  let isBusy = false;
  const next = (): Q => {
    const question = waiting.findLast((one) => kindOf(one) !== null) ?? waiting[0]!;
    const kind = kindOf(question);
    for (const one of waiting)
      if (one !== question && kind !== null && kindOf(one) === kind)
        worker.postMessage({ id: one.id, overtaken: true } satisfies Overtaken);
    waiting = waiting.filter((one) => one !== question && (kind === null || kindOf(one) !== kind));
    return question;
  };
  const answerAll = async (): Promise<void> => {
    isBusy = true;
    while (waiting.length > 0) {
      worker.postMessage(answerTo(next()));
      // Lets later questions in.
      await new Promise((resolve) => setTimeout(resolve));
    }
    isBusy = false;
  };
  worker.onmessage = ({ data }: MessageEvent<Q>) => {
    waiting = [...waiting, data];
    if (!isBusy) void answerAll();
  };
}
