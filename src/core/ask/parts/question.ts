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

/**
 * Reads a question. Letter case counts only in names.
 *
 * @throws NoQuestion with a sentence for the user
 */
export function readQuestion(text: string, plan: Plan): PlanQuestion {
  const asked = text.trim().replace(/\s+/g, ' ').replace(/\?$/, '').trimEnd();
  const match = <T>(form: RegExp, read: (...words: string[]) => T): T | null => {
    const found = form.exec(asked);
    // Parts that are left out are empty.
    return found && read(...found.slice(1).map((word: string | undefined) => word ?? ''));
  };
  const screen = (name: string): Screen => screenCalled(name, plan);
  const question =
    match(/^from (\S+)(?: while (.+))? to (\S+?)(?: without (\S+))?$/i, (from, condition, to, without): PlanQuestion =>
      path(screen(from), screen(to), condition || null, without ? screen(without) : null),
    ) ??
    match(/^what leads to (\S+)$/i, (to): PlanQuestion => ({ kind: 'leads', screen: screen(to) })) ??
    match(/^what is lost without "([^"]+)" on (\S+)$/i, (trigger, on): PlanQuestion => lost(screen(on), trigger)) ??
    match(/^farther than (\d{1,4}) taps?$/i, (taps): PlanQuestion => ({ kind: 'far', taps: Number(taps) })) ??
    match(/^shown only by (links|menus|events)$/i, (by): PlanQuestion => ({
      kind: 'only',
      by: by.toLowerCase() as Carrier,
    })) ??
    match(/^what back reveals on (\S+)$/i, (on): PlanQuestion => ({ kind: 'back', screen: screen(on) })) ??
    match(/^seen while (.+)$/i, (condition): PlanQuestion => ({ kind: 'seen', condition: condition })) ??
    match(/^who hands on (\S+)$/i, (type): PlanQuestion => journey(type, plan));
  if (question) return question;
  throw new NoQuestion(`“${text.trim()}” is none of the questions: ${forms.map(({ form }) => form).join('; ')}.`);
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
