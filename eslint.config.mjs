import js from '@eslint/js'
import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** Imports point inward: web → hosts → core, server → hosts → core. */
const forbid = (files, patterns) => ({
  files,
  rules: {
    'no-restricted-imports': [
      'error',
      { patterns: patterns.map(([group, message]) => ({ group, message })) },
    ],
  },
})

const outward = (...names) => [
  names.map((name) => `@cloudbank/${name}{,/**}`),
  'dependencies point inward only',
]

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.cache/**', 'demo/**', 'core/assembly/**'] },
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
    files: ['**/*.mjs', 'server/src/main.ts', 'bench/src/**'],
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
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'performance', 'Buffer'],
    },
  },
  forbid(
    ['core/src/**/*.ts'],
    [
      outward('hosts', 'web', 'server', 'bench'),
      [['react', 'react-dom', '@chakra-ui/*', 'express'], 'the core is pure computation'],
    ],
  ),
  forbid(
    ['hosts/src/**/*.ts'],
    [
      outward('web', 'server', 'bench'),
      [['react', 'react-dom', 'express'], 'a host knows no interface'],
    ],
  ),
  forbid(['web/src/**/*.{ts,tsx}'], [outward('server', 'bench', 'hosts/node', 'hosts/cli')]),
  forbid(['server/src/**/*.ts'], [outward('web', 'bench', 'hosts/browser')]),
  ...['brief', 'deliver', 'home', 'sheet', 'shot'].map((feature) =>
    forbid(
      [`web/src/features/${feature}/**`],
      [
        outward('server', 'bench', 'hosts/node', 'hosts/cli'),
        [
          ['brief', 'deliver', 'home', 'sheet', 'shot']
            .filter((other) => other !== feature)
            .map((other) => `../${other}{,/**}`),
          'features do not import each other',
        ],
      ],
    ),
  ),
)
