/** Formats of export. They stand apart from what makes them, so that a page can list them without it. */
export const exportFormats = ['prototype', 'document', 'diagram', 'links', 'tours', 'tables'] as const;

/** A format of export. */
export type ExportFormat = (typeof exportFormats)[number];
