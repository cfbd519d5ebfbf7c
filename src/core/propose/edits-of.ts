/** Edits of each kind of request: one function a kind. */
import type { Check } from '../check';
import { addListed, understandList, type ListedScreen } from '../edit/add-many';
import { lower } from '../edit/lift';
import { addLink, patternFor } from '../edit/links';
import { rename, renameableAt } from '../edit/rename';
import { deleteScreen, extractLiteral, moveToModule, putBetween } from '../edit/restructure';
import { setStart } from '../edit/screens';
import { changeSignature } from '../edit/signature';
import { addTransition } from '../edit/transitions';
import type { TextEdit } from '../language/edits';
import type { Screen } from '../plan/model';
import type { ChangeRequest } from './request';

export interface Refusal {
  readonly refusal: string;
}

export interface Written {
  readonly edits: readonly TextEdit[];
  /** Meaning of a pasted list. */
  readonly listed?: readonly ListedScreen[];
  /** The pattern of an added link. */
  readonly pattern?: string;
  /** Number of ways in at which a person has to decide. */
  readonly open?: number;
}

type Result = Written | Refusal;
type RequestOf<K extends ChangeRequest['kind']> = Extract<ChangeRequest, { kind: K }>;

const isName = (text: string): boolean => /^[A-Za-z_]\w*$/.test(text);
const refuse = (refusal: string): Refusal => ({ refusal });
const gone = refuse('That screen is no longer there.');
const find = ({ plan }: Check, label: string): Screen | undefined =>
  plan.screens.find((screen) => screen.label === label);

/** The edits of a request, or in one sentence why there are none. Linear in the plan. */
export function editsOf(now: Check, request: ChangeRequest): Result {
  switch (request.kind) {
    case 'rename':
      return renamed(now, request);
    case 'delete':
      return ofScreen(now, request.screen, (screen) => ({ edits: deleteScreen(now.plan, screen) }));
    case 'start':
      return ofScreen(now, request.screen, (screen) => ({ edits: [setStart(now.plan, screen)] }));
    case 'move':
      return ofScreen(now, request.screen, (screen) => moved(now, screen, request.module));
    case 'way':
      return ofScreen(now, request.from, (from) =>
        ofScreen(now, request.to, (to) => ({ edits: addTransition(now.text, now.plan, from, to).edits })),
      );
    case 'between':
      return between(now, request.at, request.name);
    case 'extract':
      return extracted(now, request.at, request.name);
    case 'link':
      return linked(now, request);
    case 'list': {
      const listed = understandList(now.plan, request.list);
      return { edits: addListed(now.plan, listed, request.module), listed };
    }
    case 'lower':
      return lowered(now, request);
    case 'signature':
      return ofScreen(now, request.screen, (screen) => withSignature(now, screen, request.wanted));
  }
}

function ofScreen(now: Check, label: string, make: (screen: Screen) => Result): Result {
  const screen = find(now, label);
  return screen ? make(screen) : gone;
}

function renamed({ plan }: Check, { at, to }: RequestOf<'rename'>): Result {
  const what = renameableAt(plan, at);
  return what ? rename(plan, what, to) : refuse('Nothing that the plan declares is named here.');
}

function moved({ plan }: Check, screen: Screen, module: string | null): Result {
  if ((screen.module?.name ?? null) === module) return refuse(`${screen.label} is there already.`);
  return { edits: moveToModule(plan, screen, module) };
}

/** A new screen before a step. */
function between({ plan }: Check, at: number, name: string): Result {
  if (!isName(name)) return refuse('Give the new screen a name: letters, digits and underscores, and no digit first.');
  if (plan.screens.some((screen) => screen.name === name)) return refuse(`There is a screen ${name} already.`);
  const edits = putBetween(plan, at, name);
  return edits ? { edits } : refuse('No step that opens a screen stands here.');
}

/** A literal as a value that the screen holds. */
function extracted({ plan }: Check, at: number, name: string): Result {
  if (!isName(name)) return refuse('Give the value a name: letters, digits and underscores, and no digit first.');
  const around = plan.screens.find(({ node }) => node.from <= at && at <= node.to);
  if (around && [...around.parameters, ...around.holds].some((one) => one.name === name))
    return refuse(`${around.label} has ${name} already.`);
  const edits = extractLiteral(plan, at, name);
  return edits ? { edits } : refuse('No literal that is handed over stands here.');
}

function linked(now: Check, { screen: label, pattern: wanted, under }: RequestOf<'link'>): Result {
  if (label === '') return refuse('Name the screen that the link opens.');
  const screen = find(now, label);
  if (!screen) return refuse(`There is no screen ${label}.`);
  if (under !== null && !find(now, under)) return refuse(`There is no screen ${under}.`);
  const pattern = wanted ?? patternFor(screen);
  if (!/^(\/|[A-Za-z][A-Za-z0-9+.-]*:)\S*$/.test(pattern))
    return refuse('A pattern begins with a slash or with an origin, and has no blanks.');
  return { edits: [addLink(now.plan, screen, pattern, under)], pattern };
}

function lowered({ plan, supply }: Check, { module: of, name }: RequestOf<'lower'>): Result {
  const module = plan.modules.find((one) => one.name === of);
  const parameter = module?.parameters.find((one) => one.name === name);
  if (!module || !parameter) return refuse(`The module ${of} takes no ${name} any more.`);
  const edits = lower(plan, supply, module, parameter);
  return edits ? { edits } : refuse(`A trigger in ${of} calls its rows ${name}: rename one of the two first.`);
}

function withSignature({ plan, supply }: Check, screen: Screen, wanted: RequestOf<'signature'>['wanted']): Result {
  const wrong = wanted.find((one) => !isName(one.name));
  if (wrong) return refuse(`${wrong.name === '' ? 'Nothing' : wrong.name} is no name for an argument.`);
  const names = wanted.map((one) => one.name);
  const twice =
    names.find((name, index) => names.indexOf(name) !== index) ??
    [...screen.holds, ...(screen.module?.parameters ?? [])].find((one) => names.includes(one.name))?.name;
  return twice ? refuse(`${screen.label} has ${twice} already.`) : changeSignature(plan, supply, screen, wanted);
}
