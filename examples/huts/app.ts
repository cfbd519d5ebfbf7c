/**
 * A terminal app over generated code. The code says where the app is and where each exit leads; this file draws the
 * screen on top, and brings what only an app knows: the huts, the day that a user picks, whether a password is right.
 */
import { createInterface } from 'node:readline';
import { apply, start } from './code/app';
import type { Event } from './code/events';
import { exits } from './code/exits';
import { LocalDate } from './code/forms';
import { build, parse } from './code/links';
import { topOf, type Frame, type State } from './code/state';
import { HutId } from './code/types';

/** Something that a user can choose: a letter, what it says, and what it does with the rest of the line. */
interface Choice {
  readonly label: string;
  readonly choose: (typed: string) => void;
}

const huts = [
  { id: HutId(12), name: 'Saddle Hut' },
  { id: HutId(40), name: 'Ridge Hut' },
];

let state: State | null = start();
const send = (event: Event): void => void (state = state && apply(state, event));
const exit = exits(send);

/** What a screen shows, and what a user can do there. A screen that is added to the plan does not compile until it is drawn. */
function draw({ route, answers }: Frame): { readonly title: string; readonly choices: readonly Choice[] } {
  switch (route.screen) {
    case 'list':
      return {
        title: 'Huts',
        choices: [
          ...huts.map((hut): Choice => ({ label: hut.name, choose: () => exit.list.hut({ hut }) })),
          { label: 'My nights', choose: () => exit.list.myNights() },
        ],
      };
    case 'hut': {
      const from = answers['hut.from'] ?? null;
      return {
        title: `Hut ${route.hutId}, ${from === null ? 'no day picked' : `from ${from}`}, ${build(route)}`,
        choices: [
          { label: 'Day', choose: () => exit.hut.day() },
          { label: 'Book', choose: () => exit.hut.book({ from }) },
        ],
      };
    }
    case 'pickDay':
      return {
        title: 'Pick a day',
        choices: [{ label: 'Choose', choose: (day) => exit.pickDay.choose({ chosen: LocalDate(day) }) }],
      };
    case 'booked':
      return { title: `Booked from ${route.from}`, choices: [{ label: 'Done', choose: () => exit.booked.done() }] };
    case 'nights':
      return { title: 'My nights', choices: [{ label: 'Sign out', choose: () => exit.nights.signOut() }] };
    case 'signIn':
      return {
        title: 'Sign in',
        choices: [
          {
            label: 'Sign in',
            choose: (password) => exit.signIn.signIn({ thePasswordIsRight: password === 'open sesame' }),
          },
        ],
      };
  }
}

/** Handles a line: a number chooses, `back` goes back, a URL opens what it opens. */
function handle(line: string, choices: readonly Choice[]): void {
  const [word = '', ...rest] = line.split(' ');
  if (word === 'back') return send({ kind: 'back' });
  if (word.startsWith('/') || word.includes(':')) {
    const found = parse(word);
    if (found.isOpen) send({ kind: 'open', ...found });
    else console.log(`That opens nothing: ${found.problem.why}.`);
    return;
  }
  const choice = choices[Number(word) - 1];
  if (choice) choice.choose(rest.join(' '));
  else console.log('Type a number, back, or a URL.');
}

const lines = createInterface({ input: process.stdin })[Symbol.asyncIterator]();
for (let top = state && topOf(state); top; top = state ? topOf(state) : undefined) {
  const { title, choices } = draw(top);
  console.log(`\n${title}`);
  choices.forEach(({ label }, index) => console.log(`  ${index + 1} ${label}`));
  const { value, done } = await lines.next();
  if (done) break;
  console.log(`> ${value}`);
  try {
    handle(value, choices);
  } catch (error) {
    console.log(error instanceof RangeError ? error.message : String(error));
  }
}
if (!state) console.log('\nYou have left the app.');
