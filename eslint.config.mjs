import { readdirSync } from 'node:fs'
import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** Imports that files may not have; a later entry for the same files replaces an earlier one. */
const forbid = (files, patterns, others = {}) => ({
  files,
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: patterns.map(([group, message]) => ({ group, message })) },
    ],
    ...others,
  },
})

/** Imports point inward: web → hosts → core, server → hosts → core. */
const outward = (...names) => [
  names.map((name) => `@cloudbank/${name}{,/**}`),
  'dependencies point inward only',
]
const OUTSIDE_OF_WEB = outward('server', 'bench', 'hosts/node', 'hosts/cli')

const foldersIn = (path) =>
  readdirSync(new URL(path, import.meta.url), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name)
const FEATURES = foldersIn('./web/src/features/')

/** What the core may not reach: machine, network, screen and clock. */
const OUT_OF_REACH = [
  ...['window', 'document', 'navigator', 'self', 'localStorage', 'indexedDB'],
  ...['process', 'Buffer', 'global', '__dirname', 'require'],
  ...['fetch', 'XMLHttpRequest', 'WebSocket', 'EventSource', 'Worker', 'importScripts'],
  ...['setTimeout', 'setInterval', 'setImmediate', 'requestAnimationFrame', 'performance'],
  ...['queueMicrotask', 'Date', 'crypto'],
]

/** What a module of the core may not hold: whatever is remembered is handed in (`core/src/memory`). */
const STATE = [
  ['Program > VariableDeclaration[kind="let"]', 'a module holds no state'],
  ['Program > ExportNamedDeclaration > VariableDeclaration[kind="let"]', 'a module holds no state'],
  [
    'Program > * > VariableDeclarator > NewExpression[callee.name=/^(Weak)?(Map|Set)$/][arguments.length=0]',
    'a module holds no state; take a Memory',
  ],
]

/** Tests play what the code itself may not touch. */
const TESTS = ['**/*.test.{ts,tsx}', '**/*.testing.{ts,tsx}']

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.cache/**',
      'demo/**',
      'core/assembly/**',
      // Compiled: its source is core/assembly.
      'core/src/kernels/binary.ts',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.strict,
  ...tseslint.configs.stylistic,
  {
    rules: {
      // Typed arrays are read with `!` after a check at the door; see the house style.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { varsIgnorePattern: '^_', argsIgnorePattern: '^_' },
      ],
      // Types that stand for records of one kind of value need the index signature of an alias.
      '@typescript-eslint/consistent-type-definitions': 'off',
      eqeqeq: 'error',
      'no-console': 'error',
    },
  },
  {
    files: ['{core,hosts,web,server,bench,e2e}/src/**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { project: './tsconfig.lint.json' } },
    rules: {
      // A promise is waited for, handed on, or given to what says how it fails.
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/only-throw-error': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/no-unsafe-assignment': 'error',
      '@typescript-eslint/no-unsafe-call': 'error',
      '@typescript-eslint/no-unsafe-member-access': 'error',
      '@typescript-eslint/no-unsafe-return': 'error',
      '@typescript-eslint/no-unsafe-argument': 'error',
    },
  },
  {
    files: ['**/*.mjs', 'eslint.config.mjs', 'server/src/main.ts', 'bench/src/**'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly', URL: 'readonly' } },
    rules: { 'no-console': 'off' },
  },
  { files: ['**/*.d.ts'], rules: { '@typescript-eslint/no-extraneous-class': 'off' } },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['web/src/**/*.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'JSXText[value=/[A-Za-z]{2,}/]',
          message: 'what a room says is in its strings.ts',
        },
      ],
    },
  },
  forbid(
    ['core/src/**/*.ts'],
    [
      outward('hosts', 'web', 'server', 'bench'),
      [['react', 'react-dom', '@chakra-ui/*', 'express', 'dexie'], 'the core is pure computation'],
    ],
  ),
  {
    files: ['core/src/**/*.ts'],
    ignores: TESTS,
    rules: {
      'no-restricted-globals': ['error', ...OUT_OF_REACH],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'the core knows no chance; take a seed' },
      ],
      'no-restricted-syntax': [
        'error',
        ...STATE.map(([selector, message]) => ({ selector, message })),
      ],
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['@cloudbank/*', 'react', 'react-dom', '@chakra-ui/*', 'express', 'dexie'],
              message: 'the core is pure computation',
            },
            { group: ['node:*', 'fs', 'path', 'sharp'], message: 'the core knows no machine' },
          ],
        },
      ],
    },
  },
  forbid(
    ['hosts/src/**/*.ts'],
    [
      outward('web', 'server', 'bench'),
      [['react', 'react-dom', 'express'], 'a host knows no interface'],
    ],
  ),
  forbid(['web/src/**/*.{ts,tsx}'], [OUTSIDE_OF_WEB]),
  forbid(['server/src/**/*.ts'], [outward('web', 'bench', 'hosts/browser')]),
  // Data and work know no screen; a screen knows no other.
  forbid(
    ['web/src/{data,work,notices,settings,drag}/**'],
    [OUTSIDE_OF_WEB, [['**/features/**', '**/app/**', '**/ui/**'], 'what screens use knows none']],
  ),
  forbid(
    ['web/src/{ui,preview}/**'],
    [OUTSIDE_OF_WEB, [['**/features/**', '**/app/**'], 'what screens use knows none']],
  ),
  ...FEATURES.map((feature) => ({
    files: [`web/src/features/${feature}/**`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: OUTSIDE_OF_WEB[0], message: OUTSIDE_OF_WEB[1] },
            {
              regex: `^(\\.\\./)+(${FEATURES.filter((other) => other !== feature).join('|')})(/|$)`,
              message: 'features do not import each other',
            },
          ],
        },
      ],
    },
  })),
)
