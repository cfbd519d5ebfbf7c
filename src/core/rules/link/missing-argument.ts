import { closest } from '../../language/closest';
import { giveDefault, makeOptional } from '../../edit/arguments';
import { addToPath, moveToPath } from '../../edit/patterns';
import { carriageOf } from '../../links/pattern';
import { exampleOf } from '../../plan/example';
import { mayBeLeftOut } from '../../plan/model';
import { showType } from '../../plan/types';
import { eachTemplate, inPattern, writePattern, hasColonVariable } from '../parts/links-parts';
import { say } from '../parts/message';
import type { Fix, Rule } from '../parts/rule';

export const missingArgument: Rule = {
  id: 'link/missing-argument',
  severity: 'error',
  groups: ['link', 'links'],
  reason: 'A URL that opens the screen need not bring an argument that it requires.',
  explanation:
    'The screen opens without what it shows, and fails in the hands of whoever tapped the link. What the screen requires belongs ' +
    'into the path, where no URL can leave it out; of a query every part can be missing. Otherwise give the argument a default, ' +
    'or let it be absent, and the screen show something sensible then.',
  wrong:
    'app "Huts"\norigin https://huts.example\nstart hut\nscreen hut "Hut" {\n  takes hutId: int = 1\n  on "Map" push map(hutId)\n}\nscreen map "Map" {\n  takes hutId: int\n  link /map{?hutId}\n}\n',
  right:
    'app "Huts"\norigin https://huts.example\nstart hut\nscreen hut "Hut" {\n  takes hutId: int = 1\n  on "Map" push map(hutId)\n}\nscreen map "Map" {\n  takes hutId: int\n  link /map/{hutId}\n}\n',
  *check({ plan }) {
    for (const { screen, link, template } of eachTemplate(plan)) {
      for (const parameter of screen.parameters) {
        const variable = template.variables.find(({ name }) => name === parameter.name);
        const place = variable?.place ?? 'query';
        // A list that a query leaves out is an empty one; what cannot ride at all is a finding of its own.
        if (
          mayBeLeftOut(parameter) ||
          (variable && place !== 'query') ||
          hasColonVariable(link.pattern, parameter.name)
        )
          continue;
        const carriage = carriageOf(parameter, place);
        if (!carriage || (variable && carriage.isList)) continue;
        const { name } = parameter;
        const inPath = carriage.isList
          ? null
          : variable
            ? moveToPath(link.pattern, name)
            : addToPath(link.pattern, name);
        const example = exampleOf(parameter.type);
        const optional = makeOptional(parameter);
        const fixes: Fix[] = [];
        // A variable that nothing takes, and that is called nearly so, was meant to bring it.
        const misspelt = variable
          ? undefined
          : template.variables.find(
              (each) =>
                !screen.parameters.some((other) => other.name === each.name) && closest(each.name, [name]) !== null,
            );
        if (misspelt)
          fixes.push({
            label: `Write ${name}`,
            edits: [{ ...inPattern(link, misspelt.from, misspelt.to), insert: name }],
          });
        if (inPath !== null) fixes.push({ label: `Write ${inPath}`, edits: [writePattern(link, inPath)] });
        // A default for an id would be one in particular.
        if (example !== null && parameter.type.kind !== 'id')
          fixes.push({
            label: `Let ${name} be ${example} where nobody says`,
            edits: [giveDefault(parameter, example)],
          });
        if (optional) fixes.push({ label: `Let ${name} be absent on ${screen.label}`, edits: [optional] });
        yield {
          range: variable ? inPattern(link, variable.from, variable.to) : inPattern(link, 0, link.pattern.length),
          summary: variable
            ? say`A URL of ${link.pattern} may leave out ${name}, which ${screen.label} requires.`
            : say`The link ${link.pattern} opens ${screen.label} without ${name}.`,
          detail: say`${screen.label} takes ${`${name}: ${showType(parameter.type)}`} and has no default. ${inPath === null ? say`Give it one, or let it be absent` : say`In the path, no URL can leave it out: ${inPath}`}.`,
          subject: screen.label,
          fixes,
        };
      }
    }
  },
};
