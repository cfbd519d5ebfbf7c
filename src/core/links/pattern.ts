/** A link's pattern with the types of its variables: the input of matching, building and deciding. */
import type { Link, Parameter } from '../plan/model';
import { unknown } from '../plan/types';
import { carriedBy, itemsCarriedBy, type Carried } from './carriage';
import { readOrigin, type Origin } from './origin';
import { rank, Segment } from './segment';
import type { SegmentPart } from './match-parts';
import { readPattern, type VariablePlace } from './template';

/** A variable of the rest or the query. */
export interface Listed {
  readonly name: string;
  /** How its value rides, or each of its items. */
  readonly carried: Carried;
  readonly isList: boolean;
}

export interface Pattern {
  readonly link: Link;
  /** Its place among all of the plan, in the order of the text. */
  readonly index: number;
  /** Null for a pattern of every origin of the plan. */
  readonly origin: Origin | null;
  readonly segments: readonly Segment[];
  readonly rest: Listed | null;
  readonly query: readonly Listed[];
  /** Query variables whose type does not accept every text. */
  readonly typedQuery: readonly Listed[];
  /** How specific it is, compared letter by letter: the first in this order wins. */
  readonly rank: string;
}

/** How a URL carries a variable in its place; null if it cannot. */
export function carriageOf(
  parameter: Parameter | undefined,
  place: VariablePlace,
): { readonly carried: Carried; readonly isList: boolean } | null {
  // A variable that the screen does not take is a finding of its own. Until it is mended, any text fits.
  const type = parameter?.type ?? unknown;
  const carried = carriedBy(type);
  if (carried) return place === 'rest' && !carried.isText ? null : { carried, isList: false };
  const items = place === 'path' ? null : itemsCarriedBy(type);
  return items && { carried: items, isList: true };
}

/** The pattern of a link; null if it cannot be read, or has a variable that a URL cannot carry. */
export function patternOf(link: Link, index: number): Pattern | null {
  const { template } = readPattern(link.pattern);
  if (!template) return null;
  const origin = template.origin === null ? null : readOrigin(template.origin);
  if (template.origin !== null && !origin) return null;
  const parameters = new Map(link.screen.parameters.map((parameter) => [parameter.name, parameter]));
  let rides = true;
  const listed = (name: string, place: VariablePlace): Listed | null => {
    const carriage = carriageOf(parameters.get(name), place);
    if (!carriage) rides = false;
    return carriage && { name, ...carriage };
  };
  const segments = template.segments.map(
    (parts) =>
      new Segment(
        parts.flatMap((part): SegmentPart[] => {
          if ('text' in part) return [part];
          const carriage = listed(part.variable, 'path');
          return carriage ? [{ variable: part.variable, carried: carriage.carried }] : [];
        }),
      ),
  );
  const rest = template.rest === null ? null : listed(template.rest, 'rest');
  const query = template.query.flatMap((name) => listed(name, 'query') ?? []);
  if (!rides) return null;
  return {
    link,
    index,
    origin,
    segments,
    rest,
    query,
    typedQuery: query.filter(({ carried: { isText } }) => !isText),
    rank: segments.map((segment) => segment.rank).join('') + (rest ? rank.rest : rank.end),
  };
}
