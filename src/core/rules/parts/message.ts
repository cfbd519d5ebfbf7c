/** Messages: words, with names and values of the plan marked, so that a view can set them in another type. */
export type Message = readonly (string | { readonly code: string })[];

/** Words for a message; a bare string would count as a name of the plan. */
export class Words {
  constructor(readonly text: string) {}
}

export const words = (text: string): Words => new Words(text);

type Piece = string | number | Words | Message;

/** Builds a message. A string that is put in is a name or a value of the plan; numbers and `words` are words. */
export function say(strings: TemplateStringsArray, ...pieces: readonly Piece[]): Message {
  const parts: (string | { code: string })[] = [];
  strings.forEach((string, index) => {
    if (string) parts.push(string);
    const piece = pieces[index];
    if (piece === undefined) return;
    if (typeof piece === 'string') parts.push({ code: piece });
    else if (typeof piece === 'number') parts.push(String(piece));
    else if (piece instanceof Words) parts.push(piece.text);
    else parts.push(...piece);
  });
  return parts;
}

/** A message without its marks. */
export const plain = (message: Message): string =>
  message.map((part) => (typeof part === 'string' ? part : part.code)).join('');

/** `a`, `a and b`, `a, b and c`; up to `most` names, then the number of the others. */
export function enumerate(names: readonly string[], most = 3, joint = 'and'): Message {
  const shown = names.length > most + 1 ? names.slice(0, most) : names;
  const rest = names.length - shown.length;
  const parts: (string | { code: string })[] = [];
  shown.forEach((code, index) => {
    if (index > 0) parts.push(index === shown.length - 1 && rest === 0 ? ` ${joint} ` : ', ');
    parts.push({ code });
  });
  if (rest > 0) parts.push(` ${joint} ${rest} more`);
  return parts;
}
