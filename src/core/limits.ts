/** The most that a plan's text may be, in bytes of UTF-8: here, at import, and in a request's body. */
export const maximumBytes = 4 * 1024 * 1024;
