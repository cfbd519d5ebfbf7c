import { closest } from '../../language/closest';
import type { TextRange } from '../../language/range';
import { maximumVariables } from '../../base/limits';
import { readOrigin, sameOrigin, type Origin } from '../../links/origin';
import { readPattern, type PatternProblem } from '../../links/template';
import type { Link, Plan } from '../../plan/model';
import { example } from '../parts/example';
import { inPattern, excerpt, hasColonVariable, writePattern } from '../parts/links-parts';
import { say, type Message } from '../parts/message';
import type { Fix, Found, Rule } from '../parts/rule';

export const invalid: Rule = {
  id: 'link/invalid',
  severity: 'error',
  groups: ['link', 'links'],
  reason: 'Andante cannot read a URL pattern or an origin.',
  explanation:
    'Such a link opens nothing. A pattern is a path with variables as in RFC 6570: {name} within a segment, ' +
    '{/name*} for the rest of the path, {?name,name} for the query. An origin is a scheme and a host, such as ' +
    'https://huts.example, or a scheme of the app, such as huts:. To tie a pattern to one origin, begin it ' +
    'with that origin.',
  ...example`
      app "Huts"
      origin https://huts.example
      start list
      screen list "Huts" {
        takes day: date?
    -   link /huts?day={day}
    +   link /huts{?day}
      }
  `,
  *check({ plan }) {
    const origins = plan.origins.flatMap((text) => readOrigin(text) ?? []);
    for (const declaration of plan.tree.declarations) {
      if (declaration.kind === 'origin' && declaration.url && !readOrigin(declaration.url.text))
        yield badOrigin(declaration.url.text, declaration.url);
    }
    for (const screen of plan.screens) {
      for (const link of screen.links) {
        if (!link.node.pattern) continue;
        const { template, problem } = readPattern(link.pattern);
        if (problem) yield badPattern(link, problem);
        else if (template.origin !== null) yield* badOwnOrigin(plan, link, template.origin, origins);
        yield* colonVariables(link);
      }
    }
  },
};

function badOrigin(text: string, { from, to }: TextRange): Found {
  const begin = /^[A-Za-z][A-Za-z0-9+.-]*:\/\/[^/?#]*/.exec(text)?.[0];
  const bare = begin !== undefined && begin !== text && readOrigin(begin) ? begin : null;
  return {
    range: { from, to },
    summary: say`Andante cannot read the origin ${excerpt(text)}.`,
    detail: bare
      ? say`An origin ends with its host. The path belongs into the patterns.`
      : say`An origin is a scheme and a host, such as ${'https://huts.example'}, or a scheme of the app, such as ${'huts:'}.`,
    subject: null,
    fixes: bare ? [{ label: `Write ${bare}`, edits: [{ from, to, insert: bare }] }] : [],
  };
}

/** `/huts/:hutId`, as routers write it: a literal text in the place of a variable. */
function* colonVariables(link: Link): Generator<Found> {
  const { pattern, screen } = link;
  if (!screen.parameters.some(({ name }) => hasColonVariable(pattern, name))) return;
  const written = pattern.replace(
    /(^|\/):([A-Za-z_]\w*)/g,
    (_whole, slash: string, name: string) => `${slash}{${name}}`,
  );
  yield {
    range: inPattern(link, 0, pattern.length),
    summary: say`The link ${excerpt(pattern)} to ${screen.label} writes a variable with a colon.`,
    detail: say`A variable of a pattern stands in braces: ${excerpt(written)}.`,
    subject: screen.label,
    fixes: readPattern(written).template ? [{ label: `Write ${written}`, edits: [writePattern(link, written)] }] : [],
  };
}

function badPattern(link: Link, problem: PatternProblem): Found {
  const { pattern } = link;
  const part = pattern.slice(problem.from, problem.to);
  const made = repaired(pattern, problem);
  const [from, to] = [link.node.pattern!.from, link.node.pattern!.to];
  return {
    range: inPattern(link, problem.from, problem.to),
    summary: say`Andante cannot read the link ${excerpt(pattern)} to ${link.screen.label}.`,
    detail: why(problem, excerpt(part)),
    subject: link.screen.label,
    fixes:
      made !== null && readPattern(made).template
        ? [{ label: `Write ${made}`, edits: [{ from, to, insert: made }] }]
        : [],
  };
}

function why({ why: reason }: PatternProblem, part: string): Message {
  switch (reason) {
    case 'start':
      return say`After the origin, a pattern begins with a slash.`;
    case 'character':
      return say`${part} is not allowed here. Write it as a percent-escape.`;
    case 'escape':
      return say`${part} is no percent-escape of UTF-8: write a percent sign and two hexadecimal digits.`;
    case 'question':
      return say`Write the query as ${'{?name}'} after the path. A URL may have its names in any order, and may leave out each.`;
    case 'fragment':
      return say`No app receives what follows ${'#'}, so no pattern can match it.`;
    case 'dots':
      return say`${part} is removed from every URL first, so nothing can match it.`;
    case 'empty-segment':
      return say`Two slashes follow each other.`;
    case 'unclosed':
      return say`Close the brace in the same segment.`;
    case 'stray-brace':
      return say`This brace closes none.`;
    case 'operator':
      return say`${part} is no expression of a pattern. Write ${'{name}'}, ${'{/name*}'} at the end of the path, or ${'{?name,name}'} after it.`;
    case 'no-name':
      return say`The name of an argument is missing.`;
    case 'adjacent':
      return say`Write a text between the two variables: without it, nobody can tell where one ends.`;
    case 'too-many':
      return say`A segment has at most ${maximumVariables} variables.`;
    case 'rest-star':
      return say`Write a variable for the rest of the path with a star.`;
    case 'rest-place':
      return say`${part} takes the rest of the path, so nothing can follow it there.`;
    case 'query-place':
      return say`The query comes last.`;
    case 'twice':
      return say`${part} appears twice, and a variable has one value.`;
  }
}

/** The pattern as it may be meant. */
function repaired(pattern: string, { why: reason, from, to }: PatternProblem): string | null {
  switch (reason) {
    case 'empty-segment':
      return pattern.slice(0, from) + pattern.slice(to - 1);
    case 'rest-star':
      return `${pattern.slice(0, to - 1)}*${pattern.slice(to - 1)}`;
    case 'unclosed':
      return `${pattern.slice(0, to)}}${pattern.slice(to)}`;
    case 'stray-brace':
      return pattern.slice(0, from) + pattern.slice(to);
    case 'query-place':
      return pattern.slice(0, from) + pattern.slice(to) + pattern.slice(from, to);
    // `?day={day}&season={season}` is the usual notation without patterns.
    case 'question': {
      const names = /^\?((?:\w+=\{\w+\}&?)+)$/
        .exec(pattern.slice(from))?.[1]!
        .split('&')
        .map((pair) => /^(\w+)=\{(\w+)\}$/.exec(pair));
      return names?.every((pair) => pair && pair[1] === pair[2])
        ? `${pattern.slice(0, from)}{?${names.map((pair) => pair![1]).join()}}`
        : null;
    }
    default:
      return null;
  }
}

function* badOwnOrigin(plan: Plan, link: Link, text: string, origins: readonly Origin[]): Generator<Found> {
  const own = readOrigin(text);
  // A missing origin declaration is reported once.
  if (own && (origins.length === 0 || origins.some((origin) => sameOrigin(origin, own)))) return;
  const range = inPattern(link, 0, text.length);
  const near = closest(
    text,
    origins.map((origin) => origin.text),
  );
  const declaration = plan.tree.declarations.findLast((each) => each.kind === 'origin')!;
  const fixes: Fix[] = [];
  if (near) fixes.push({ label: `Write ${near}`, edits: [{ ...range, insert: near }] });
  if (own)
    fixes.push({
      label: `Add the origin ${own.text}`,
      edits: [{ from: declaration.to, to: declaration.to, insert: `\norigin ${own.text}` }],
    });
  yield {
    range,
    summary: own
      ? say`The link ${excerpt(link.pattern)} to ${link.screen.label} is for ${text}, which is no origin of the app.`
      : say`The link ${excerpt(link.pattern)} to ${link.screen.label} begins with ${excerpt(text)}, which Andante cannot read.`,
    detail: near
      ? say`Did you mean ${near}?`
      : say`No URL of the app begins with it. A pattern that begins with a slash is for all origins.`,
    subject: link.screen.label,
    fixes,
  };
}
