import { example } from '../parts/example';
import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const cyclicType: Rule = {
  id: 'plan/cyclic-type',
  severity: 'error',
  groups: ['plan', 'unread'],
  reason: 'A record contains itself.',
  explanation:
    'Nobody can make a value of such a record: it would need another one first. Make one of the fields ' +
    'optional, turn it into a list, or store an id instead of the record.',
  ...example`
      app "Huts"
      start hut
    - record Hut { name: text, annex: Hut }
    + record Hut { name: text, annex: Hut? }
      screen hut "Hut" {}
  `,
  *check({ plan }) {
    for (const problem of plan.problems) {
      if (problem.kind !== 'cyclic-type') continue;
      const { from, to, text } = problem.name;
      const node = plan.types.get(text)?.node;
      const field =
        node?.kind === 'record'
          ? node.fields.find((one) => one.type?.kind === 'named' && one.type.name.text === problem.ring[1])
          : undefined;
      const end = field?.type?.to;
      yield {
        range: { from, to },
        summary: say`The record ${text} contains itself: ${problem.ring.join(' > ')}.`,
        detail: say`Nobody can make a value of it. Make one of the fields optional, a list, or an id.`,
        subject: null,
        fixes:
          end === undefined
            ? []
            : [{ label: `Make ${field!.name.text} optional`, edits: [{ from: end, to: end, insert: '?' }] }],
      };
    }
  },
};
