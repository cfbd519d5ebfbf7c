import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import globals from 'globals';
import { expect, test } from 'vitest';

const source = resolve(import.meta.dirname, '../../src');

/** Names of the types that files of a folder declare; `exported` leaves out the others. */
function typesIn(folder: string, exported: boolean): string[] {
  const declaration = exported
    ? /^export (?:abstract )?(?:type|interface|class) (\w+)/gm
    : /^(?:export )?(?:abstract )?(?:type|interface|class) (\w+)/gm;
  return (
    readdirSync(join(source, folder), { recursive: true, encoding: 'utf8' })
      // Texts of generated code declare types of their own.
      .filter((file) => /\.tsx?$/.test(file) && !/generate\/.*-text\.ts$/.test(file))
      .flatMap((file) => [...readFileSync(join(source, folder, file), 'utf8').matchAll(declaration)])
      .map(([, name]) => name!)
  );
}

test('no two exported types of the core have one name', () => {
  const names = typesIn('core', true);
  expect(names.filter((name, index) => names.indexOf(name) !== index)).toEqual([]);
});

test('no type hides one of the platform, except for the words of the trade', () => {
  const ofPlatform = { ...globals.browser, ...globals.builtin, ...globals.node };
  expect(
    typesIn('.', false)
      .filter((name) => name in ofPlatform)
      .sort(),
  ).toEqual(['Origin', 'Screen']);
});
