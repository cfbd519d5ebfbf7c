import type { Severity } from '../../core/rules/parts/rule';

/** The class of a tag or a mark in a severity's tone. */
export const toneOf: Record<Severity, string> = { error: 'tone-error', warning: 'tone-warning', note: 'tone-note' };
