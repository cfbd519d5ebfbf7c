import { carriedBy } from '../links/carriage';
import { carriageOf } from '../links/pattern';
import type { TextEdit } from '../language/edits';
import { mayBeLeftOut, type Plan, type Screen } from '../plan/model';
import { prependToScreen } from './body';
import { asSegment } from './patterns';

/**
 * A pattern for a screen: its name, then its required arguments in the path, and the others that a URL can carry in the
 * query.
 */
export function patternFor(screen: Screen): string {
  const inPath = screen.parameters.filter(
    (parameter) => !mayBeLeftOut(parameter) && carriedBy(parameter.type) !== null,
  );
  const inQuery = screen.parameters.filter(
    (parameter) => !inPath.includes(parameter) && carriageOf(parameter, 'query') !== null,
  );
  return `/${[asSegment(screen.name), ...inPath.map(({ name }) => `{${name}}`)].join('/')}${inQuery.length > 0 ? `{?${inQuery.map(({ name }) => name).join()}}` : ''}`;
}

/** Adds a link to a screen, over the stack that the app begins with or over another screen (by label). */
export function addLink(plan: Plan, screen: Screen, pattern: string, under: string | null): TextEdit {
  return prependToScreen(plan.tree.text, screen.node, `link ${pattern}${under === null ? '' : ` under ${under}`}`);
}
