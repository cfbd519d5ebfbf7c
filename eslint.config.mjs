import js from '@eslint/js';
import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import { doors } from './eslint.doors.mjs';

// Rules that need types are oxlint's (.oxlintrc.json), which is many times as fast at them.

/** What the folders beside the core must not import; for those in the core see eslint.doors.mjs. */
const walls = {
  ui: {
    patterns: [
      { regex: '(^|/)\\.\\./(store|server|cli|app)(/|$)', message: 'Views talk to the store through route handlers.' },
      { group: ['node:*', 'kysely', 'libsql', 'pino', 'commander'], message: 'Views run in the browser.' },
      { regex: 'core/reach/.', message: 'Reach is entered by src/core/reach/index.ts.' },
    ],
  },
  store: {
    patterns: [
      { regex: '(^|/)\\.\\./(ui|app|cli)(/|$)', message: 'The store knows nothing of those who use it.' },
      { group: ['react', 'react/*', 'next', 'next/*'], message: 'The store is plain Node.' },
    ],
  },
  cli: {
    patterns: [
      { regex: '(^|/)\\.\\./(ui|app|store|server)(/|$)', message: 'The command line needs the core alone.' },
      {
        group: ['react', 'react/*', 'next', 'next/*', 'kysely', 'libsql'],
        message: 'The command line is one small file.',
      },
      { regex: 'core/reach/.', message: 'Reach is entered by src/core/reach/index.ts.' },
    ],
  },
  prototype: {
    patterns: [
      { regex: '(^|/)\\.\\./(ui|app|store|cli|server|wire)(/|$)', message: 'The prototype needs the core alone.' },
      {
        group: ['react', 'react/*', 'react-dom', 'next', 'next/*', 'node:*'],
        message: 'The prototype is one small file.',
      },
      { regex: 'core/reach/.', message: 'Reach is entered by src/core/reach/index.ts.' },
    ],
  },
  wire: {
    patterns: [
      { regex: '(^|/)\\.\\./(ui|app|store|cli|server)(/|$)', message: 'What goes over the wire is plain types.' },
    ],
  },
};

/** No clock, no randomness, no environment in the core. */
const impure = [
  'Date',
  'performance',
  'process',
  'window',
  'document',
  'self',
  'globalThis',
  'fetch',
  'setTimeout',
  'setInterval',
  'queueMicrotask',
  'crypto',
  'console',
  'localStorage',
  'Buffer',
  'require',
];

/** Where a function or a file is taken apart. A switch counts as one branch, however many cases it has. */
const sizes = {
  complexity: ['error', { max: 20, variant: 'modified' }],
  'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
  'max-lines-per-function': ['error', { max: 130, skipBlankLines: true, skipComments: true }],
};

export default tseslint.config(
  { ignores: ['.next/', 'dist/', 'public/', 'node_modules/', 'next-env.d.ts'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      // Expressions that look for control characters are meant to.
      'no-control-regex': 'off',
    },
  },
  { files: ['src/**/*.{ts,tsx}', 'bench/**/*.ts', 'scripts/**/*.mjs'], rules: sizes },
  // Suites are as long as what they are about.
  { files: ['tests/**/*.ts'], rules: { complexity: sizes.complexity } },
  ...Object.entries(walls).map(([folder, restriction]) => ({
    files: [`src/${folder}/**/*.{ts,tsx}`],
    rules: { 'no-restricted-imports': ['error', restriction] },
  })),
  ...doors,
  {
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', ...impure],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'The core has no randomness.' },
      ],
    },
  },
  {
    files: ['src/**/*.tsx'],
    ...a11y.flatConfigs.recommended,
    rules: {
      ...a11y.flatConfigs.recommended.rules,
      // What somebody has just opened in order to type gets the focus.
      'jsx-a11y/no-autofocus': 'off',
      // Lists and menus handle the keys of all that they hold; the elements with the focus are interactive.
      'jsx-a11y/no-noninteractive-element-interactions': ['error', { handlers: ['onClick', 'onMouseDown'] }],
      'jsx-a11y/no-static-element-interactions': ['error', { handlers: ['onClick', 'onMouseDown'] }],
      // A text that scrolls has to take the focus, so that keys can scroll it.
      'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: ['pre', 'main'], roles: ['tabpanel'] }],
    },
  },
  {
    files: ['src/**/*.tsx', 'src/ui/**/*.ts'],
    ...hooks.configs.flat['recommended-latest'],
    rules: {
      ...hooks.configs.flat['recommended-latest'].rules,
      // About the compiler of React, which is not used.
      'react-hooks/incompatible-library': 'off',
    },
  },
  { files: ['**/*.mjs'], languageOptions: { globals: globals.node } },
);
