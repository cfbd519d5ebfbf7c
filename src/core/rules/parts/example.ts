import dedent from 'dedent';

/** Two whole plans: one that breaks a rule, and that plan put right. */
export interface Example {
  readonly wrong: string;
  readonly right: string;
}

const withIndentation = dedent.withOptions({ trimWhitespace: false });

/**
 * The plans of an example, written as one text. Lines after a `-` stand only in the plan that breaks the rule, lines
 * after a `+` only in the one put right, and all others, two columns further in, in both.
 */
export function example(strings: TemplateStringsArray): Example {
  // The first and the last line hold the quotes.
  const lines = withIndentation(strings).split('\n').slice(1, -1);
  const without = (mark: string): string =>
    lines.flatMap((line) => (line.startsWith(mark) ? [] : [`${line.slice(2)}\n`])).join('');
  return { wrong: without('+'), right: without('-') };
}
