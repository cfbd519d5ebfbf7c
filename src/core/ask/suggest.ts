/** What a question may go on with while it is typed. */
import type { Plan } from '../plan/model';
import { forms } from './parts/question';

const most = 40;

/**
 * Texts that a half-typed question may become: one more word of a form, or a name of the plan. Linear in the names.
 *
 * @returns whole texts, each to take the place of what is typed; at most forty
 */
export function suggest(text: string, plan: Plan): string[] {
  const typed = text.trimStart();
  const found = new Set<string>();
  for (const { form } of forms) for (const next of nextOf(typed, form, plan)) if (next !== typed) found.add(next);
  return [...found].slice(0, most);
}

/** The texts that one form allows after what is typed. */
function nextOf(typed: string, form: string, plan: Plan): string[] {
  let rest = typed;
  let before = '';
  const pieces = form
    .split(/(SCREEN|CONDITION|"TRIGGER"|NUMBER|TYPE|links\|menus\|events)/)
    .filter((piece) => piece !== '');
  for (const [at, piece] of pieces.entries()) {
    const choices = choicesOf(piece, plan, before);
    if (!choices) {
      // Words of the form: typed so far, or to be added up to the next name.
      if (!rest.toLowerCase().startsWith(piece.toLowerCase()))
        return piece.toLowerCase().startsWith(rest.toLowerCase()) ? [before + piece] : [];
      before += piece;
      rest = rest.slice(piece.length);
      continue;
    }
    // The words behind the name; a condition has words of its own.
    const goesOn = pieces[at + 1] ?? null;
    const end = goesOn === null ? -1 : rest.toLowerCase().indexOf(goesOn.toLowerCase());
    if (end <= 0) {
      const starting = choices.filter(
        (choice) =>
          rest.toLowerCase().startsWith(choice.toLowerCase()) || choice.toLowerCase().startsWith(rest.toLowerCase()),
      );
      return starting.flatMap((choice) => {
        // What is typed is a name and the beginning of the next words.
        if (rest.length <= choice.length) return [before + choice + (rest === choice && goesOn ? goesOn : '')];
        const whole = choice + (goesOn ?? '');
        return whole.toLowerCase().startsWith(rest.toLowerCase()) ? [before + whole] : [];
      });
    }
    before += rest.slice(0, end);
    rest = rest.slice(end);
  }
  return [];
}

/**
 * Names that can stand for a piece of a form; null for words.
 *
 * @param before the text before it
 */
function choicesOf(piece: string, plan: Plan, before: string): string[] | null {
  switch (piece) {
    case 'SCREEN': {
      // Behind a trigger stand the screens that have it.
      const [, trigger] = /"(.*)" on $/.exec(before) ?? [];
      return plan.screens
        .filter(({ transitions }) => trigger === undefined || transitions.some((one) => one.trigger === trigger))
        .map(({ label }) => label);
    }
    case 'TYPE':
      return [...plan.types.keys()];
    case 'NUMBER':
      return ['3', '4', '5', '6'];
    case '"TRIGGER"':
      return [...new Set(plan.screens.flatMap(({ transitions }) => transitions.map(({ trigger }) => `"${trigger}"`)))];
    case 'links|menus|events':
      return piece.split('|');
    case 'CONDITION':
      return plan.flags.flatMap(({ name, values }) =>
        values.length === 2 && values.includes('true')
          ? [name, `not ${name}`]
          : values.map((value) => `${name} is ${value}`),
      );
    default:
      return null;
  }
}
