import { lift, liftableIn } from '../../edit/lift';
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
  wrong:
    'app "Huts"\nstart hut\nscreen hut "Hut" {\n  has nights: int\n  on "Book" push booking.dates(nights)\n}\nmodule booking by "Booking team" {\n  screen dates "Dates" {\n    takes nights: int\n    on "Continue" push beds(nights)\n  }\n  screen beds "Beds" {\n    takes nights: int\n    on "Continue" push meals(nights)\n  }\n  screen meals "Meals" {\n    takes nights: int\n    on "Continue" push pay(nights)\n  }\n  screen pay "Pay for {nights} nights" {\n    takes nights: int\n  }\n}\n',
  right:
    'app "Huts"\nstart hut\nscreen hut "Hut" {\n  has nights: int\n  on "Book" push booking.dates(nights)\n}\nmodule booking by "Booking team" {\n  takes nights: int\n\n  screen dates "Dates" {\n    on "Continue" push beds\n  }\n  screen beds "Beds" {\n    on "Continue" push meals\n  }\n  screen meals "Meals" {\n    on "Continue" push pay\n  }\n  screen pay "Pay for {nights} nights"\n}\n',
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
