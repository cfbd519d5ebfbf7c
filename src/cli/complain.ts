import { printable } from '../core/language/controls';

/** Says a sentence on standard error, whatever names it has in it. */
export const complain = (sentence: string): void => void process.stderr.write(`andante: ${printable(sentence)}\n`);
