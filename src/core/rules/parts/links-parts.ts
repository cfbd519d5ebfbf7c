/** Phrases about URLs and patterns: why a URL cannot be read, where it fails a pattern, which parts are ignored. */
import type { Near } from '../../links/near';
import type { Segment } from '../../links/segment';
import type { Remark } from '../../links/space';
import { readPattern, type Template } from '../../links/template';
import type { UrlProblem } from '../../links/url';
import type { Link, Plan, Screen } from '../../plan/model';
import { required, type Type } from '../../plan/types';
import { enumerate, say, words, type Message } from './message';

/** Maximum number of characters of a user's text in a message. */
const longestExcerpt = 60;

/** A text from outside, shortened, with control characters as numbers. */
export function excerpt(text: string, most = longestExcerpt): string {
  return (text.length > most ? `${text.slice(0, most - 1)}…` : text).replace(
    /[\u0000-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]|\p{Surrogate}/gu,
    codePoint,
  );
}

const codePoint = (character: string): string =>
  `U+${character.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`;

/** Why a URL cannot be read: a clause behind “does not read, ”. */
export function sayUrlProblem(problem: UrlProblem): Message {
  switch (problem.why) {
    case 'empty':
      return say`it is empty`;
    case 'no-scheme':
      return problem.meant === null
        ? say`it begins with neither a scheme nor a slash`
        : say`it begins with neither a scheme nor a slash; ${excerpt(problem.meant)} would read`;
    case 'two-slashes':
      return problem.meant === null
        ? say`it begins with two slashes, and so with a host, but has no scheme`
        : say`it begins with a host, but has no scheme; ${excerpt(problem.meant)} would read`;
    case 'user-info':
      return say`${excerpt(problem.text)} names a user in front of the host, which is refused: it can pose as another host`;
    case 'host':
      return say`${excerpt(problem.text)} is no host`;
    case 'port':
      return say`${excerpt(problem.text)} has no port between 0 and 65535`;
    case 'other-origin':
      return say`${excerpt(problem.text)} is no origin of this app`;
    case 'character':
      return say`${excerpt(problem.character) === ' ' ? say`a blank` : say`${excerpt(problem.character)}`} at character ${problem.at + 1} is not allowed there as it is`;
    case 'surrogate':
      return say`character ${problem.at + 1} is half of a surrogate pair`;
    case 'escape':
      return say`${excerpt(problem.text)} at character ${problem.at + 1} is no percent sign with two hexadecimal digits`;
    case 'utf-8':
      return say`the escapes at character ${problem.at + 1} are no UTF-8`;
  }
}

/** Says why many URLs open nothing, without the parts in which they differ. */
export function sayUrlProblemOf(problem: UrlProblem): Message {
  switch (problem.why) {
    case 'empty':
      return say`it is empty`;
    case 'no-scheme':
      return say`it begins with neither a scheme nor a slash`;
    case 'two-slashes':
      return say`it begins with a host, but has no scheme`;
    case 'user-info':
      return say`it names a user in front of the host`;
    case 'host':
      return say`its host is not a valid one`;
    case 'port':
      return say`its port is not between 0 and 65535`;
    case 'character':
      return say`it has a character that is not allowed there as it is`;
    case 'surrogate':
      return say`it has half of a surrogate pair`;
    case 'escape':
      return say`a percent sign is followed by other than two hexadecimal digits`;
    case 'utf-8':
      return say`its escapes are no UTF-8`;
    case 'other-origin':
      return sayUrlProblem(problem);
  }
}

/** Words for the values of a type, as the end of a sentence. */
function sayWanted(declared: Type): Message {
  const type = required(declared);
  switch (type.kind) {
    case 'choice':
      return enumerate(type.options, 6, 'or');
    case 'id':
      return sayWanted({ kind: 'base', name: type.base ?? 'text' });
    case 'list':
      return say`items, each ${sayWanted(type.of)}`;
    case 'base':
      switch (type.name) {
        case 'bool':
          return say`${'true'} or ${'false'}`;
        case 'date':
          return say`a date such as ${'2026-01-31'}`;
        case 'time':
          return say`a time such as ${'09:30'}`;
        case 'instant':
          return say`an instant such as ${'2026-01-31T09:30:00Z'}`;
        case 'url':
          return say`a URL with its scheme`;
        default:
          return say`${words(type.name === 'int' ? 'an' : 'a')} ${type.name}`;
      }
    default:
      return say`something else`;
  }
}

/** A segment as the pattern writes it. */
export const showSegment = (segment: Segment): string =>
  segment.parts.map((part) => ('text' in part ? part.text : `{${part.variable}}`)).join('');

/** Clause that names the place where a URL fails a pattern. */
export function sayFailure({ pattern, failure }: Near): Message {
  switch (failure.why) {
    case 'text':
      return say`${excerpt(failure.found)} stands where the pattern has ${failure.wanted}`;
    case 'value': {
      const variables = failure.wanted.parts.filter((part) => 'carried' in part);
      const [only] = variables;
      if (only && failure.wanted.parts.length === 1)
        return say`${shownValue(failure.found)} stands for ${only.variable}, which wants ${sayWanted(only.carried.type)}`;
      return say`${shownValue(failure.found)} stands where the pattern has ${showSegment(failure.wanted)}`;
    }
    case 'too-short':
      return say`it ends where ${typeof failure.wanted === 'string' ? failure.wanted : showSegment(failure.wanted)} should follow`;
    case 'too-long':
      return say`the pattern ends before ${shownValue(failure.found)}`;
    case 'item':
      return say`${shownValue(failure.found)} stands in ${pattern.rest!.name}, which wants ${sayWanted(pattern.rest!.carried.type)}`;
    case 'query':
      return say`${shownValue(failure.found)} stands for ${failure.name}, which wants ${sayWanted(pattern.query.find(({ name }) => name === failure.name)!.carried.type)}`;
  }
}

/** Says why many URLs fail a pattern at one place. */
export function sayGroup(near: Near): Message {
  const { pattern, failure } = near;
  switch (failure.why) {
    case 'value': {
      const variables = failure.wanted.parts.filter((part) => 'carried' in part);
      const [only] = variables;
      return only && failure.wanted.parts.length === 1
        ? say`${only.variable} wants ${sayWanted(only.carried.type)}`
        : say`the text does not fit ${showSegment(failure.wanted)}`;
    }
    case 'too-long':
      return say`it goes on where the path ends`;
    case 'item':
      return say`${pattern.rest!.name} wants ${sayWanted(pattern.rest!.carried.type)}`;
    case 'query':
      return say`${failure.name} wants ${sayWanted(pattern.query.find(({ name }) => name === failure.name)!.carried.type)}`;
    default:
      return sayFailure(near);
  }
}

const shownValue = (text: string): Message => (text === '' ? say`nothing` : say`${excerpt(text)}`);

/** Sentence about an ignored part of a URL, or a likely mistake in it. */
export function sayRemark(remark: Remark): Message {
  switch (remark.kind) {
    case 'unknown-name':
      return say`Andante ignores ${excerpt(remark.name)}.`;
    case 'repeated':
      return say`${excerpt(remark.name)} stands there more than once; the first counts.`;
    case 'plus':
      return say`The plus in ${excerpt(remark.name)} stands for itself, not for a blank.`;
    case 'fragment':
      return say`Andante ignores the text behind ${'#'}.`;
  }
}

/** Every link whose pattern can be read, with its template. */
export function* eachTemplate({
  screens,
}: Pick<Plan, 'screens'>): Generator<{ readonly screen: Screen; readonly link: Link; readonly template: Template }> {
  for (const screen of screens) {
    for (const link of screen.links) {
      const { template } = readPattern(link.pattern);
      if (template && link.node.pattern) yield { screen, link, template };
    }
  }
}

/** Range in the plan's text of a part of a link's pattern. */
export function inPattern({ node }: Link, from: number, to: number): { readonly from: number; readonly to: number } {
  const begin = node.pattern!.from;
  return { from: begin + from, to: begin + Math.max(to, from + 1) };
}

/** The edit that gives a link another pattern. */
export const writePattern = (
  { node }: Link,
  pattern: string,
): { readonly from: number; readonly to: number; readonly insert: string } => ({
  from: node.pattern!.from,
  to: node.pattern!.to,
  insert: pattern,
});

/** Whether a pattern names an argument as `:name`, in a segment of its own. */
export const hasColonVariable = (pattern: string, name: string): boolean => pattern.split('/').includes(`:${name}`);
