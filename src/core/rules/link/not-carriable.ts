import { moveToQuery, takeOut } from '../../edit/patterns';
import { takeField } from '../../edit/records';
import { carriageOf } from '../../links/pattern';
import { carriedBy, itemsCarriedBy } from '../../links/carriage';
import type { VariablePlace } from '../../links/template';
import { mayBeLeftOut, type Parameter, type Screen } from '../../plan/model';
import { required, showType } from '../../plan/types';
import { tellingField } from '../../plan/value';
import { example } from '../parts/example';
import { eachTemplate, inPattern, writePattern } from '../parts/links-parts';
import { say, type Message } from '../parts/message';
import type { Context, Fix, Rule } from '../parts/rule';

export const notCarriable: Rule = {
  id: 'link/not-carriable',
  severity: 'error',
  groups: ['link', 'links'],
  reason: 'A link leads to a screen that requires a value that no URL can carry.',
  explanation:
    'A URL is text. It can carry texts, numbers, dates, choices and ids, and lists of these in its query. A ' +
    'record exists only within the app, so only the app can open a screen that requires one. Let the screen ' +
    'take the record’s id and load the rest, or make the argument optional.',
  ...example`
      app "Huts"
      origin https://huts.example
      start list
      record Hut { id: int, name: text }
      screen list "Huts" {
        has huts: list of Hut
    -   on "Hut" for each in huts push hut(hut: each)
    +   on "Hut" for each in huts push hut(hutId: each.id)
      }
      screen hut "Hut" {
    -   takes hut: Hut
    -   link /hut
    +   takes hutId: int
    +   link /hut/{hutId}
      }
  `,
  *check(context) {
    const { plan } = context;
    for (const { screen, link, template } of eachTemplate(plan)) {
      for (const parameter of screen.parameters) {
        const variable = template.variables.find(({ name }) => name === parameter.name);
        // No URL brings an argument without a variable. That is fine if the argument may be omitted.
        if (variable ? carriageOf(parameter, variable.place) : mayBeLeftOut(parameter) || ridesAtAll(parameter))
          continue;
        const { name } = parameter;
        const inQuery = variable && carriageOf(parameter, 'query') ? moveToQuery(link.pattern, name) : null;
        const left = variable && mayBeLeftOut(parameter) ? takeOut(link.pattern, name) : null;
        const fixes: Fix[] = [];
        if (inQuery !== null) fixes.push({ label: `Write ${inQuery}`, edits: [writePattern(link, inQuery)] });
        if (left !== null) fixes.push({ label: `Remove ${name}`, edits: [writePattern(link, left)] });
        fixes.push(...takesField(context, screen, parameter));
        yield {
          range: variable ? inPattern(link, variable.from, variable.to) : inPattern(link, 0, link.pattern.length),
          summary: variable
            ? say`In ${link.pattern}, ${name} cannot stand ${where(variable.place)}.`
            : say`The link ${link.pattern} can never bring ${name}, which ${screen.label} requires.`,
          detail: why(parameter, variable?.place ?? 'query'),
          subject: screen.label,
          fixes,
        };
      }
    }
  },
};

/** Offers that a screen takes the telling field of a record, mostly its id, and loads the rest. */
function takesField({ plan, supply }: Context, screen: Screen, parameter: Parameter): Fix[] {
  const type = required(parameter.type);
  const name = type.kind === 'record' && !mayBeLeftOut(parameter) ? tellingField(type) : null;
  const fieldType = type.kind === 'record' && name !== null ? type.fields.get(name) : undefined;
  if (name === null || !fieldType || !carriedBy(fieldType)) return [];
  const taken = takeField(plan, supply, screen, parameter, { name, type: fieldType });
  return taken
    ? [{ label: `Let ${screen.label} take ${taken.name} and load ${parameter.name}`, edits: taken.edits }]
    : [];
}

const ridesAtAll = ({ type }: Parameter): boolean => carriedBy(type) !== null || itemsCarriedBy(type) !== null;

function where(place: VariablePlace): Message {
  switch (place) {
    case 'path':
      return say`in a segment of the path`;
    case 'rest':
      return say`as the rest of the path`;
    case 'query':
      return say`in a URL`;
  }
}

function why(parameter: Parameter, place: VariablePlace): Message {
  const type = required(parameter.type);
  if (type.kind === 'record') {
    const field = tellingField(type);
    const id = field === null ? undefined : type.fields.get(field);
    return id
      ? say`It has type ${showType(type)}, a record, which only code can hand over. Take its ${field!} (${showType(id)}) instead, and load the rest.`
      : say`It has type ${showType(type)}, a record, which only code can hand over.`;
  }
  if (type.kind === 'list' && !itemsCarriedBy(type))
    return say`It has type ${showType(type)}, whose items no URL can carry.`;
  if (place === 'rest')
    return say`It has type ${showType(type)}. The rest of a path is text, or a list with a value for each segment.`;
  return say`It has type ${showType(type)}, and a segment has one value. A query can carry a list.`;
}
