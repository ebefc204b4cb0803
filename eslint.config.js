import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** core/ stays pure: time, chance and the outside world come in as arguments. */
const impureInCore = [
  'react',
  'react-dom',
  'fastify',
  '@electric-sql/pglite',
  'pg',
  'zustand',
  'zod',
  'node:*',
  '@mui/*',
];

export default tseslint.config(
  { ignores: ['dist/**', 'node_modules/**', 'data/**', 'data-demo/**', 'test-results/**', 'playwright-report/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  { rules: { '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }] } },
  {
    files: ['scripts/**/*.mjs', '*.config.js', '*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        module: 'writable',
        performance: 'readonly',
        localStorage: 'readonly',
        Buffer: 'readonly',
      },
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: impureInCore.map((name) => ({ group: [name], message: 'core/ is pure.' })) },
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: "MemberExpression[object.name='Date'][property.name='now']",
          message: 'core/ takes time as an argument.',
        },
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'core/ takes time as an argument.',
        },
        {
          selector: "MemberExpression[object.name='Math'][property.name='random']",
          message: 'core/ takes chance as an argument.',
        },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'process', 'localStorage'],
    },
  },
);
