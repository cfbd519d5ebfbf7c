/** Which folder may import which: the table that docs/architecture.md shows, as lint rules. */
import { readdirSync } from 'node:fs';

/** Folders of `src/core`, from the bottom up, each with the folders that it may import. `check` is `src/core/check.ts`. */
export const coreDoors = {
  base: [],
  language: ['base'],
  plan: ['base', 'language'],
  model: ['language', 'plan'],
  supply: ['language', 'plan'],
  links: ['base', 'language', 'plan'],
  walk: ['base', 'language', 'plan', 'links'],
  edit: ['base', 'language', 'plan', 'supply', 'links'],
  reach: ['base', 'plan', 'walk'],
  rules: ['base', 'language', 'plan', 'supply', 'links', 'walk', 'edit', 'reach'],
  audit: ['plan', 'links', 'walk', 'rules'],
  generate: ['base', 'language', 'plan', 'supply', 'links', 'walk'],
  check: ['base', 'language', 'plan', 'supply', 'reach', 'rules'],
  report: ['language', 'plan', 'supply', 'links', 'walk', 'edit', 'reach', 'rules', 'check'],
  chart: ['report'],
  export: ['base', 'language', 'plan', 'supply', 'links', 'walk', 'reach', 'rules', 'check', 'report', 'chart'],
  compare: [
    ...[
      'base',
      'language',
      'plan',
      'model',
      'supply',
      'links',
      'walk',
      'reach',
      'rules',
      'generate',
      'check',
      'report',
    ],
  ],
  ask: ['base', 'language', 'plan', 'supply', 'edit', 'walk', 'reach', 'rules', 'check', 'report'],
  propose: ['language', 'plan', 'edit', 'rules', 'check', 'report'],
  assist: ['language', 'plan', 'supply', 'rules', 'check', 'report'],
};

/** Rooms of `src/core/reach`, from the bottom up, each with the rooms whose `index.ts` it may import. */
const reachDoors = {
  system: [],
  'post-star': ['system'],
  queries: ['system', 'post-star'],
  explicit: [],
  verdicts: ['system', 'post-star', 'queries', 'explicit'],
  properties: ['system', 'post-star', 'queries', 'explicit', 'verdicts'],
};

const pure = {
  group: [
    ...['node:*', 'react', 'react-dom', 'react/*', 'next', 'next/*', '@codemirror/*', 'kysely', 'libsql', 'pino'],
    'commander',
  ],
  message: 'The core is pure: it runs in a worker, on the server and in the command line alike.',
};

/** Forbids imports whose path begins with `prefix` and goes on with a name in `folder` that is not among `allowed`. */
function only(prefix, folder, allowed, message) {
  const names = readdirSync(new URL(`${folder}/`, import.meta.url)).map((name) => name.replace(/\.ts$/, ''));
  const others = names.filter((name) => !allowed.includes(name)).map((name) => name.replaceAll('.', '\\.'));
  return { regex: `^${prefix.replaceAll('.', '\\.')}(?:${others.join('|')})(?:/|$)`, message };
}

/** A room of reach is entered by its `index.ts`. */
const entered = (prefix) => ({
  regex: `^${prefix.replaceAll('.', '\\.')}reach/.`,
  message: 'Reach is entered by src/core/reach/index.ts.',
});

const restrict = (files, ...patterns) => ({ files, rules: { 'no-restricted-imports': ['error', { patterns }] } });

const outside = {
  regex: '^(?:\\.\\./)+(?:ui|app|store|cli|server|wire)(?:/|$)',
  message: 'The core imports nothing from the rest of the project.',
};

const core = Object.entries(coreDoors).flatMap(([folder, may]) => {
  const message = `core/${folder} may import ${may.length > 0 ? may.join(', ') : 'nothing else'} (lint.doors.mjs).`;
  if (folder === 'check')
    return [restrict(['src/core/*.ts'], pure, outside, only('./', 'src/core', may, message), entered('./'))];
  return [
    restrict([`src/core/${folder}/*.ts`], pure, outside, only('../', 'src/core', may, message), entered('../')),
    restrict([`src/core/${folder}/*/*.ts`], pure, outside, only('../../', 'src/core', may, message), entered('../../')),
  ];
});

/** The exact analysis and the walker share no code: the one judges the other in the tests. */
const independent = {
  regex: '^\\.\\./\\.\\./walk/',
  allowTypeImports: true,
  message: 'The exact analysis imports only types of walk.',
};

const reach = Object.entries(reachDoors).map(([room, may]) => {
  const message = `reach/${room} may import ${may.length > 0 ? may.join(', ') : 'no other room'} (lint.doors.mjs).`;
  const inner = { regex: '^\\.\\./[^./]+/.', message: 'A room of reach is entered by its index.ts.' };
  const beyond = `core/reach may import ${coreDoors.reach.join(', ')} (lint.doors.mjs).`;
  return restrict(
    [`src/core/reach/${room}/*.ts`],
    ...[pure, outside, only('../', 'src/core/reach', may, message), inner],
    only('../../', 'src/core', coreDoors.reach, beyond),
    ...(['system', 'post-star', 'queries'].includes(room) ? [independent] : []),
  );
});

/** A group of rules knows the parts that all share; the catalogue knows the groups. */
const rules = restrict(
  ['src/core/rules/*/*.ts'],
  ...[
    pure,
    outside,
    only('../', 'src/core/rules', ['parts'], 'A group of rules may import rules/parts alone.'),
    entered('../../'),
  ],
  only('../../', 'src/core', coreDoors.rules, `core/rules may import ${coreDoors.rules.join(', ')} (lint.doors.mjs).`),
);

export const doors = [...core, ...reach, rules];
