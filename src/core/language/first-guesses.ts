/**
 * Words of other languages that newcomers write, with the word of ours for each. The parser accepts them, so that a
 * first try is corrected word by word and not refused as a whole.
 */
import { baseNames, type BaseName } from './base-names';
import type { declarationWords, memberWords, stepWords } from './keywords';

type Words<T extends string> = ReadonlyMap<string, T>;

/** A table from each of their words to ours. */
function table<T extends string>(by: Partial<Record<T, string>>): Words<T> {
  return new Map(
    Object.entries<string | undefined>(by).flatMap(([ours, theirs]) =>
      (theirs ?? '').split(' ').map((word) => [word, ours as T] as const),
    ),
  );
}

const declarations = table<(typeof declarationWords)[number]>({
  screen: 'page view scene',
  choice: 'enum',
  record: 'struct class interface model',
  flag: 'var let',
  include: 'import',
  tabs: 'tabbar tabBar',
  start: 'initial entrypoint',
});

const members = table<(typeof memberWords)[number]>({
  takes: 'args params props arguments parameters inputs',
  has: 'state data',
  on: 'button tap click action',
  needs: 'requires guard',
  link: 'url route path deeplink',
});

const steps = table<(typeof stepWords)[number]>({
  push: 'goto go navigate open show',
  present: 'modal',
  back: 'pop goBack dismiss',
  sets: 'set',
});

const types: ReadonlyMap<string, BaseName> = new Map(
  Object.entries<BaseName>({
    string: 'text',
    str: 'text',
    varchar: 'text',
    char: 'text',
    number: 'int',
    integer: 'int',
    long: 'int',
    short: 'int',
    float: 'decimal',
    double: 'decimal',
    real: 'decimal',
    boolean: 'bool',
    datetime: 'instant',
    timestamp: 'instant',
    uri: 'url',
    link: 'url',
  }),
);

/** All pairs: their word, our word. */
export const guesses: readonly (readonly [theirs: string, ours: string])[] = [
  ...declarations,
  ...members,
  ...steps,
  ...types,
];

/** Our word for a declaration word of other languages; undefined if people do not try it. */
export const declarationMeant = (word: string): string | undefined => declarations.get(word);
export const memberMeant = (word: string): string | undefined => members.get(word);
export const stepMeant = (word: string): string | undefined => steps.get(word);
/** Base type that a word means, in any letter case; undefined if it means none. */
export function typeMeant(word: string): BaseName | undefined {
  const plain = word.toLowerCase();
  return types.get(plain) ?? baseNames.find((name) => name === plain);
}
