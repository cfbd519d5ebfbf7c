import type { Severity } from '../../core/rules/parts/rule';
import { PageLink } from './PageLink';
import { ruleAddress } from './rule-address';
import { toneOf } from './tones';

interface Props {
  readonly rule: string;
  readonly severity: Severity;
  readonly className?: string;
}

/** The name of a rule: a link to its page of help, with an example of what it finds. */
export function RuleTag({ rule, severity, className = '' }: Props) {
  return (
    <PageLink
      className={`rule-tag ${toneOf[severity]} hover:underline ${className}`}
      href={ruleAddress(rule)}
      title={`${rule}: what it finds, with an example`}
    >
      {rule}
    </PageLink>
  );
}
