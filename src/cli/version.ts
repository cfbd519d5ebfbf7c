/** Put in by the bundler from package.json; sources that run unbundled say so. */
declare const ANDANTE_VERSION: string | undefined;

export const version: string = typeof ANDANTE_VERSION === 'string' ? ANDANTE_VERSION : 'unbundled';
