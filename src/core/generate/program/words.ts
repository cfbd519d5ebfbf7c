/** Names of the plan as names of a programming language. */

/**
 * The words of a name or a label: `hutId`, `hut_id` and `Hut id` have the words `hut`, `id`. Diacritics are dropped.
 * Empty for a label without a Latin letter or a digit.
 */
export function wordsOf(text: string): string[] {
  const plain = text.normalize('NFKD').replace(/\p{M}/gu, '');
  return plain.match(/[A-Z]+(?![a-z])|[A-Z]?[a-z]+|\d+/g) ?? [];
}

const lower = (word: string): string => word.toLowerCase();
const capital = (word: string): string => word[0]!.toUpperCase() + word.slice(1).toLowerCase();

/** Puts a letter before a name that would begin with a digit; `otherwise` stands for no words at all. */
const begin = (name: string, letter: string, otherwise: string): string =>
  name === '' ? otherwise : /^\d/.test(name) ? letter + name : name;

/** `hutId` */
export const camelCase = (text: string, otherwise = 'unnamed'): string =>
  begin(
    wordsOf(text)
      .map((word, index) => (index === 0 ? lower(word) : capital(word)))
      .join(''),
    'n',
    otherwise,
  );

/** `HutId` */
export const pascalCase = (text: string, otherwise = 'Unnamed'): string =>
  begin(wordsOf(text).map(capital).join(''), 'N', otherwise);

/** `HUT_ID` */
export const upperCase = (text: string, otherwise = 'UNNAMED'): string =>
  begin(
    wordsOf(text)
      .map((word) => word.toUpperCase())
      .join('_'),
    'N',
    otherwise,
  );

/** A name that is one of a type already stays as it is: `HutID`. */
export const typeName = (text: string): string => (/^[A-Z][A-Za-z0-9]*$/.test(text) ? text : pascalCase(text));

/** A name that is one of a member already stays as it is: `hutID`. */
export const memberName = (text: string): string => (/^[a-z][A-Za-z0-9]*$/.test(text) ? text : camelCase(text));

const nothing: ReadonlySet<string> = new Set();

/**
 * Gives each of several things a name of its own. A thing whose text is the name already keeps it; the others follow in
 * the order of their texts, and a name that is taken gets the next free number behind it. So the result does not depend
 * on the order in which a plan declares them.
 *
 * @param textOf the text of the plan, different for each thing
 * @param nameOf its name by the customs of the language
 * @param taken names that nothing may have: keywords, and what the generated code uses itself
 * @param more further such names
 */
export function nameAll<T>(
  things: readonly T[],
  textOf: (thing: T) => string,
  nameOf: (text: string) => string,
  taken: ReadonlySet<string> = nothing,
  more: readonly string[] = [],
): Map<T, string> {
  if (things.length === 0) return new Map();
  const reserved: ReadonlySet<string> = new Set(more);
  const used = new Set(more);
  const names = new Map<T, string>();
  const isItself = (thing: T): boolean => nameOf(textOf(thing)) === textOf(thing);
  const ordered =
    things.length === 1
      ? things
      : things
          .map((thing) => ({ thing, text: textOf(thing), isItself: isItself(thing) }))
          .sort((a, b) => Number(b.isItself) - Number(a.isItself) || compareTexts(a.text, b.text))
          .map(({ thing }) => thing);
  for (const thing of ordered) {
    const wanted = nameOf(textOf(thing));
    let name = wanted;
    const isReserved = taken.has(wanted) || reserved.has(wanted);
    for (let number = isReserved ? 1 : 2; taken.has(name) || used.has(name); number++)
      name = number === 1 ? `${wanted}_` : `${wanted}_${number}`;
    used.add(name);
    names.set(thing, name);
  }
  return names;
}

/** Maps names in the plan to names in the code. */
export const byName = <T extends { readonly name: string }>(names: ReadonlyMap<T, string>): Map<string, string> =>
  new Map([...names].map(([each, name]) => [each.name, name]));

/** Order by UTF-16 code units, the same on each machine. */
export const compareTexts = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
