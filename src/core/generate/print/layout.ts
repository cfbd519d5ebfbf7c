/**
 * Code as text with lists that break if a line is too long, from the outside in (Wadler, "A prettier printer", 2003,
 * for lists in brackets alone).
 */
export type Layout = string | readonly Layout[] | Bracketed;

export interface Bracketed {
  readonly open: string;
  readonly items: readonly Layout[];
  readonly close: string;
  /** Stands between the brackets and the items on one line. */
  readonly pad: string;
  /** Follows the last item of a list that is broken. */
  readonly last: string;
}

/** A list in brackets: on one line if it fits, otherwise one item a line. */
export const bracketed = (open: string, items: readonly Layout[], close: string, pad = '', last = ','): Bracketed => ({
  open,
  items,
  close,
  pad,
  last,
});

const isList = (layout: Layout): layout is readonly Layout[] => Array.isArray(layout);

/** All on one line. */
export function flat(layout: Layout): string {
  if (typeof layout === 'string') return layout;
  if (isList(layout)) return layout.map(flat).join('');
  const { open, items, close, pad } = layout;
  return items.length === 0 ? open + close : open + pad + items.map(flat).join(', ') + pad + close;
}

/** Length of the text that has to stand on the line on which a layout begins. */
function head(layout: Layout): number {
  if (typeof layout === 'string') return layout.length;
  if (!isList(layout)) return layout.items.length === 0 ? flat(layout).length : layout.open.length;
  let length = 0;
  for (const part of layout) {
    length += head(part);
    if (canBreak(part)) break;
  }
  return length;
}

const canBreak = (layout: Layout): boolean =>
  typeof layout !== 'string' && (isList(layout) ? layout.some(canBreak) : layout.items.length > 0);

/**
 * The lines of a layout; the first one without its indentation.
 *
 * @param width the most characters of a line
 * @param unit the blanks of one level
 * @param indent the indentation of the line on which it begins
 */
export function linesOf(layout: Layout, width: number, unit: string, indent: string): string[] {
  const lines = [''];
  put(layout, indent, 0);
  return lines;

  /** @param tail length of what follows on the last line */
  function put(part: Layout, level: string, tail: number): void {
    const column = (lines.length === 1 ? indent.length : 0) + lines.at(-1)!.length;
    const line = flat(part);
    if (!canBreak(part) || column + line.length + tail <= width) return void add(line);
    if (isList(part)) {
      part.forEach((each, at) => put(each, level, head(part.slice(at + 1)) + (at === part.length - 1 ? tail : 0)));
      return;
    }
    const { open, items, close, last } = part as Bracketed;
    add(open);
    items.forEach((item, at) => {
      const end = at < items.length - 1 ? ',' : last;
      lines.push(level + unit);
      put(item, level + unit, end.length);
      add(end);
    });
    lines.push(level + close);
  }

  function add(text: string): void {
    lines[lines.length - 1] += text;
  }
}
