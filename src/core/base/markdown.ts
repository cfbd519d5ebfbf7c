/** A text in a paragraph of Markdown (CommonMark 0.31): nothing in it is read as markup. */
export const markdown = (text: string): string =>
  text
    .replace(/\s+/g, ' ')
    .replace(/[\\`*_[\]<>#|~&]/g, '\\$&')
    .replace(/^(\s*\d*)([-+.)])(?=\s)/, '$1\\$2');

/** A text as a code span: with a longer fence than any run of backticks in it. */
export function markdownCode(text: string): string {
  const plain = text.replace(/\s+/g, ' ');
  const runs = plain.match(/`+/g) ?? [];
  const fence = '`'.repeat(runs.reduce((most, run) => Math.max(most, run.length + 1), 1));
  const padded = plain.startsWith('`') || plain.endsWith('`') ? ` ${plain} ` : plain;
  return `${fence}${padded}${fence}`;
}
