import js from '@eslint/js';
import jsxA11y from 'eslint-plugin-jsx-a11y';
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
  ...ts.configs.strictTypeChecked.map((config) => ({ ...config, files: ['**/*.{ts,tsx}'] })),
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      // numbers are written into sentences and paths on nearly every page; what has no sensible text stays refused
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      // async without await turns what is thrown into a refusal, which is what routes, plugins and devices owe their callers
      '@typescript-eslint/require-await': 'off',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    // answers and matchers of a test are of any type; what is expected of them says what they are
    files: ['**/*.test.{ts,tsx}', '**/testing.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
    },
  },
  { files: ['web/src/**/*.tsx'], ...jsxA11y.flatConfigs.recommended },
  { files: ['web/**/*.{ts,tsx}'], languageOptions: { globals: globals.browser }, ...reactHooks.configs.flat['recommended-latest'] },
  { files: ['web/pocket/*.js'], languageOptions: { globals: globals.browser } },
  { files: ['tools/**/*.mjs', '*.js', '*.cjs'], languageOptions: { globals: globals.node } },
  // In plain JavaScript the type checker knows the globals, of a page and of Jest too.
  { files: ['tools/**/*.mjs'], rules: { 'no-undef': 'off' } },
);
