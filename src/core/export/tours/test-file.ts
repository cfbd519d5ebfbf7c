/** Tours as a test that runs over W3C WebDriver. */
import type { Screen } from '../../plan/model';
import { titleWith } from '../../walk/data';
import { testText } from './test-text';
import type { DetailedTour, TourStep } from './tour-steps';

/** A TypeScript text literal. */
const literal = (text: string): string =>
  `'${JSON.stringify(text).slice(1, -1).replace(/\\"/g, '"').replace(/'/g, "\\'")}'`;

/** A title as a regular expression: its values may be anything. */
function titlePattern(title: string): string {
  const hole = '\u0000';
  const escaped = titleWith(title, () => hole)
    .trim()
    .replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')
    .replace(/\s+/g, '\\s+')
    .replaceAll(hole, '.*');
  return `/^${escaped}$/${escaped.includes('.*') ? 's' : ''}`;
}

const shown = (screen: Screen | null): string =>
  screen ? `[${literal(screen.label)}, ${screen.title ? titlePattern(screen.title.value) : 'null'}]` : 'null';

function stepText({ do: kind, label, conditions, shows }: TourStep): string {
  const given = conditions.map(({ text, holds }) => `${literal(text)}: ${holds}`).join(', ');
  const more = given && `, conditions: { ${given} }`;
  return `    { do: '${kind}', label: ${literal(label)}, shows: ${shown(shows)}${more} },\n`;
}

/** The test of tours: one test a walk. */
export const tourTest = (tours: readonly DetailedTour[]): string =>
  testText +
  tours
    .flatMap(({ variant, walks }) =>
      walks.map(({ starts, steps }, index) => {
        const name = literal(`${variant}, walk ${index + 1}`);
        return `\ntest(${name}, () =>\n  walk(${shown(starts)}, [\n${steps.map(stepText).join('')}  ]));\n`;
      }),
    )
    .join('');
