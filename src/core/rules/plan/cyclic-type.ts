import { say } from '../parts/message';
import type { Rule } from '../parts/rule';

export const cyclicType: Rule = {
  id: 'plan/cyclic-type',
  severity: 'error',
  groups: ['plan', 'unread'],
  reason: 'A record contains itself, so that no value of it can ever be made.',
  explanation:
    'To make such a value one would need another one first, and so on for ever. Let one of the fields be optional, or a ' +
    'list, or carry an id instead of the whole record.',
  wrong: 'app "Huts"\nstart hut\nrecord Hut { name: text, annex: Hut }\nscreen hut "Hut" {}\n',
  right: 'app "Huts"\nstart hut\nrecord Hut { name: text, annex: Hut? }\nscreen hut "Hut" {}\n',
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
        detail: say`No value of it can ever be made. Let one of the fields be optional, a list, or an id.`,
        subject: null,
        fixes:
          end === undefined
            ? []
            : [{ label: `Let ${field!.name.text} be absent`, edits: [{ from: end, to: end, insert: '?' }] }],
      };
    }
  },
};
