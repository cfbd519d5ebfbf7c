import { escapeControls } from '../core/language/controls';

/** A value as JSON that no terminal takes for commands. */
export const jsonText = (value: unknown): string => `${escapeControls(JSON.stringify(value, null, 2))}\n`;
