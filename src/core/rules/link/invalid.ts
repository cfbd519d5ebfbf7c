import { closest } from '../../language/closest';
import type { Range } from '../../language/range';
import { maximumVariables } from '../../base/limits';
import { readOrigin, sameOrigin, type Origin } from '../../links/origin';
import { readPattern, type PatternProblem } from '../../links/template';
import type { Link, Plan } from '../../plan/model';
import { inPattern, told, hasColonVariable, writePattern } from '../parts/links-parts';
import { say, type Message } from '../parts/message';
import type { Fix, Found, Rule } from '../parts/rule';

export const invalid: Rule = {
  id: 'link/invalid',
  severity: 'error',
  groups: ['link', 'links'],
  reason: 'A URL pattern or an origin does not read.',
  explanation:
    'Nothing can be opened by it. A pattern is a path with variables, as RFC 6570 writes them: text, {name} in a segment of the ' +
    'path, {/name*} for the rest of the path at its end, {?name,name} for the query behind all that. An origin is a scheme and a ' +
    'host, https://huts.example, or a scheme of the app’s own, huts: alone. A pattern that is meant for one origin begins with that.',
  wrong:
    'app "Huts"\norigin https://huts.example\nstart list\nscreen list "Huts" {\n  takes day: date?\n  link /huts?day={day}\n}\n',
  right:
    'app "Huts"\norigin https://huts.example\nstart list\nscreen list "Huts" {\n  takes day: date?\n  link /huts{?day}\n}\n',
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

function badOrigin(text: string, { from, to }: Range): Found {
  const begin = /^[A-Za-z][A-Za-z0-9+.-]*:\/\/[^/?#]*/.exec(text)?.[0];
  const bare = begin !== undefined && begin !== text && readOrigin(begin) ? begin : null;
  return {
    range: { from, to },
    summary: say`The origin ${told(text)} does not read.`,
    detail: bare
      ? say`An origin ends with its host; what stands behind that belongs into the patterns.`
      : say`An origin is a scheme and a host, such as ${'https://huts.example'}, or a scheme of the app’s own, such as ${'huts:'}.`,
    subject: null,
    fixes: bare ? [{ label: `Write ${bare}`, edits: [{ from, to, insert: bare }] }] : [],
  };
}

/** `/huts/:hutId`, as routers write it: a text that no URL has, where a variable was meant. */
function* colonVariables(link: Link): Generator<Found> {
  const { pattern, screen } = link;
  if (!screen.parameters.some(({ name }) => hasColonVariable(pattern, name))) return;
  const written = pattern.replace(
    /(^|\/):([A-Za-z_]\w*)/g,
    (_whole, slash: string, name: string) => `${slash}{${name}}`,
  );
  yield {
    range: inPattern(link, 0, pattern.length),
    summary: say`The link ${told(pattern)} to ${screen.label} writes a variable with a colon.`,
    detail: say`A variable of a pattern stands in braces: ${told(written)}.`,
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
    summary: say`The link ${told(pattern)} to ${link.screen.label} does not read.`,
    detail: why(problem, told(part)),
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
      return say`Behind its origin a pattern begins with a slash.`;
    case 'character':
      return say`${part} may not stand there as it is; as a percent-escape it may.`;
    case 'escape':
      return say`${part} is no percent sign with two hexadecimal digits, or no UTF-8.`;
    case 'question':
      return say`The query is written as ${'{?name}'}, behind the path: the order of its names is free, and each may be left out.`;
    case 'fragment':
      return say`What stands behind ${'#'} is never sent to an app, so that no pattern can ask for it.`;
    case 'dots':
      return say`${part} is taken out of every URL before it is looked at, so that nothing would fit it.`;
    case 'empty-segment':
      return say`Nothing stands between two slashes there.`;
    case 'unclosed':
      return say`The brace is not closed in the same segment.`;
    case 'stray-brace':
      return say`A brace is closed there that was not opened.`;
    case 'operator':
      return say`${part} is not among the expressions that a pattern may have: ${'{name}'}, ${'{/name*}'} at the end of the path, ${'{?name,name}'} behind it.`;
    case 'no-name':
      return say`The name of an argument is missing.`;
    case 'adjacent':
      return say`Two variables side by side could be told apart in many ways; a text has to stand between them.`;
    case 'too-many':
      return say`One segment has ${maximumVariables} variables at most.`;
    case 'rest-star':
      return say`What takes the rest of the path is written with a star.`;
    case 'rest-place':
      return say`${part} takes the rest of the path, and nothing of the path can follow it.`;
    case 'query-place':
      return say`The query comes last.`;
    case 'twice':
      return say`${part} stands there a second time; a variable has one value.`;
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
    // `?day={day}&season={season}` is how a query is written where there are no patterns.
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
  // Where no origin is declared at all, that is told once.
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
      ? say`The link ${told(link.pattern)} to ${link.screen.label} is meant for ${text}, which is no origin of the app.`
      : say`The link ${told(link.pattern)} to ${link.screen.label} begins with ${told(text)}, which does not read.`,
    detail: near
      ? say`Did you mean ${near}?`
      : say`No URL of the app begins with it. A pattern that begins with a slash is meant for all origins.`,
    subject: link.screen.label,
    fixes,
  };
}
