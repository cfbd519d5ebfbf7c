/** Languages of generated code. They stand apart from the generators, so that a page can list them without these. */
export const codeLanguages = ['typescript', 'kotlin', 'swift', 'dart'] as const;

/** A language of generated code. */
export type CodeLanguage = (typeof codeLanguages)[number];
