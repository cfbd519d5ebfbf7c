const format = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** @param time in milliseconds since 1970 */
export const when = (time: number): string => format.format(time);
