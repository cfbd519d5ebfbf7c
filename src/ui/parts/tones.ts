import type { Severity } from '../../core/rules/parts/rule';

/** The class of a tag or a mark in a severity's tone. */
export const toneOf: Record<Severity, string> = { error: 'tone-error', warning: 'tone-warning', note: 'tone-note' };

/** A number with its word: `1 tap`, `3 taps`. */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;
