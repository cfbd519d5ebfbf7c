/** Effects in words. */
import { enumerate, say, words, type Message, type Words } from '../../rules/parts/message';
import { sayWalk } from '../../rules/parts/stack-parts';
import { sayBreak } from '../../rules/walk/broken';
import { showInFull } from '../../plan/value';
import type {
  BackEffect,
  CallerEffect,
  CodeEffect,
  CodeLoss,
  Effect,
  Evidence,
  FindingEffect,
  ReachEffect,
  RuleEffect,
  StateEffect,
  UrlEffect,
  Version,
  WalkEffect,
} from '../effects/effect';
import { sayPart } from './say-change';

export interface SaidEffect {
  /** What happens, in one sentence. */
  readonly summary: Message;
  /** Why, or what shows it; empty if there is no more to say. */
  readonly detail: Message;
}

/** An effect in two sentences. */
export function sayEffect(effect: Effect): SaidEffect {
  const { summary, detail } = sayKind(effect);
  return { summary: [...sayVariants(effect.variants), ...summary], detail };
}

function sayKind(effect: Effect): SaidEffect {
  switch (effect.kind) {
    case 'finding':
      return sayFinding(effect);
    case 'reach':
      return sayReach(effect);
    case 'back':
      return sayBack(effect);
    case 'rule':
      return sayRule(effect);
    case 'walk':
      return sayKept(effect);
    case 'url':
      return sayUrl(effect);
    case 'state':
      return sayState(effect);
    case 'caller':
      return sayCaller(effect);
    case 'code':
      return sayCode(effect);
  }
}

const sayVariants = (variants: readonly string[] | null): Message =>
  variants === null ? [] : say`In ${enumerate(variants)}: `;

const nothing: Message = [];
const walkIn = (evidence: readonly Evidence[], version: Version): Message | null => {
  const found = evidence.find((one) => one.in === version);
  return found ? sayWalk(found.walk) : null;
};
const counted = (n: number, noun: string): Words => words(`${n} ${noun}${n === 1 ? '' : 's'}`);

const sayFinding = ({ comes, finding }: FindingEffect): SaidEffect =>
  comes
    ? { summary: finding.summary, detail: finding.detail }
    : { summary: say`Gone: ${finding.summary}`, detail: nothing };

function sayReach({ screen, was, is, evidence }: ReachEffect): SaidEffect {
  const [before, after] = [walkIn(evidence, 'before'), walkIn(evidence, 'after')];
  const by = (walk: Message | null): Message => (walk ? say`: ${walk}` : nothing);
  if (was.reachable !== is.reachable) {
    if (is.reachable === 'no')
      return {
        summary: say`${screen} can no longer be reached.`,
        detail: was.taps === null ? nothing : say`It was ${counted(was.taps, 'tap')} away${by(before)}.`,
      };
    if (is.reachable === 'yes')
      return {
        summary: say`${screen} can be reached now.`,
        detail: is.taps === null ? nothing : say`It is ${counted(is.taps, 'tap')} away${by(after)}.`,
      };
    return { summary: say`Whether ${screen} can be reached is undecided now.`, detail: nothing };
  }
  if (was.fromOutside !== is.fromOutside)
    return is.fromOutside
      ? {
          summary: say`Only links and entries lead to ${screen} now.`,
          detail: before ? say`Taps inside the app led there before: ${before}.` : nothing,
        }
      : {
          summary: say`Taps inside the app lead to ${screen} now.`,
          detail: after ? say`The shortest walk: ${after}.` : nothing,
        };
  const farther = is.taps! > was.taps!;
  return {
    summary: say`${screen} is ${counted(is.taps!, 'tap')} away, ${words(farther ? 'not' : 'no longer')} ${was.taps!}.`,
    detail: after ? say`The shortest walk: ${after}.` : nothing,
  };
}

function sayBack({ screen, reveals, noLonger, leaves, evidence }: BackEffect): SaidEffect {
  const [before, after] = [walkIn(evidence, 'before'), walkIn(evidence, 'after')];
  const parts: Message[] = [
    ...(reveals.length > 0 ? [say`can reveal ${enumerate(reveals)}`] : []),
    ...(noLonger.length > 0 ? [say`no longer reveals ${enumerate(noLonger)}`] : []),
    ...(leaves === null ? [] : [leaves ? say`can leave the app` : say`no longer leaves the app`]),
  ];
  const joined = parts.flatMap((part, index) => (index === 0 ? part : [', and ', ...part]));
  return {
    summary: say`Back on ${screen} ${joined}.`,
    detail: after ? say`After ${after}.` : before ? say`It did so after ${before}.` : nothing,
  };
}

function sayRule({ title, is, evidence, finding }: RuleEffect): SaidEffect {
  const says: Record<RuleEffect['is'], string> = {
    holds: 'holds now',
    broken: 'does not hold any more',
    undecided: 'is undecided now',
    unread: 'no longer names two screens',
  };
  const after = walkIn(evidence, 'after');
  return {
    summary: say`The rule “${words(title)}” ${words(says[is])}.`,
    detail: finding?.detail ?? (after ? say`After ${after}.` : nothing),
  };
}

function sayKept({ title, isKept, breaks }: WalkEffect): SaidEffect {
  const walk = say`${words(isKept ? 'The walk' : 'The walk that is no longer kept,')} “${words(title)}”`;
  if (!breaks) return { summary: say`${walk} holds again.`, detail: nothing };
  return { summary: say`${walk} breaks at step ${breaks.step}.`, detail: sayBreak(breaks.because) };
}

function sayUrl({ url, opens, screen, pattern, loses }: UrlEffect): SaidEffect {
  const was = say`It fits the old pattern ${pattern} of ${screen ?? ''}.`;
  if (loses.length > 0)
    return { summary: say`${url} still opens ${opens ?? ''}, without ${enumerate(loses)}.`, detail: was };
  return {
    summary:
      opens === null ? say`${url} opens nothing any more.` : say`${url} opens ${opens} now, not ${screen ?? ''}.`,
    detail: was,
  };
}

function sayState({ because, evidence }: StateEffect): SaidEffect {
  const walk = walkIn(evidence, 'before');
  return {
    summary: say`${sayLoss(because)}`,
    detail: walk ? say`The app can save such a state after ${walk}.` : nothing,
  };
}

const sayOrder = (was: string, is: string): Message =>
  say`A saved state shows its stacks under other tabs: ${words(was)} are now ${words(is)}.`;
const quotedList = (labels: readonly string[]): string => labels.map((label) => `“${label}”`).join(', ');

function sayLoss(because: StateEffect['because']): Message {
  switch (because.why) {
    case 'variant':
      return say`A state saved in ${because.variant} cannot be read: the variant has gone.`;
    case 'tabs':
      return say`No saved state can be read: it has ${counted(because.was, 'tab')}, and the app now has ${because.is}.`;
    case 'tab order':
      return sayOrder(quotedList(because.was), quotedList(because.is));
    case 'screen':
      return say`A state saved with ${because.screen} on a stack cannot be read: no screen has that name.`;
    case 'argument':
      return because.value === undefined
        ? say`A state saved with ${because.screen} on a stack cannot be read: it lacks ${because.name}.`
        : say`A saved state in which ${because.name} of ${because.screen} is ${showInFull(because.value)} cannot be read.`;
    case 'result':
      return say`A state saved while ${because.screen} waits for ${because.name} cannot be read: it has no such value.`;
    case 'flag':
      return say`A state saved while ${because.flag} is ${because.value} cannot be read: the flag has no such value.`;
    case 'link':
      return say`A state that waits for ${because.pattern} to open ${because.screen} cannot be read: the link has gone.`;
  }
}

function sayCaller({ screen, by, has, finding }: CallerEffect): SaidEffect {
  const caller = capitalized(sayPart(by));
  if (has === 'not followed')
    return {
      summary: say`${caller} has not followed the change of ${screen}.`,
      detail: finding ? finding.summary : nothing,
    };
  return {
    summary:
      has === 'followed'
        ? say`${caller} has followed the change of ${screen}.`
        : say`${caller} opens ${screen} as before.`,
    detail: nothing,
  };
}

function sayCode({ declares, label, name, losses }: CodeEffect): SaidEffect {
  const owner = name.slice(0, name.lastIndexOf('.'));
  if (losses.some(({ why }) => why === 'new')) return { summary: sayNew(declares, label, owner), detail: nothing };
  const reasons = losses.map((loss) => sayCodeLoss(loss, declares));
  return {
    summary: say`Code that uses ${sayDeclaration(declares, label, owner)} does not compile any more.`,
    detail: reasons.flatMap((reason, index) => (index === 0 ? reason : [' ', ...reason])),
  };
}

function sayNew(declares: CodeEffect['declares'], label: string, owner: string): Message {
  if (declares === 'screen') return say`Code that draws all screens does not compile until it draws ${label}.`;
  if (declares === 'option') return say`Code for all options of ${owner} does not compile until it has ${label}.`;
  return say`Code that implements the exits of ${owner} does not compile until it has “${words(label)}”.`;
}

function sayDeclaration(declares: CodeEffect['declares'], label: string, owner: string): Message {
  switch (declares) {
    case 'exit':
      return say`the exit “${words(label)}” of ${owner}`;
    case 'option':
      return say`the option ${label} of ${owner}`;
    case 'answer':
      return say`the result that ${owner} gets in ${label}`;
    case 'menu item':
    case 'event':
    case 'tab':
    case 'entry':
      return say`the ${words(declares)} “${words(label)}”`;
    case 'id':
    case 'choice':
    case 'record':
      return say`the type ${label}`;
    default:
      return say`the ${words(declares)} ${label}`;
  }
}

/** Declarations of a value without a name of its own. */
const hasOneValue: ReadonlySet<CodeEffect['declares']> = new Set(['flag', 'id', 'answer']);

function sayCodeLoss(loss: CodeLoss, declares: CodeEffect['declares']): Message {
  switch (loss.why) {
    case 'gone':
    case 'new':
      return say`It has gone.`;
    case 'renamed':
      return say`It is called ${loss.is} now.`;
    case 'maker':
      return say`Its routes come from ${loss.is}, not ${loss.was}.`;
    case 'wants':
      return say`It wants ${loss.name}: ${loss.type}.`;
    case 'takes no':
      return declares === 'entry' ? say`It has a URL now, and takes no route.` : say`It has no ${loss.name} any more.`;
    case 'type':
      return say`${hasOneValue.has(declares) ? words('It') : loss.name} is ${loss.is} now, not ${loss.was}.`;
  }
}

/** A message as the beginning of a sentence. */
const capitalized = ([first, ...others]: Message): Message =>
  typeof first === 'string' ? [first.charAt(0).toUpperCase() + first.slice(1), ...others] : [first!, ...others];
