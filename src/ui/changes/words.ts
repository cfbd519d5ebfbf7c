/** Words of this view. */
import type { EffectCard } from '../../core/compare/report/cards';
import type { Audience } from '../../core/compare/changes/change';
import type { Weight } from '../../core/compare/effects/effect';
import type { RevisionReason, RevisionSummary } from '../../wire/revisions';

/** The name of the text as it is typed, among versions. */
export const now = 'now';

const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

export const timeOf = ({ madeAt }: Pick<RevisionSummary, 'madeAt'>): string => when.format(madeAt);

const reasons: Readonly<Record<RevisionReason, string>> = {
  marked: 'marked',
  begun: 'the first text',
  edits: 'after a stretch of edits',
  restored: 'before a revision replaced it',
  conflict: 'replaced by the text of another window',
  shortened: 'before a change that removed more than half',
};

/** Its name, or why it was kept. */
export const titleOf = ({ name, reason }: Pick<RevisionSummary, 'name' | 'reason'>): string => name ?? reasons[reason];

const people: Readonly<Record<Audience, string>> = {
  links: 'people with links',
  'saved state': 'people with a saved state',
  'other modules': 'other modules',
  'generated code': 'code against generated types',
};

/** Those whom a change concerns, or an effect hurts, as words. */
export const audienceWords = (audiences: readonly Audience[]): string => audiences.map((one) => people[one]).join(', ');

export const weightWords: Readonly<Record<Weight, string>> = {
  breaking: 'Breaks',
  worse: 'Worse',
  better: 'Better',
  neutral: 'Different',
};

export const weightTones: Readonly<Record<Weight, string>> = {
  breaking: 'tone-error',
  worse: 'tone-warning',
  better: 'tone-primary',
  neutral: 'tone-note',
};

export const kindWords: Readonly<Record<EffectCard['kind'], string>> = {
  url: 'links',
  state: 'saved state',
  caller: 'callers',
  code: 'code',
  walk: 'walks',
  rule: 'rules',
  reach: 'screens',
  finding: 'findings',
  back: 'Back',
};
