/**
 * Characters that steer a terminal, or that let a line read otherwise than it stands: C0 and C1 controls, and the
 * controls of writing direction (Unicode UAX #9) with the two separators that end a line.
 */
const controls = /[\u0000-\u001f\u007f-\u009f\u061c\u200e\u200f\u2028-\u202e\u2066-\u2069]/g;

/** Text from outside on one line, with a dot for each such character. */
export const printable = (text: string): string => text.replace(/\t/g, ' ').replace(controls, '·');

/** JSON with each such character as an escape, except the line breaks between its parts. */
export const escapeControls = (json: string): string =>
  json.replace(controls, (character) =>
    character === '\n' ? '\n' : `\\u${character.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
