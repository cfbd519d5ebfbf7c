/** The worker in which every plan is analysed, so that typing never waits. */
import { complete } from '../../core/assist/complete';
import { describe } from '../../core/assist/describe';
import { outline } from '../../core/assist/outline';
import { checkTree, type Check } from '../../core/check';
import { keepWalks } from '../../core/propose/keep-walk';
import { propose } from '../../core/propose/propose';
import { IncrementalParser } from '../../core/language/incremental';
import { format } from '../../core/language/format';
import { detail } from '../../core/report/detail';
import { linksCard } from '../../core/report/links-card';
import { marginNotes } from '../../core/report/margin';
import { supplyTable } from '../../core/report/supply-table';
import { overview, readOverview } from '../../core/report/overview';
import { reachOf } from '../../core/report/variant';
import { walkCard } from '../../core/report/walk-card';
import { restOfTour } from '../../core/report/walk-tour';
import type { Reach } from '../../core/reach';
import type { Work } from '../../core/base/slices';
import { retrace } from '../../core/walk/trail';
import { packMargin, packOverview } from './packing';
import {
  nothing,
  type Answer,
  type AnswerTo,
  type Asked,
  type FoundWalk,
  type Given,
  type Looked,
  type Question,
  type RequestKind,
  type Watched,
} from './protocol';
import { warmUp } from './warm-up';

declare const self: DedicatedWorkerGlobalScope;

let parser = new IncrementalParser();
let latest: Check | null = null;
let latestSeq = 0;
/** The last reported check, with all its verdicts. */
let reported: Check | null = null;
let watched: Watched = { screen: null, variant: null, supply: false, walk: null, links: null };
let waiting: Extract<Question, { kind: 'check' }> | null = null;
/** Whether a user is about to type. */
let isWanted = false;
let warming: Generator | null = null;
/** After this many milliseconds without a new text, nobody is typing. */
const quietFor = 250;
/** Time of the last text; the warm-up must not disturb typing. */
let lastCame = 0;

const answer = (message: Answer): void => self.postMessage(message);

function checked(text: string): Check {
  if (latest?.text !== text) latest = checkTree(parser.parse(text));
  return latest;
}

/** Begins once a user is about to type and the text is analysed. */
function beginWarming(): void {
  if (warming || !isWanted || !reported) return;
  warming = warmUp(reported.text);
  setTimeout(warmFurther, quietFor);
}

/** A part of the warm-up at a time, in pauses of typing, so that a question waits for no more than that. */
function warmFurther(): void {
  const pause = performance.now() - lastCame;
  if (pause < quietFor) setTimeout(warmFurther, quietFor - pause);
  else if (!warming?.next().done) setTimeout(warmFurther);
}

const sentenceOf = (error: unknown): string =>
  error instanceof Error ? `${error.name}: ${error.message}` : String(error);

/** Runs a part of an analysis. An error is reported for its text, and the worker goes on with the next one. */
function guarded(seq: number, run: () => void): void {
  try {
    run();
  } catch (error) {
    // The next analysis reuses nothing of that text.
    latest = null;
    parser = new IncrementalParser();
    answer({ kind: 'check-failed', seq, error: sentenceOf(error) });
  }
}

/** Sends the results of an analysis; the margin first, since it stands beside the typed text. */
function tell(result: Check, seq: number): void {
  tellMargin(result, seq);
  tellRest(result, seq);
}

function tellMargin(result: Check, seq: number): void {
  answer({ kind: 'margin', seq, margin: packMargin(marginNotes(result, watched.variant)) });
}

function tellRest(result: Check, seq: number): void {
  answer({ kind: 'check', seq, overview: packOverview(overview(result, watched.variant)), ...look(result) });
  reported = result;
}

/** An analysis that took longer than this, in milliseconds, waits next time for a pause in typing. */
const quick = 30;
const pauseOfTyping = 160;
let lastTook = 0;

const channel = new MessageChannel();
let soon: (() => void) | null = null;
channel.port1.onmessage = () => soon?.();

/** Runs something after the messages that have come in meanwhile. Timers of 0 ms would wait for 4 after the fifth. */
function afterMessages(run: () => void): void {
  soon = run;
  channel.port2.postMessage(null);
}

/** Runs an analysis in slices, and then the next step; a newer text stops it. */
function inSlices(seq: number, work: Work<void>, next: () => void): void {
  guarded(seq, () => {
    if (seq !== latestSeq || waiting) return;
    if (work.next().done) next();
    else afterMessages(() => inSlices(seq, work, next));
  });
}

/** Tells all that was decided. */
function tellDecided(result: Check, seq: number, began: number): void {
  if (saysOther(result.quick, result.reach)) tellMargin(result, seq);
  tellRest(result, seq);
  lastTook = performance.now() - began;
  beginWarming();
}

/** Whether the margin would say something else of a screen. */
const saysOther = (quick: Reach, exact: Reach): boolean =>
  quick.variants.some(({ verdicts }, variant) =>
    verdicts.some(({ reachable, taps }, index) => {
      const other = exact.variants[variant]!.verdicts[index]!;
      return other.reachable !== reachable || other.taps !== taps || other.isShortest === false;
    }),
  );

/** The walk that shows a finding, or the shortest one to a screen, as steps that can be walked. */
function witness(result: Check, of: number | string, variant: string | null): FoundWalk | null {
  const { plan, findings, witnesses } = result;
  let found = typeof of === 'number' ? witnesses.get(findings[of]!) : undefined;
  if (typeof of === 'string') {
    const { name, verdicts } = reachOf(result, variant);
    const walk = verdicts[plan.screens.find((screen) => screen.label === of)?.index ?? -1]?.walk;
    found = walk ? { variant: name, walk } : undefined;
  }
  const steps = found && retrace(plan, found.variant, found.walk);
  return steps ? { variant: found!.variant, steps: steps.join(' ') } : null;
}

/** Runs after the messages that have come in meanwhile, so that only the newest text is analysed. */
function checkWaiting(): void {
  const question = waiting;
  waiting = null;
  if (!question) return;
  latestSeq = question.seq;
  const { seq } = question;
  guarded(seq, () => {
    const result = checked(question.text);
    // A page that has just opened shows all declarations at once.
    if (!reported)
      answer({ kind: 'check', seq, overview: packOverview(readOverview(result, watched.variant)), ...nothing });
    inSlices(seq, result.look(), () => {
      tellMargin(result, seq);
      const began = performance.now();
      const deepen = (): void => inSlices(seq, result.deepen(), () => tellDecided(result, seq, began));
      // A long analysis would delay the next keystroke, so it runs in pauses of typing.
      if (lastTook > quick) setTimeout(deepen, pauseOfTyping);
      else deepen();
    });
  });
}

function look(result: Check): Looked {
  return {
    detail: detail(result, watched.screen, watched.variant),
    supply: watched.supply ? supplyTable(result) : null,
    walk: watched.walk && walkCard(result, watched.walk, watched.variant),
    links: watched.links && linksCard(result, watched.links, watched.variant, watched.screen),
  };
}

/** How each request is answered. */
const answers: { readonly [K in RequestKind]: (result: Check, given: Given<K>) => AnswerTo<K> } = {
  complete: (result, { offset }) => complete(result, offset),
  describe: (result, { offset }) => describe(result, offset, watched.variant),
  outline: ({ plan }) => outline(plan),
  format: ({ text, plan }) => format(text, plan.tree),
  propose,
  witness: (result, { of, variant }) => witness(result, of, variant),
  tour: (result, { variant }) => restOfTour(result, variant),
  keep: ({ plan }, walks) => keepWalks(plan, walks),
};

/** Requests that are still to be answered, in the order in which they came. */
const requests = new Map<number, Asked>();
const nextRequest = new MessageChannel();
nextRequest.port1.onmessage = answerNext;

/** Answers a request after all messages in the queue: one of them may cancel it. */
function answerNext(): void {
  for (const [id, { request, text, given }] of requests) {
    requests.delete(id);
    try {
      const answerIt = answers[request] as (result: Check, given: unknown) => unknown;
      answer({ kind: 'answer', id, answer: answerIt(checked(text), given) });
    } catch (error) {
      answer({ kind: 'failed', id, error: sentenceOf(error) });
    }
    break;
  }
  if (requests.size > 0) nextRequest.port2.postMessage(null);
}

self.onmessage = ({ data }: MessageEvent<Question>) => {
  switch (data.kind) {
    case 'ping':
      answer({ kind: 'pong' });
      break;
    case 'warm-up':
      isWanted = true;
      beginWarming();
      break;
    case 'check':
      if (!waiting) setTimeout(checkWaiting);
      waiting = data;
      lastCame = performance.now();
      break;
    case 'watch': {
      const { variant } = watched;
      watched = data.watched;
      const result = reported;
      // The text is still being analysed; its analysis will send the details.
      if (!result || result !== latest || waiting) break;
      guarded(latestSeq, () => {
        if (variant !== watched.variant) tell(result, latestSeq);
        else answer({ kind: 'watch', ...look(result) });
      });
      break;
    }
    case 'request':
      requests.set(data.id, data);
      if (requests.size === 1) nextRequest.port2.postMessage(null);
      break;
    case 'cancel':
      requests.delete(data.id);
      break;
  }
};
