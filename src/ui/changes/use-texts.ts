import { useEffect, useState } from 'react';
import { readPlanFiles } from '../plans/import';
import { api } from '../session/api';
import { useAddress, useText } from '../session/context';
import type { Revisions } from './use-revisions';
import { now } from './words';

/** A text from elsewhere: a dropped file. It lives as long as the view. */
interface Dropped {
  readonly name: string;
  readonly text: string;
}

export interface Texts {
  /** The versions that are compared; null for none. */
  readonly from: string | null;
  readonly to: string;
  /** Their texts; null until they are there. */
  readonly before: string | null;
  readonly after: string | null;
  /** Name of the dropped file, or null. */
  readonly dropped: string | null;
  readonly drop: (files: readonly File[]) => Promise<void>;
}

/**
 * The two texts that the address asks for. Without a choice the newest revision stands against the text as it is typed.
 */
export function useTexts(revisions: Revisions, onProblem: (problem: string | null) => void): Texts {
  const address = useAddress();
  const text = useText();
  const [dropped, setDropped] = useState<Dropped | null>(null);
  const from = address.from ?? revisions.list?.[0]?.id ?? null;
  const to = address.to ?? now;
  const before = useTextOf(from, text, revisions, dropped, onProblem);
  const after = useTextOf(to, text, revisions, dropped, onProblem);
  const drop = async (files: readonly File[]): Promise<void> => {
    try {
      onProblem(null);
      const [plan] = await readPlanFiles(files);
      const text = plan && ('history' in plan ? plan.history.text : plan.text);
      if (text === undefined) throw new Error('Choose a plan as text: a plan as JSON is compared on the command line.');
      setDropped({ name: files[0]!.name, text });
      address.go({ from: 'file' }, { replace: true });
    } catch (reason) {
      onProblem(saidOf(reason));
    }
  };
  return { from, to, before, after, dropped: dropped?.name ?? null, drop };
}

/** An error in a sentence for the user. */
export const saidOf = (reason: unknown): string =>
  reason instanceof TypeError ? 'The server does not answer.' : (reason as Error).message;

/** The text of a version; null until it is there. */
function useTextOf(
  version: string | null,
  current: string,
  { textOf }: Revisions,
  dropped: Dropped | null,
  onProblem: (problem: string | null) => void,
): string | null {
  const [loaded, setLoaded] = useState<{ readonly version: string; readonly text: string } | null>(null);
  useEffect(() => {
    if (version === null || version === now || version === 'file') return;
    let isOver = false;
    const found = version.startsWith('plan:')
      ? api.find(version.slice('plan:'.length)).then(({ text }) => text)
      : textOf(version);
    found.then(
      (text) => {
        if (!isOver) setLoaded({ version, text });
      },
      (reason: unknown) => {
        if (!isOver) onProblem(saidOf(reason));
      },
    );
    return () => {
      isOver = true;
    };
  }, [version, textOf, onProblem]);
  if (version === now) return current;
  if (version === 'file') return dropped?.text ?? null;
  return loaded?.version === version ? loaded.text : null;
}
