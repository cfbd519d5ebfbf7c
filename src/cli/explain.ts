import { closest } from '../core/language/closest';
import { catalogue, ruleById } from '../core/rules/catalogue';
import { colours } from './colours';
import { complain } from './complain';

/** Prints the explanation of a rule, or without a rule the list of all. */
export function explain(id: string | undefined): number {
  if (id === undefined) {
    const width = Math.max(...catalogue.map((rule) => rule.id.length));
    for (const rule of catalogue)
      process.stdout.write(`${rule.id.padEnd(width)}  ${rule.severity.padEnd(7)}  ${rule.reason}\n`);
    return 0;
  }
  const rule = ruleById(id);
  if (!rule) {
    const near = closest(
      id,
      catalogue.map((each) => each.id),
    );
    complain(`There is no rule ${id}. ${near ? `Did you mean ${near}?` : 'andante explain lists them all.'}`);
    return 2;
  }
  const example = (plan: string): string =>
    plan
      .trimEnd()
      .split('\n')
      .map((line) => `    ${line}`)
      .join('\n');
  process.stdout.write(
    [
      `${colours.bold(rule.id)}, ${rule.severity}`,
      '',
      rule.reason,
      '',
      rule.explanation,
      '',
      'Broken:',
      '',
      example(rule.wrong),
      '',
      'Put right:',
      '',
      example(rule.right),
      '',
    ].join('\n'),
  );
  return 0;
}
