import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Who may not import whom: arrows point web → contract → core and server → contract → core. */
const only = (files, ...patterns) => ({
  files,
  rules: {
    'no-restricted-imports': ['error', { patterns: patterns.map(([group, message]) => ({ group, message })) }],
  },
});

const OUTSIDE = [
  ['react', 'react-dom', '@mui/*', '@nestjs/*', 'drizzle-orm*', 'better-sqlite3', 'node:*', 'fs', 'path'],
  'core computes only: no interface, server, SQL or files',
];
/** A parameter or variable says what it holds. */
const SAYS_NOTHING = ['one', 'at', 'of', 'place', 'thing', 'things'].join('|');
const NAMES = [
  ':function > Identifier.params',
  ':function > AssignmentPattern.params > Identifier.left',
  'VariableDeclarator > Identifier.id',
].map((selector) => ({
  selector: `${selector}[name=/^(${SAYS_NOTHING})$/]`,
  message: 'name it after what it holds',
}));

const UPWARD = [['@just-ledger/server*', '@just-ledger/web*', '**/apps/**'], 'arrows point towards core'];
export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '**/test-results/**', '.data/**'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'no-restricted-globals': ['error', { name: 'parseFloat', message: 'amounts are never floats' }],
      'no-restricted-syntax': ['error', ...NAMES],
    },
  },
  {
    files: ['**/*.mjs', '*.js', 'set-up/**'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly' } },
  },
  { files: ['apps/server/src/**/*.ts'], rules: { '@typescript-eslint/consistent-type-imports': 'off' } },
  {
    files: ['apps/web/src/**'],
    plugins: { 'react-hooks': hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      'react-hooks/set-state-in-effect': 'off',
      'react-hooks/incompatible-library': 'off',
    },
  },
  only(['packages/core/src/*/**/*.ts'], OUTSIDE, UPWARD, [['@just-ledger/*'], 'core stands on nothing of ours']),
  {
    files: ['packages/core/src/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...NAMES,
        { selector: "NewExpression[callee.name='Date']", message: 'core has no clock: dates are civil dates' },
      ],
    },
  },
  only(['packages/contract/src/**/*.ts'], OUTSIDE, UPWARD),
  {
    files: ['packages/contract/src/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...NAMES,
        {
          selector: "ImportSpecifier[imported.name='IsPhoneNumber']",
          message: 'the bundle of the server leaves the telephone numbers of all countries out (set-up/bundle.mjs)',
        },
      ],
    },
  },
  only(
    ['apps/server/src/**/*.ts'],
    [['@just-ledger/web*', 'react', '@mui/*'], 'the server knows nothing of the interface'],
  ),
  only(
    ['apps/web/src/**'],
    [
      ['@just-ledger/server*', 'node:*', 'drizzle-orm*', 'better-sqlite3', '@nestjs/*'],
      'the web application talks to the server over the contract',
    ],
  ),
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    ignores: ['apps/web/src/ui/picker.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...NAMES,
        {
          selector: "ImportSpecifier[imported.name='Autocomplete']",
          message: 'one of many is picked in a Picker: what was gone to stays the one that is taken',
        },
      ],
    },
  },
  {
    files: ['e2e/**/*.keyboard.spec.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "MemberExpression[object.name='page'] > Identifier.property[name=/^(click|dblclick|fill|type|press|check|uncheck|selectOption|tap|hover|dragAndDrop|mouse|touchscreen|setInputFiles|evaluate)$/]",
          message: 'this file uses nothing but page.keyboard',
        },
        {
          selector:
            'CallExpression[callee.property.name=/^(click|dblclick|fill|pressSequentially|check|uncheck|selectOption|tap|hover|dragTo|setInputFiles|dispatchEvent|focus)$/]',
          message: 'this file uses nothing but page.keyboard',
        },
      ],
    },
  },
);
