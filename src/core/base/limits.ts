/** Maximum size of a plan's text, in bytes of UTF-8, from any source. */
export const maximumBytes = 4 * 1024 * 1024;

/** Maximum size of the body of a request: JSON writes a control character of one byte in six, as in `\u001f`. */
export const maximumBodyBytes = 6 * maximumBytes + 1024;

/** Maximum size of the file of a plan with its history. */
export const maximumHistoryBytes = 64 * 1024 * 1024;

/** How deep a plan may nest: parentheses, `not`, lists of lists, conditions joined in a row, `or` behind `or`. */
export const maximumDepth = 200;

/**
 * Maximum number of variables in one segment of a URL pattern. The time to compare two segments grows with a power of
 * it.
 */
export const maximumVariables = 8;

/** How deep the JSON of a plan may nest: each level of a condition takes up to three. */
export const maximumJsonDepth = 3 * maximumDepth + 20;
