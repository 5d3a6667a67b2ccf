import js from '@eslint/js';
import ts from 'typescript-eslint';
import vue from 'eslint-plugin-vue';
import prettier from 'eslint-config-prettier';

export default ts.config(
  { ignores: ['dist/', 'node_modules/', 'coverage/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'].map((config) => ({ ...config, files: ['**/*.vue'] })),
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    // The types already refuse a ref where its value is meant, and this rule walks every reference for it.
    rules: { 'no-undef': 'off', 'vue/no-ref-as-operand': 'off' },
  },
  {
    rules: {
      'no-undef': 'off',
      'vue/multi-word-component-names': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  {
    // A promise that nobody waits for hides what went wrong: it is awaited, caught, or left on purpose with `void`.
    files: ['src/**/*.ts', 'src/**/*.vue', 'e2e/**/*.ts', 'trials/**/*.ts', 'bench/**/*.ts', 'fuzz/**/*.ts'],
    languageOptions: { parserOptions: { projectService: true, extraFileExtensions: ['.vue'] } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
    },
  },
  { files: ['**/*.cjs'], languageOptions: { sourceType: 'commonjs' }, rules: { '@typescript-eslint/no-require-imports': 'off' } },
  prettier,
);
