/** The header in which the proxy tells pages the nonce of their scripts. */
export const nonceHeader = 'x-nonce';

/**
 * The sources that a page may load and run (Content Security Policy Level 3): its own files, and only scripts with the
 * nonce. Styles within pages are allowed: the editor writes its own.
 *
 * @param nonce a new one for each answer
 * @param isDevelopment whether the framework's development tools may run, which evaluate code
 */
export const contentPolicy = (nonce: string, isDevelopment: boolean): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'${isDevelopment ? " 'unsafe-eval'" : ''}`,
    "worker-src 'self' blob:",
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
