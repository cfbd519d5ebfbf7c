import { closest } from '../../language/closest';
import { giveDefault, makeOptional } from '../../edit/arguments';
import { addToPath, moveToPath } from '../../edit/patterns';
import { carriageOf } from '../../links/pattern';
import type { Template, Variable } from '../../links/template';
import { exampleOf } from '../../plan/example';
import { mayBeLeftOut, type Link, type Parameter, type Screen } from '../../plan/model';
import { showType } from '../../plan/types';
import { example } from '../parts/example';
import { eachTemplate, inPattern, writePattern, hasColonVariable } from '../parts/links-parts';
import { say } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';

export const missingArgument: Rule = {
  id: 'link/missing-argument',
  severity: 'error',
  groups: ['link', 'links'],
  reason: 'A URL opens the screen without an argument that it requires.',
  explanation:
    'The screen opens with nothing to show, in the hands of whoever tapped the link. Put required arguments ' +
    'into the path: every part of a query can be missing. Or give the argument a default, or make it ' +
    'optional.',
  ...example`
      app "Huts"
      origin https://huts.example
      start hut
      screen hut "Hut" {
        takes hutId: int = 1
        on "Map" push map(hutId)
      }
      screen map "Map" {
        takes hutId: int
    -   link /map{?hutId}
    +   link /map/{hutId}
      }
  `,
  *check({ plan }) {
    for (const { screen, link, template } of eachTemplate(plan)) {
      for (const parameter of screen.parameters) {
        const missing = missingOf(parameter, link, template);
        if (!missing) continue;
        const { variable, inPath } = missing;
        const { name, type } = parameter;
        yield {
          range: variable ? inPattern(link, variable.from, variable.to) : inPattern(link, 0, link.pattern.length),
          summary: variable
            ? say`A URL of ${link.pattern} may leave out ${name}, which ${screen.label} requires.`
            : say`The link ${link.pattern} opens ${screen.label} without ${name}.`,
          detail: say`${screen.label} takes ${`${name}: ${showType(type)}`} and has no default. ${inPath === null ? say`Give it one, or make it optional` : say`In the path, every URL has it: ${inPath}`}.`,
          subject: screen.label,
          fixes: [...fixesOfPattern(parameter, link, template, missing), ...fixesOfParameter(parameter, screen)],
        };
      }
    }
  },
};

interface Missing {
  /** The variable of the query that may bring the argument, or undefined. */
  readonly variable: Variable | undefined;
  /** The pattern with the argument in its path; null if it cannot stand there. */
  readonly inPath: string | null;
}

/** A required argument that a URL of a link may omit; null if it never does. */
function missingOf(parameter: Parameter, { pattern }: Link, { variables }: Template): Missing | null {
  const { name } = parameter;
  const variable = variables.find((each) => each.name === name);
  const place = variable?.place ?? 'query';
  if (mayBeLeftOut(parameter) || (variable && place !== 'query') || hasColonVariable(pattern, name)) return null;
  const carriage = carriageOf(parameter, place);
  // A list that a query omits is empty. A type that no URL can carry is a finding of its own.
  if (!carriage || (variable && carriage.isList)) return null;
  if (carriage.isList) return { variable, inPath: null };
  return { variable, inPath: variable ? moveToPath(pattern, name) : addToPath(pattern, name) };
}

function fixesOfPattern(
  { name }: Parameter,
  link: Link,
  { variables }: Template,
  { variable, inPath }: Missing,
): Fix[] {
  const fixes: Fix[] = [];
  // A variable that nothing takes, and that is called nearly so, was meant to bring it.
  const misspelt = variables.find(
    (each) => !link.screen.parameters.some((other) => other.name === each.name) && closest(each.name, [name]) !== null,
  );
  if (misspelt && !variable)
    fixes.push({
      label: `Write ${name}`,
      edits: [{ ...inPattern(link, misspelt.from, misspelt.to), insert: name }],
    });
  if (inPath !== null) fixes.push({ label: `Write ${inPath}`, edits: [writePattern(link, inPath)] });
  return fixes;
}

function fixesOfParameter(parameter: Parameter, { label }: Screen): Fix[] {
  const { name, type } = parameter;
  const example = exampleOf(type);
  const optional = makeOptional(parameter);
  const fixes: Fix[] = [];
  // A default for an id would be one in particular.
  if (example !== null && type.kind !== 'id')
    fixes.push({ label: `Give ${name} the default ${example}`, edits: [giveDefault(parameter, example)] });
  if (optional) fixes.push({ label: `Make ${name} optional on ${label}`, edits: [optional] });
  return fixes;
}
