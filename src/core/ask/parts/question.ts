/** The questions that can be asked about a plan, and how they are written. */
import { closest } from '../../language/closest';
import type { Plan, Screen } from '../../plan/model';

/** What shows screens beside triggers and tabs. */
const carriers = ['links', 'menus', 'events'] as const;
export type Carrier = (typeof carriers)[number];

export type PlanQuestion =
  /**
   * Whether a run shows one screen and another one later. The condition holds when it shows the first, and it never
   * shows the screen `without` between them.
   */
  | {
      readonly kind: 'path';
      readonly from: Screen;
      readonly to: Screen;
      readonly condition: string | null;
      readonly without: Screen | null;
    }
  /** What can be tapped, or happens, directly before the screen is shown. */
  | { readonly kind: 'leads'; readonly screen: Screen }
  /** What users lose if all triggers of that label go from the screen. */
  | { readonly kind: 'lost'; readonly screen: Screen; readonly trigger: string }
  /** Screens that take more taps than that. */
  | { readonly kind: 'far'; readonly taps: number }
  /** Screens that nothing else shows. */
  | { readonly kind: 'only'; readonly by: Carrier }
  /** Screens that Back can reveal. */
  | { readonly kind: 'back'; readonly screen: Screen }
  /** Screens that a user can see while a condition on flags holds. */
  | { readonly kind: 'seen'; readonly condition: string }
  /** Ways on which values of a type go from screen to screen. */
  | { readonly kind: 'journey'; readonly type: string };

/** How each kind of question is written, with an example from the plan of the mountain huts. */
export const forms: readonly {
  readonly kind: PlanQuestion['kind'];
  readonly form: string;
  readonly example: string;
}[] = [
  { kind: 'path', form: 'from SCREEN to SCREEN', example: 'from hut to receipt' },
  {
    kind: 'path',
    form: 'from SCREEN while CONDITION to SCREEN',
    example: 'from explore while not signedIn to receipt',
  },
  { kind: 'path', form: 'from SCREEN to SCREEN without SCREEN', example: 'from hut to receipt without dates' },
  { kind: 'leads', form: 'what leads to SCREEN', example: 'what leads to receipt' },
  { kind: 'lost', form: 'what is lost without "TRIGGER" on SCREEN', example: 'what is lost without "Book" on hut' },
  { kind: 'far', form: 'farther than NUMBER taps', example: 'farther than 4 taps' },
  { kind: 'only', form: `shown only by ${carriers.join('|')}`, example: 'shown only by menus' },
  { kind: 'back', form: 'what Back reveals on SCREEN', example: 'what Back reveals on receipt' },
  { kind: 'seen', form: 'seen while CONDITION', example: 'seen while not signedIn' },
  { kind: 'journey', form: 'who hands on TYPE', example: 'who hands on HutId' },
];

/** A question that cannot be read, or names something that the plan does not have. */
export class NoQuestion extends Error {}

/** Makes a question of its names; one that it leaves out is empty. */
type Read = (plan: Plan, ...names: string[]) => PlanQuestion;

/** What may stand before a way from one screen to another. */
const opening = /^(?:how do I get|(?:the )?(?:shortest )?(?:way|walk)) (?=from )/i;

/** How questions may be worded, beside the forms above: people ask in words of their own. */
const wordings: readonly (readonly [RegExp, Read])[] = [
  [
    /^from (\S+)(?: while (.+))? to (\S+?)(?: without (?:passing )?(\S+))?$/i,
    (plan, from, condition, to, without) =>
      path(
        screenCalled(from, plan),
        screenCalled(to, plan),
        condition || null,
        without ? screenCalled(without, plan) : null,
      ),
  ],
  [
    /^(?:what|who|which screens?) (?:leads? to|goes to|gets to|opens?|shows?) (\S+)$/i,
    (plan, to) => ({ kind: 'leads', screen: screenCalled(to, plan) }),
  ],
  [
    /^what is lost (?:without|if) "([^"]+)" on (\S+?)(?: goes| is gone)?$/i,
    (plan, trigger, on) => lost(screenCalled(on, plan), trigger),
  ],
  [
    /^(?:screens )?(?:farther|further|more) than (\d{1,4}) taps?(?: away)?$/i,
    (_plan, taps) => ({ kind: 'far', taps: Number(taps) }),
  ],
  [
    /^(?:screens )?(?:only )?shown (?:only )?by (?:a |an )?(link|menu|event)s?$/i,
    (_plan, by) => ({ kind: 'only', by: `${by.toLowerCase() as 'link' | 'menu' | 'event'}s` }),
  ],
  [
    /^what (?:can |does )?back (?:can )?(?:reveals?|shows?) (?:on|under|from) (\S+)$/i,
    (plan, on) => ({ kind: 'back', screen: screenCalled(on, plan) }),
  ],
  [/^(?:what is |screens )?seen (?:while|when) (.+)$/i, (_plan, condition) => ({ kind: 'seen', condition })],
  [/^(?:who|which screens?) hands? on (\S+)$/i, (plan, type) => journey(type, plan)],
];

/**
 * Reads a question. Letter case counts only in names.
 *
 * @throws NoQuestion with a sentence for the user
 */
export function readQuestion(text: string, plan: Plan): PlanQuestion {
  const asked = text.trim().replace(/\s+/g, ' ').replace(/\?$/, '').trimEnd().replace(opening, '');
  for (const [wording, read] of wordings) {
    const found = wording.exec(asked);
    if (found) return read(plan, ...found.slice(1).map((name: string | undefined) => name ?? ''));
  }
  const near = nearestForm(asked);
  const which = near === null ? `: ${forms.map(({ form }) => form).join('; ')}` : `. The nearest is: ${near}`;
  throw new NoQuestion(`“${text.trim()}” is none of the questions${which}.`);
}

/** Words that say little about what is asked, and what they count; others count two. */
const little = new Map([
  ...['what', 'who', 'is', 'to', 'on', 'by', 'than'].map((word) => [word, 0] as const),
  ['from', 1],
]);

/** The form that shares most words with a text; null if none does. Of equals, the first. */
function nearestForm(asked: string): string | null {
  const words = new Set(asked.toLowerCase().split(/[^a-z]+/));
  let nearest: string | null = null;
  let most = 0;
  for (const { form } of forms) {
    const own = form.split(/[^A-Za-z]+/).filter((word) => word !== word.toUpperCase());
    const shared = own.reduce((sum, word) => sum + (words.has(word.toLowerCase()) ? (little.get(word) ?? 2) : 0), 0);
    if (shared <= most) continue;
    most = shared;
    nearest = form;
  }
  return nearest;
}

function path(from: Screen, to: Screen, condition: string | null, without: Screen | null): PlanQuestion {
  if (from === to) throw new NoQuestion('A way leads from one screen to another one. Name two screens.');
  if (without === from || without === to)
    throw new NoQuestion(`The way begins at ${from.label} and ends at ${to.label}. Name a third screen to avoid.`);
  return { kind: 'path', from, to, condition, without };
}

function lost(screen: Screen, trigger: string): PlanQuestion {
  const triggers = screen.transitions.map((one) => one.trigger);
  if (triggers.includes(trigger)) return { kind: 'lost', screen, trigger };
  const has =
    triggers.length > 0 ? `It has ${[...new Set(triggers)].map((one) => `“${one}”`).join(', ')}.` : 'It has none.';
  throw new NoQuestion(`${screen.label} has no trigger “${trigger}”. ${has}`);
}

function journey(type: string, { types }: Plan): PlanQuestion {
  if (types.has(type)) return { kind: 'journey', type };
  throw new NoQuestion(`The plan declares no type ${type}.${meant(closest(type, types.keys()))}`);
}

function screenCalled(name: string, { screens }: Plan): Screen {
  const exact = screens.find(({ label }) => label === name);
  if (exact) return exact;
  const named = screens.filter((one) => one.name === name);
  if (named.length === 1) return named[0]!;
  if (named.length > 1)
    throw new NoQuestion(`Several screens are called ${name}: ${named.map(({ label }) => label).join(', ')}.`);
  const near = closest(
    name,
    screens.flatMap(({ label, name: own }) => [label, own]),
  );
  throw new NoQuestion(`The plan has no screen ${name}.${meant(near)}`);
}

const meant = (name: string | null): string => (name === null ? '' : ` Did you mean ${name}?`);
