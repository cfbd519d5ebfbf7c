import type { Finding } from '../rules/parts/rule';
import { plain } from '../rules/parts/message';
import type { ExportGap, Job } from './job/job';

/** Errors about text that does not read, undeclared names, and a missing start: no export can show these parts. */
const unread = /^plan\//;
/** Errors about patterns and entries: no URL stands for them. */
const withoutUrl = /^(link|entry)\//;

/**
 * The errors of a plan for which an export leaves something out. Findings of other kinds are no gaps: an export shows
 * the plan as it is.
 */
export function gapsOf({ check }: Job, format: string): ExportGap[] {
  const isGap = ({ rule, severity }: Finding): boolean =>
    severity === 'error' && (unread.test(rule) || (format === 'links' && withoutUrl.test(rule)));
  return check.findings.filter(isGap).map(({ range, summary }) => ({ range, message: plain(summary) }));
}
