import { takeRecord } from '../../edit/records';
import { showType } from '../../plan/types';
import { typeOfPath } from '../../plan/scope';
import { required } from '../../plan/types';
import { scopeOf } from '../../supply/site';
import { example } from '../parts/example';
import { enumerate, say } from '../parts/message';
import type { WayIn } from '../../supply/supply';
import type { Context, Fix, Rule } from '../parts/rule';
import { nameWayIn, subjectOf } from '../parts/supply-parts';

/** From this number of fields on, the record itself is shorter to pass and easier to maintain. */
const most = 2;

export const unpackedRecord: Rule = {
  id: 'supply/unpacked-record',
  severity: 'warning',
  groups: ['supply', 'doubtful'],
  reason: 'A transition hands over three or more fields of one record separately.',
  explanation:
    'When the record grows, every caller has to change, and somebody will forget one. Hand over the record, ' +
    'or hand over its id and let the screen load the rest. Choose the id if a link leads to the screen: no ' +
    'URL can carry a record.',
  ...example`
      app "Huts"
      start list
      record Hut { name: text, beds: int, height: int }
      screen list "Huts" {
        has hut: Hut
    -   on "Hut" push hut(name: hut.name, beds: hut.beds, height: hut.height)
    +   on "Hut" push hut(hut)
      }
      screen hut "Hut" {
    -   takes name: text, beds: int, height: int
    +   takes hut: Hut
      }
  `,
  *check(context) {
    const { plan, supply } = context;
    for (const wayIn of supply.waysIn) {
      if (wayIn.call.arguments.length <= most) continue;
      const apart = new Map<string, Set<string>>();
      for (const { value } of wayIn.cells) {
        if (value?.kind !== 'path' || value.names.length < 2) continue;
        const names = value.names.map((name) => name.text);
        const record = names.slice(0, -1).join('.');
        apart.set(record, (apart.get(record) ?? new Set()).add(names.at(-1)!));
      }
      for (const [record, fields] of apart) {
        if (fields.size <= most) continue;
        const type = typeOfPath(
          scopeOf(wayIn.site, plan),
          record.split('.').map((text) => ({ text })),
        );
        yield {
          range: wayIn.call.list!,
          summary: say`${nameWayIn(wayIn)} hands ${enumerate(
            [...fields].map((field) => `${record}.${field}`),
            5,
          )} to ${wayIn.target.label} one by one.`,
          detail: say`Hand over ${record}${type ? say` (${showType(required(type))})` : ''} or its id, so that a new field needs no change in every caller.`,
          subject: subjectOf(wayIn),
          fixes: takesRecord(context, wayIn, record),
        };
      }
    }
  },
};

function takesRecord({ plan, supply }: Context, wayIn: WayIn, record: string): Fix[] {
  const taken = takeRecord(plan, supply, wayIn, record);
  return taken ? [{ label: `Let ${wayIn.target.label} take ${taken.name}: ${taken.type}`, edits: taken.edits }] : [];
}
