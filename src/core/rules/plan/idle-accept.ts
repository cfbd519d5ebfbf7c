import { Spelling } from '../../language/closest';
import { remembered } from '../../base/remembered';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Finding, Rule } from '../parts/rule';

/**
 * `accept.ts` makes its findings, since they are about the findings of all other rules; the rule itself finds nothing.
 */
export const idleAccept: Rule = {
  id: 'plan/idle-accept',
  severity: 'warning',
  groups: ['plan', 'unread'],
  reason: 'An accept silences nothing.',
  explanation:
    'The finding is gone, or the accept names the wrong screen. If it stays, it silences the next finding of ' +
    'that rule before anybody has seen it. One accept silences one finding: the first in the text.',
  ...example`
      app "Huts"
      start hut
    - screen hut "Hut" {}
    + screen hut {}
      accept name/no-title on hut because "The bar stays empty"
  `,
  *check({ plan, silenced }) {
    const spelling = new Spelling();
    const byRule = new Map<string, Finding[]>();
    for (const finding of silenced.findings) remembered(byRule, finding.rule, () => []).push(finding);
    for (const node of plan.accepts) {
      if (!node.rule || silenced.used.has(node)) continue;
      const { rule, subject } = node;
      const others = byRule.get(rule.text) ?? [];
      const near =
        subject && spelling.closest(subject.text, () => others.flatMap((finding: Finding) => finding.subject ?? []));
      yield {
        range: { from: node.from, to: node.to },
        summary: subject
          ? say`This accept silences nothing: ${rule.text} finds nothing${words(others.length > 0 ? ' more' : '')} on ${subject.text}.`
          : say`This accept silences nothing: ${rule.text} finds nothing that is about no name.`,
        detail:
          near && near !== subject.text
            ? say`Did you mean ${near}?`
            : say`Remove it, so that the next such finding shows up.`,
        subject: null,
        fixes: [
          ...(near && near !== subject.text
            ? [{ label: `Write ${near}`, edits: [{ from: subject.from, to: subject.to, insert: near }] }]
            : []),
          { label: 'Remove the accept', edits: [{ from: node.from, to: node.to, insert: '' }] },
        ],
      };
    }
  },
};
