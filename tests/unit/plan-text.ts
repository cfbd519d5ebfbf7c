import dedent from 'dedent';

/** A value of several lines is indented as the line that it stands in. */
const aligned = dedent.withOptions({ alignValues: true });

/**
 * Text of a plan that stands in code as its lines: without the indentation of the code around them, and with a line
 * break at the end.
 */
export const planText = (strings: TemplateStringsArray, ...values: readonly (string | number)[]): string =>
  `${aligned(strings, ...values)}\n`;
