import type { Name } from '../../language/syntax';
import type { Plan } from '../../plan/model';
import { example } from '../parts/example';
import { say, words } from '../parts/message';
import type { Rule } from '../parts/rule';

/** Placeholder names that editors and copies leave behind. */
const leftOver =
  /^(screen|page|view|new|untitled|test|tmp|temp|foo|bar|baz|copy|unnamed)_?\d*$|^(new|my)(Screen|Page|View)\d*$|.(_copy|Copy)\d*$/;

export const style: Rule = {
  id: 'name/style',
  severity: 'note',
  groups: ['name'],
  reason: 'A name has another style than the other names of its kind, or is a placeholder.',
  explanation:
    'People and generated code type each name in many places, and mistype one that breaks the pattern. The ' +
    'pattern is what most names of a kind share: a small or capital first letter, and capitals or underscores ' +
    'between words. Names such as screen1 are placeholders.',
  ...example`
      app "Huts"
      start hutList
      screen hutList "Huts" {
        on "Map" push hutMap
      }
      screen hutMap "Map" {
    -   on "Legend" push Map_legend
    +   on "Legend" push mapLegend
      }
    - screen Map_legend "Legend" {}
    + screen mapLegend "Legend" {}
  `,
  *check({ plan }) {
    for (const { kind, names, subjects } of namesByKind(plan)) {
      const capital = usual(names, startsWithCapital);
      const underscores = usual(names, joint);
      for (let at = 0; at < names.length; at++) {
        const { text, from, to } = names[at]!;
        const subject = subjects[at]!;
        const other =
          capital !== null && startsWithCapital(text) !== capital
            ? say`begins with a ${words(capital ? 'small' : 'capital')} letter`
            : underscores !== null && joint(text) === !underscores
              ? say`joins words with ${words(underscores ? 'capitals' : 'underscores')}`
              : null;
        if (other) {
          yield {
            range: { from, to },
            summary: say`The ${words(kind)} ${text} ${other}, unlike most of its kind.`,
            detail: say`A name that breaks the pattern is mistyped, by people and in generated code.`,
            subject,
          };
        } else if (kind === 'screen' && leftOver.test(text)) {
          yield {
            range: { from, to },
            summary: say`The screen is still called ${text}.`,
            detail: say`Name what it shows: every transition, walk and test uses this name.`,
            subject,
          };
        }
      }
    }
  },
};

// Run over every name of the plan at each keystroke: by character codes, regular expressions took several times as
// long.

const underscore = 95;
const isCapital = (code: number): boolean => code >= 65 && code <= 90;
const isSmall = (code: number): boolean => code >= 97 && code <= 122;

/** The first character that is no underscore. */
function firstLetter(name: string): number {
  let at = 0;
  while (name.charCodeAt(at) === underscore) at++;
  return at;
}

const startsWithCapital = (name: string): boolean => isCapital(name.charCodeAt(firstLetter(name)));

/** Whether underscores or capitals join the words of a name; null for a single word. */
function joint(name: string): boolean | null {
  let end = name.length;
  while (end > 0 && name.charCodeAt(end - 1) === underscore) end--;
  let capitals = false;
  for (let at = firstLetter(name) + 1; at < end; at++) {
    const code = name.charCodeAt(at);
    if (code === underscore) return true;
    if (isCapital(code) && isSmall(name.charCodeAt(at - 1))) capitals = true;
  }
  return capitals ? false : null;
}

/**
 * The style of at least two thirds of the names that can have one; null without such a majority, since then no name
 * deviates.
 */
function usual(names: readonly Name[], has: (name: string) => boolean | null): boolean | null {
  let yes = 0;
  let no = 0;
  for (const { text } of names) {
    const mark = has(text);
    if (mark === true) yes++;
    if (mark === false) no++;
  }
  if (yes > 0 && yes >= 2 * no) return true;
  return no > 0 && no >= 2 * yes ? false : null;
}

/** Names of one kind, each with the subject of its finding. */
interface Names {
  readonly kind: string;
  readonly names: Name[];
  readonly subjects: string[];
}

function namesByKind(plan: Plan): Names[] {
  const of = (kind: string): Names => ({ kind, names: [], subjects: [] });
  const add = ({ names, subjects }: Names, name: Name | null, subject: string): void => {
    if (!name) return;
    names.push(name);
    subjects.push(subject);
  };
  const [screens, values, types, flags, modules] = [of('screen'), of('argument'), of('type'), of('flag'), of('module')];
  for (const screen of plan.screens) {
    add(screens, screen.nameNode, screen.label);
    for (const { node, module } of screen.parameters) if (!module) add(values, node.name, screen.label);
  }
  for (const [type, { node }] of plan.types) add(types, node.name, type);
  for (const flag of plan.flags) add(flags, flag.node.name, flag.name);
  for (const module of plan.modules) {
    add(modules, module.node.name, module.name);
    for (const { node } of module.parameters) add(values, node.name, module.name);
  }
  return [screens, values, types, flags, modules];
}
