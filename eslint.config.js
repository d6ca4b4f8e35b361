import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Imports that would turn an arrow round: web → core ← server; the core stands alone. */
const forbid = (...patterns) => ({
  'no-restricted-imports': ['error', { patterns: patterns.map(([group, message]) => ({ group, message })) }],
});
const NODE = [
  ['node:*', 'fs', 'path', 'pg', 'express', 'pino*', 'react*', '@tanstack/*', 'chart.js'],
  'The core does no I/O and knows no interface.',
];

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      'server/store/migrations/**',
      'shot.tmp.mjs',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  ...tseslint.configs.recommended,
  ...tseslint.configs.stylistic,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      'eqeqeq': 'error',
      'no-console': 'error',
    },
  },
  // programs for a terminal say what they found
  { files: ['tests/probe/**'], rules: { 'no-console': 'off' } },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: forbid(NODE, [
      ['@zud/server/*', '@zud/web/*', '**/server/**', '**/web/**', '**/demo/**', '**/tests/**'],
      'The core imports neither server nor web.',
    ]),
  },
  {
    files: ['server/**/*.ts'],
    ignores: ['server/launch/start.ts', '**/*.test.ts'],
    rules: forbid(
      [['@zud/web/*', '**/web/**', 'react*'], 'The server does not import the web.'],
      [['**/demo/**', '**/tests/**'], 'The product does not know the demo.'],
    ),
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      ...forbid(
        [
          ['@zud/server/*', '**/server/**', '**/demo/**', 'pg', 'express', 'drizzle-orm*'],
          'The web reaches the server over HTTP only.',
        ],
        [['@zud/core/query/postgresql', '@zud/core/query/planner'], 'Queries are made on the server.'],
      ),
    },
  },
);
