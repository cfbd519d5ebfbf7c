/** Answers in words. */
import { enumerate, say, words, type Message } from '../rules/parts/message';
import type { PlanAnswer, LostAnswer, PathAnswer } from './parts/answer';

/** Number of names in a sentence. The list beside it has them all. */
const most = 6;

/** Why there is no answer, where there is none. */
const why = say`tabs share flags, or there was too much to compute`;

/** An answer in one or two sentences. */
export function sayAnswer(answer: PlanAnswer): Message {
  return [...sayKind(answer), ...('undecided' in answer ? sayUndecided(answer.undecided) : [])];
}

function sayKind(answer: PlanAnswer): Message {
  switch (answer.kind) {
    case 'path':
      return sayPath(answer);
    case 'leads': {
      const { leads, whole, screen } = answer;
      const more = whole ? [] : say` Back may reveal it on more screens: ${why}.`;
      return leads.length === 0
        ? say`Nothing leads to ${screen}.${more}`
        : say`${count(leads.length, 'step')} ${verb(leads.length, 'leads', 'lead')} to ${screen}.${more}`;
    }
    case 'lost':
      return sayLost(answer);
    case 'far':
      return answer.screens.length === 0
        ? say`No screen takes more than ${count(answer.most, 'tap')}.`
        : say`${screens(answer)} ${verb(answer.screens.length, 'takes', 'take')} more than ${count(answer.most, 'tap')}: ${names(answer.screens)}.`;
    case 'only':
      return answer.screens.length === 0
        ? say`Every screen that a user can see is shown without ${words(answer.by)}, too.`
        : say`Only ${words(answer.by)} show ${screens(answer)}: ${names(answer.screens)}.`;
    case 'back': {
      const shown = answer.screens.length === 0 ? say`no screen` : names(answer.screens);
      const leaves = answer.leaves ? say` It can leave the app.` : [];
      const more = answer.whole ? [] : say` There may be more: ${why}.`;
      return say`Back on ${answer.screen} reveals ${shown}.${leaves}${more}`;
    }
    case 'seen':
      return answer.screens.length === 0
        ? say`A user sees no screen while ${answer.condition}.`
        : say`While ${answer.condition}, a user can see ${screens(answer)}: ${names(answer.screens)}.`;
    case 'journey': {
      const { handovers, type } = answer;
      const takers = [...new Set(handovers.map(({ to }) => to))];
      return takers.length === 0
        ? say`Nothing hands a ${type} to a screen.`
        : say`${type} goes into ${count(takers.length, 'screen')} on ${count(handovers.length, 'way')}: ${enumerate(takers, most)}.`;
    }
  }
}

function sayPath({ from, to, condition, without, verdict, path, variant }: PathAnswer): Message {
  const first = condition === null ? say`${from}` : say`${from} while ${condition}`;
  const avoiding = without === null ? [] : say` without ${without}`;
  const past = without === null ? [] : say`${avoiding} between them`;
  switch (verdict) {
    case 'no':
      return say`No run of ${variant} shows ${to} after ${first}${past}.`;
    case 'undecided':
      return say`Whether a run of ${variant} shows ${to} after ${first}${past} is undecided: ${why}.`;
    case 'yes': {
      if (!path) return say`A run of ${variant} shows ${to} after ${first}${past}.`;
      const { before, steps, isShortest } = path;
      const perhaps = isShortest ? [] : say`, perhaps not the fewest`;
      const taps = say`${count(steps.length, 'tap')} ${verb(steps.length, 'leads', 'lead')}`;
      const way = say`${taps} to ${to}${avoiding}${perhaps}`;
      return say`From ${first}, ${way}. The walk to ${from} has ${count(before.length, 'tap')}.`;
    }
  }
}

function sayLost({ screen, trigger, stranded, farther, walks, undecided }: LostAnswer): Message {
  const losses: Message[] = [];
  if (stranded.length > 0) losses.push(say`nobody can see ${names(stranded)} any more`);
  if (farther.length > 0) losses.push(say`${names(farther)} ${verb(farther.length, 'is', 'are')} farther away`);
  const titles = words(walks.map((title) => `“${title}”`).join(', '));
  if (walks.length > 0)
    losses.push(say`${count(walks.length, 'kept walk')} ${verb(walks.length, 'breaks', 'break')}: ${titles}`);
  const without = say`Without “${words(trigger)}” on ${screen}, `;
  if (losses.length === 0)
    return undecided.length > 0
      ? say`${without}no screen is proved to be lost or farther away.`
      : say`${without}users can still see every screen, in no more taps.`;
  return say`${without}${losses.flatMap((loss, index) => (index === 0 ? loss : say`; ${loss}`))}.`;
}

function sayUndecided(labels: readonly string[]): Message {
  if (labels.length === 0) return [];
  return say` ${count(labels.length, 'screen')} ${verb(labels.length, 'is', 'are')} undecided: ${enumerate(labels, most)}.`;
}

const names = (found: readonly { readonly screen: string }[]): Message =>
  enumerate(
    found.map(({ screen }) => screen),
    most,
  );
const screens = (answer: { readonly screens: readonly unknown[] }): Message => count(answer.screens.length, 'screen');
const verb = (number: number, one: string, many: string): Message => say`${words(number === 1 ? one : many)}`;
const count = (number: number, noun: string): Message => say`${number} ${words(number === 1 ? noun : `${noun}s`)}`;
