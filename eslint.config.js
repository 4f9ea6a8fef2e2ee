import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import regexp from 'eslint-plugin-regexp';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['**/dist/', '**/node_modules/', '.data/', '.cache/', 'test-results/', 'playwright-report/'] },
  js.configs.recommended,
  {
    // what is typed can be anything: no expression may take longer than the text is long
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
    },
  },
  {
    // where texts from outside are read, also not by looking for a beginning again and again
    files: ['core/src/units/**', 'contract/src/**', 'server/src/**', 'web/src/**'],
    ignores: ['**/*.test.ts'],
    rules: { 'regexp/no-super-linear-move': ['error', { report: 'potential' }] },
  },
  ...ts.configs.strict,
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/no-unnecessary-condition': 'error',
      '@typescript-eslint/only-throw-error': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  { files: ['web/**/*.{ts,tsx}'], languageOptions: { globals: globals.browser }, ...reactHooks.configs.flat['recommended-latest'] },
  { files: ['tools/**/*.mjs', '*.js', '*.cjs'], languageOptions: { globals: globals.node } },
  // In plain JavaScript the type checker knows the globals, of a page and of Jest too.
  { files: ['tools/**/*.mjs'], rules: { 'no-undef': 'off' } },
);
