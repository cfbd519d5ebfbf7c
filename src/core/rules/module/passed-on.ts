import { lift, liftableIn } from '../../edit/lift';
import { example } from '../parts/example';
import { enumerate, say } from '../parts/message';
import type { Rule } from '../parts/rule';

/** From this number of screens on, an argument belongs to the module. */
const least = 3;

export const passedOn: Rule = {
  id: 'module/passed-on',
  severity: 'note',
  groups: ['order'],
  reason: 'Three or more screens of a module pass an argument on as it is.',
  explanation:
    'Each of them takes the argument only because the next one does, and every new screen has to do the same. Let ' +
    'the module take it: then it goes from screen to screen without being named, and whoever enters brings it.',
  ...example`
      app "Huts"
      start hut
      screen hut "Hut" {
        has nights: int
        on "Book" push booking.dates(nights)
      }
      module booking by "Booking team" {
    +   takes nights: int
    + 
        screen dates "Dates" {
    -     takes nights: int
    -     on "Continue" push beds(nights)
    +     on "Continue" push beds
        }
        screen beds "Beds" {
    -     takes nights: int
    -     on "Continue" push meals(nights)
    +     on "Continue" push meals
        }
        screen meals "Meals" {
    -     takes nights: int
    -     on "Continue" push pay(nights)
    +     on "Continue" push pay
        }
    -   screen pay "Pay for {nights} nights" {
    -     takes nights: int
    -   }
    +   screen pay "Pay for {nights} nights"
      }
  `,
  *check({ plan, supply }) {
    for (const module of plan.modules) {
      for (const liftable of liftableIn(module, supply, least)) {
        const { parameter, passedBy } = liftable;
        yield {
          range: parameter.node.name,
          summary: say`${enumerate(passedBy.map(({ label }) => label))} pass ${parameter.name} on as it is.`,
          detail: say`Let ${module.name} take it for all of its screens: then nothing within the module has to name it.`,
          subject: module.name,
          fixes: [{ label: `Let ${module.name} take ${parameter.name}`, edits: lift(plan, liftable) }],
        };
      }
    }
  },
};
