import picocolors from 'picocolors';

/** Colours for standard output: only on a terminal, and not where NO_COLOR is set. */
export const colours = picocolors.createColors(
  Boolean(process.stdout.isTTY) && !process.env.NO_COLOR && process.env.TERM !== 'dumb',
);
