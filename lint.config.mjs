import { doors } from './lint.doors.mjs';

const reachByItsIndex = { regex: 'core/reach/.', message: 'Reach is entered by src/core/reach/index.ts.' };

/** What the folders beside the core must not import; for those in the core see lint.doors.mjs. */
const walls = {
  ui: {
    patterns: [
      { regex: '(^|/)\\.\\./(store|server|cli|app)(/|$)', message: 'Views talk to the store through route handlers.' },
      { group: ['node:*', 'kysely', 'libsql', 'pino', 'commander'], message: 'Views run in the browser.' },
      { group: ['next/link'], message: 'A link to a page is a PageLink (src/ui/parts).' },
      reachByItsIndex,
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
      reachByItsIndex,
    ],
  },
  prototype: {
    patterns: [
      { regex: '(^|/)\\.\\./(ui|app|store|cli|server|wire)(/|$)', message: 'The prototype needs the core alone.' },
      {
        group: ['react', 'react/*', 'react-dom', 'next', 'next/*', 'node:*'],
        message: 'The prototype is one small file.',
      },
      reachByItsIndex,
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

/** Turns rules on, without options. */
const on = (plugin, ...names) =>
  Object.fromEntries(names.map((name) => [plugin ? `${plugin}/${name}` : name, 'error']));

const language = {
  ...on(
    '',
    ...['for-direction', 'no-async-promise-executor', 'no-case-declarations', 'no-compare-neg-zero', 'no-cond-assign'],
    ...['no-constant-binary-expression', 'no-debugger', 'no-delete-var', 'no-dupe-else-if', 'no-duplicate-case'],
    ...['no-empty', 'no-empty-character-class', 'no-empty-pattern', 'no-empty-static-block', 'no-ex-assign'],
    ...['no-extra-boolean-cast', 'no-fallthrough', 'no-global-assign', 'no-invalid-regexp', 'no-irregular-whitespace'],
    ...['no-loss-of-precision', 'no-misleading-character-class', 'no-nonoctal-decimal-escape', 'no-prototype-builtins'],
    ...[
      'no-regex-spaces',
      'no-self-assign',
      'no-shadow-restricted-names',
      'no-sparse-arrays',
      'no-unexpected-multiline',
    ],
    ...['no-unsafe-finally', 'no-unsafe-optional-chaining', 'no-unused-labels', 'no-unused-private-class-members'],
    ...['no-useless-backreference', 'no-useless-catch', 'no-useless-escape', 'no-var', 'prefer-const'],
    ...['prefer-rest-params', 'prefer-spread', 'require-yield', 'use-isnan', 'valid-typeof'],
  ),
  'no-constant-condition': ['error', { checkLoops: 'allExceptWhileTrue' }],
  'no-unused-expressions': 'error',
  'no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
};

const types = on(
  'typescript',
  ...['ban-ts-comment', 'consistent-type-imports', 'no-duplicate-enum-values', 'no-empty-object-type'],
  ...['no-explicit-any', 'no-extra-non-null-assertion', 'no-misused-new', 'no-namespace', 'no-require-imports'],
  ...['no-non-null-asserted-optional-chain', 'no-this-alias', 'no-unnecessary-type-constraint'],
  ...['no-unsafe-declaration-merging', 'no-unsafe-function-type', 'no-wrapper-object-types', 'prefer-as-const'],
  ...['prefer-namespace-keyword', 'triple-slash-reference'],
);

/** Rules that ask the compiler for types. */
const byTypes = {
  ...on(
    'typescript',
    ...['await-thenable', 'no-array-delete', 'no-base-to-string', 'no-duplicate-type-constituents'],
    ...['no-floating-promises', 'no-for-in-array', 'no-implied-eval', 'no-misused-promises'],
    ...['no-redundant-type-constituents', 'no-unnecessary-type-assertion', 'no-unsafe-argument'],
    ...['no-unsafe-assignment', 'no-unsafe-call', 'no-unsafe-enum-comparison', 'no-unsafe-member-access'],
    ...['no-unsafe-return', 'no-unsafe-unary-minus', 'restrict-plus-operands', 'restrict-template-expressions'],
    'unbound-method',
  ),
  // What was caught is passed on as it is.
  'typescript/only-throw-error': ['error', { allowThrowingUnknown: true }],
  'typescript/prefer-promise-reject-errors': ['error', { allowThrowingUnknown: true }],
};

const accessibility = {
  ...on(
    'jsx-a11y',
    ...['alt-text', 'anchor-has-content', 'anchor-is-valid', 'aria-activedescendant-has-tabindex', 'aria-props'],
    ...['aria-proptypes', 'aria-role', 'aria-unsupported-elements', 'autocomplete-valid', 'heading-has-content'],
    ...['click-events-have-key-events', 'html-has-lang', 'iframe-has-title', 'img-redundant-alt'],
    ...['label-has-associated-control', 'media-has-caption', 'mouse-events-have-key-events', 'no-access-key'],
    ...['no-distracting-elements', 'no-redundant-roles', 'role-has-required-aria-props'],
    ...['role-supports-aria-props', 'scope', 'tabindex-no-positive'],
  ),
  'jsx-a11y/interactive-supports-focus': [
    'error',
    { tabbable: ['button', 'checkbox', 'link', 'searchbox', 'spinbutton', 'switch', 'textbox'] },
  ],
  'jsx-a11y/no-interactive-element-to-noninteractive-role': [
    'error',
    { tr: ['none', 'presentation'], canvas: ['img'] },
  ],
  'jsx-a11y/no-noninteractive-element-to-interactive-role': [
    'error',
    {
      ...Object.fromEntries(
        ['ul', 'ol'].map((list) => [list, ['listbox', 'menu', 'menubar', 'radiogroup', 'tablist', 'tree', 'treegrid']]),
      ),
      li: ['menuitem', 'menuitemradio', 'menuitemcheckbox', 'option', 'row', 'tab', 'treeitem'],
      table: ['grid'],
      td: ['gridcell'],
      fieldset: ['radiogroup', 'presentation'],
    },
  ],
  // Lists and menus handle the keys of all that they hold; the elements with the focus are interactive.
  'jsx-a11y/no-noninteractive-element-interactions': ['error', { handlers: ['onClick', 'onMouseDown'] }],
  'jsx-a11y/no-static-element-interactions': ['error', { handlers: ['onClick', 'onMouseDown'] }],
  // A text or a list that scrolls has to take the focus, so that keys can scroll it.
  'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: ['pre', 'main', 'ul'], roles: ['tabpanel'] }],
};

const react = on(
  'react',
  ...['rules-of-hooks', 'exhaustive-deps', 'static-components', 'use-memo', 'void-use-memo', 'immutability', 'globals'],
  ...[
    'preserve-manual-memoization',
    'refs',
    'set-state-in-effect',
    'error-boundaries',
    'purity',
    'set-state-in-render',
  ],
  'unsupported-syntax',
);

export default {
  plugins: ['eslint', 'typescript', 'react', 'jsx-a11y'],
  categories: { correctness: 'off' },
  ignorePatterns: ['.next/', 'dist/', 'public/', 'next-env.d.ts'],
  rules: { ...language, ...types },
  overrides: [
    { files: ['{src,tests,bench}/**/*.{ts,tsx}'], rules: byTypes },
    // The compiler knows the names of the other files.
    { files: ['**/*.mjs'], env: { node: true, es2024: true }, rules: { 'no-undef': 'error' } },
    { files: ['src/**/*.{ts,tsx}', 'bench/**/*.ts', 'scripts/**/*.mjs'], rules: sizes },
    // Suites are as long as what they are about. `expect.any` and `expect.stringContaining` are of any type; methods
    // are spied on without being called.
    {
      files: ['tests/**/*.ts'],
      rules: {
        complexity: sizes.complexity,
        'typescript/no-unsafe-assignment': 'off',
        'typescript/unbound-method': 'off',
      },
    },
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
    { files: ['src/**/*.tsx'], rules: accessibility },
    { files: ['src/**/*.tsx', 'src/ui/**/*.ts'], rules: react },
  ],
};
