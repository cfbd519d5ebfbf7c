/**
 * Plans that differ from the user's in one point, so that a verdict on them answers a question. So each answer is as
 * exact as the verdicts are, and needs no analysis of its own.
 */
import { check, type Check } from '../../check';
import { appendToScreen, withoutStatement } from '../../edit/body';
import { applyEdits } from '../../language/edits';
import { parse } from '../../language/parse';
import type { TextRange } from '../../language/range';
import type { Branch, Condition, Plan, Screen } from '../../plan/model';
import { resolve } from '../../plan/resolve';
import { isBeside, type AppEvent } from '../../walk/event';
import type { Tap } from '../../walk/tap';
import { NoQuestion } from './question';

/** The plan without some statements. */
export function planWithout({ text }: Check, statements: readonly TextRange[]): Check {
  return check(
    applyEdits(
      text,
      statements.map((one) => withoutStatement(text, one)),
    ),
  );
}

/** The statements by which links and entries open screens from outside of the app. */
export const opened = ({ screens, entries }: Plan): TextRange[] => [
  ...screens.flatMap(({ links }) => links.map(({ node }) => node)),
  ...entries.map(({ node }) => node),
];

/**
 * Makes sure that declarations can be added to a plan.
 *
 * @throws NoQuestion if the plan has a statement that does not read: what is added might become part of it
 */
export function needReadable({ plan: { tree } }: Check): void {
  const [first] = tree.problems;
  if (!first) return;
  const line = tree.text.slice(0, first.from).split('\n').length;
  throw new NoQuestion(`Line ${line} does not read yet: ${first.message} Mend it, then ask again.`);
}

/**
 * A plan with probes. A probe is a trigger that changes nothing which the plan looks at, and can be tapped only while a
 * condition holds. So a run can tap it just where its screen is on top while the condition holds.
 */
export class Probed {
  readonly check: Check;

  /** @param label of all probes, and of no trigger of the plan */
  constructor(
    text: string,
    private readonly label: string,
  ) {
    this.check = check(text);
  }

  /** Whether an event is a tap on a probe. */
  readonly isProbe = (event: AppEvent): boolean => event.kind === 'trigger' && event.transition.trigger === this.label;

  /** The branch of the probe on a screen. */
  branchOn({ transitions }: Screen): Branch {
    return transitions.find(({ trigger }) => trigger === this.label)!.branches[0]!;
  }

  /** A walk without the taps on probes. One on a list in sight has popped what lay above it, as Back does. */
  without(walk: readonly Tap[]): Tap[] {
    return walk.flatMap((tap): Tap[] => {
      if (!this.isProbe(tap)) return [tap];
      return isBeside(tap) ? [{ kind: 'back', shows: tap.shows }] : [];
    });
  }
}

/**
 * Adds a probe to each of some screens.
 *
 * @throws NoQuestion if the condition does not read, names no flag of the plan, or looks at more than flags
 */
export function probed(asked: Check, condition: string, screens: readonly Screen[]): Probed {
  needReadable(asked);
  needFlags(asked, condition);
  const { text, plan } = asked;
  const label = fresh('probe', plan);
  const edits = screens.map(({ node }) =>
    appendToScreen(text, node, [`on "${label}" when ${condition} leave "${label}"`]),
  );
  return new Probed(applyEdits(text, edits), label);
}

/** A name that the plan does not have. */
function fresh(name: string, { tree }: Plan): string {
  let own = name;
  while (tree.text.includes(own)) own += '_';
  return own;
}

/** Reads the condition on a screen of its own. */
function needFlags({ text, plan }: Check, condition: string): void {
  const own = fresh('asked', plan);
  const tried = resolve(parse(`${text}\nscreen ${own} { on "${own}" when ${condition} push ${own} }\n`));
  const refuse = (why: string): never => {
    const { flags } = plan;
    const known =
      flags.length > 0 ? `The flags are ${flags.map(({ name }) => name).join(', ')}.` : 'The plan has no flags.';
    throw new NoQuestion(`“${condition}” ${why} ${known}`);
  };
  const screen = tried.screens.find(({ name }) => name === own);
  const branches = screen?.transitions.length === 1 ? screen.transitions[0]!.branches : [];
  // A text with steps of its own behind the condition would change the plan.
  const read = branches.length === 1 && branches[0]!.steps.length === 1 ? branches[0]!.condition : null;
  const isMisread = tried.screens.length !== plan.screens.length + 1 || tried.tree.problems.length > 0;
  if (!read || isMisread) return refuse('is no condition.');
  if (!isOfFlags(read)) return refuse('is no condition on flags alone.');
}

function isOfFlags(condition: Condition): boolean {
  switch (condition.kind) {
    case 'flag':
      return true;
    case 'not':
      return isOfFlags(condition.of);
    case 'and':
    case 'or':
      return isOfFlags(condition.left) && isOfFlags(condition.right);
    default:
      return false;
  }
}
