import js from '@eslint/js';
import stylistic from '@stylistic/eslint-plugin';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import importSort from 'eslint-plugin-simple-import-sort';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: ['**/dist/**', '**/dist-types/**', 'node_modules/**', 'test-results/**', '.data/**', 'web/vite.config.ts'],
  },
  js.configs.recommended,
  // What prettier cannot break: comments, sentences, names of tests.
  { plugins: { '@stylistic': stylistic }, rules: { '@stylistic/max-len': ['error', { code: 120 }] } },
  {
    plugins: { 'import-sort': importSort },
    rules: {
      'no-duplicate-imports': 'error',
      'import-sort/imports': ['error', { groups: [['^\\u0000', '^node:', '^@?\\w', '^\\.']] }],
    },
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    // The rules that need types, and React's, are oxlint's (.oxlintrc.json): native compilers work them out.
    extends: [...tseslint.configs.recommended],
    rules: {
      // A schema and the type inferred from it share one name.
      '@typescript-eslint/no-redeclare': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
    },
  },
  {
    files: ['web/{src,bench}/**/*.tsx'],
    ...jsxA11y.flatConfigs.recommended,
    rules: {
      ...jsxA11y.flatConfigs.recommended.rules,
      'jsx-a11y/label-has-associated-control': [
        'error',
        { controlComponents: ['CommitInput', 'DecimalInput', 'Select'] },
      ],
      // What scrolls, or has a tip, is to be reached by keyboard.
      'jsx-a11y/no-noninteractive-tabindex': ['error', { roles: ['tabpanel', 'region', 'rowgroup', 'img'] }],
      // It does not know aria-description.
      'jsx-a11y/role-supports-aria-props': 'off',
    },
  },
  {
    files: ['scripts/**/*.{mjs,cjs}', '*.js', '*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        fetch: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        module: 'readonly',
        exports: 'readonly',
        require: 'readonly',
      },
    },
  },
  {
    files: ['scripts/bench-{clip,page}.mjs', 'scripts/clip.mjs'],
    languageOptions: { globals: { window: 'readonly' } },
  },
);
