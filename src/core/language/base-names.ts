/** The names of the types that every plan has. */
export const baseNames = ['text', 'int', 'decimal', 'bool', 'date', 'time', 'instant', 'url'] as const;
export type BaseName = (typeof baseNames)[number];
