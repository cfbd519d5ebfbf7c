const format = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** @param time in milliseconds since 1970 */
export const when = (time: number): string => format.format(time);
