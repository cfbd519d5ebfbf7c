/** The worker in which every plan is analysed, so that typing never waits. */
import { complete } from '../../core/assist/complete';
import { describe } from '../../core/assist/describe';
import { outline } from '../../core/assist/outline';
import { checkTree, type Check } from '../../core/check';
import { keepWalks } from '../../core/edit/keep-walk';
import { propose } from '../../core/edit/propose';
import { IncrementalParser } from '../../core/language/incremental';
import { format } from '../../core/language/format';
import { detail } from '../../core/report/detail';
import { linksCard } from '../../core/report/links-card';
import { marginNotes } from '../../core/report/margin';
import { supplyTable } from '../../core/report/supply-table';
import { overview } from '../../core/report/overview';
import { reachOf } from '../../core/report/variant';
import { walkCard } from '../../core/report/walk-card';
import { restOfTour } from '../../core/report/walk-tour';
import type { Reach } from '../../core/reach/reach';
import { retrace } from '../../core/walk/trail';
import { packMargin, packOverview } from './packing';
import type { Answer, FoundWalk, Looked, Question, Watched } from './protocol';
import { warmUp } from './warm-up';

declare const self: DedicatedWorkerGlobalScope;

const parser = new IncrementalParser();
let latest: Check | null = null;
let latestSeq = 0;
let watched: Watched = { screen: null, variant: null, supply: false, walk: null, links: null };
let waiting: Extract<Question, { kind: 'check' }> | null = null;
let warming: Generator | null = null;
/** For so many milliseconds no text has come: nobody types just now. */
const quietFor = 250;
/** When the last text came; the warm-up keeps away from somebody who types. */
let lastCame = 0;

const answer = (message: Answer): void => self.postMessage(message);

function checked(text: string): Check {
  if (latest?.text !== text) latest = checkTree(parser.parse(text));
  return latest;
}

/** A part of the warm-up at a time, in pauses of typing, so that a question waits for no more than that. */
function warmFurther(): void {
  const pause = performance.now() - lastCame;
  if (pause < quietFor) setTimeout(warmFurther, quietFor - pause);
  else if (!warming?.next().done) setTimeout(warmFurther);
}

/** Sends all that the page shows of an analysis; the margin first, since it stands beside what is being typed. */
function tell(result: Check, seq: number): void {
  tellMargin(result, seq);
  tellRest(result, seq);
}

function tellMargin(result: Check, seq: number): void {
  answer({ kind: 'margin', seq, margin: packMargin(marginNotes(result, watched.variant)) });
}

function tellRest(result: Check, seq: number): void {
  answer({ kind: 'check', seq, overview: packOverview(overview(result, watched.variant)), ...look(result) });
}

/** An analysis that took longer than this, in milliseconds, waits the next time until nobody has typed for a moment. */
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

/** Goes on with the exact analysis, a slice at a time, and tells what it found; newer text makes it stop. */
function goOn(result: Check, seq: number, work: Generator<void, void, void>, began = performance.now()): void {
  if (seq !== latestSeq || waiting) return;
  if (!work.next().done) {
    afterMessages(() => goOn(result, seq, work, began));
    return;
  }
  if (saysOther(result.quick, result.reach)) tellMargin(result, seq);
  tellRest(result, seq);
  lastTook = performance.now() - began;
  if (warming) return;
  warming = warmUp(result.text);
  setTimeout(warmFurther, quietFor);
}

/** Whether the margin would say something else of a screen. */
const saysOther = (quick: Reach, exact: Reach): boolean => quick.variants.some(({ verdicts }, variant) =>
  verdicts.some(({ reachable, taps }, index) => {
    const other = exact.variants[variant]!.verdicts[index]!;
    return other.reachable !== reachable || other.taps !== taps;
  }));

const look = (result: Check): Looked => ({
  detail: detail(result, watched.screen, watched.variant), supply: watched.supply ? supplyTable(result) : null,
  walk: watched.walk && walkCard(result, watched.walk, watched.variant),
  links: watched.links && linksCard(result, watched.links, watched.variant),
});

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
  const result = checked(question.text);
  latestSeq = question.seq;
  tellMargin(result, latestSeq);
  const seq = latestSeq;
  // Where the rest takes its time, it would make the next keystroke wait: then it is for the pauses.
  if (lastTook > quick) setTimeout(() => goOn(result, seq, result.deepen()), pauseOfTyping);
  else goOn(result, seq, result.deepen());
}

self.onmessage = ({ data }: MessageEvent<Question>) => {
  switch (data.kind) {
    case 'check':
      if (!waiting) setTimeout(checkWaiting);
      waiting = data;
      lastCame = performance.now();
      break;
    case 'watch': {
      const { variant } = watched;
      watched = data.watched;
      // Before the first analysis there is nothing to tell yet; it will bring what is wanted.
      if (!latest || waiting) break;
      if (variant !== watched.variant) tell(latest, latestSeq);
      else answer({ kind: 'watch', ...look(latest) });
      break;
    }
    case 'complete':
      answer({ kind: 'complete', id: data.id, completions: complete(checked(data.text), data.offset) });
      break;
    case 'describe':
      answer({ kind: 'describe', id: data.id, description: describe(checked(data.text), data.offset, watched.variant) });
      break;
    case 'outline':
      answer({ kind: 'outline', id: data.id, outline: outline(checked(data.text).plan) });
      break;
    case 'propose':
      answer({ kind: 'propose', id: data.id, answer: propose(checked(data.text), data.request) });
      break;
    case 'witness':
      answer({ kind: 'witness', id: data.id, found: witness(checked(data.text), data.of, data.variant) });
      break;
    case 'tour':
      answer({ kind: 'tour', id: data.id, rest: restOfTour(checked(data.text), data.variant) });
      break;
    case 'keep':
      answer({ kind: 'keep', id: data.id, edits: keepWalks(checked(data.text).plan, data.walks) });
      break;
    case 'format':
      answer({ kind: 'format', id: data.id, text: format(data.text) });
      break;
  }
};
