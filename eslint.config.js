import js from '@eslint/js';
import ts from 'typescript-eslint';
import vue from 'eslint-plugin-vue';
import prettier from 'eslint-config-prettier';

/** The layers of the core, lowest first. A layer may import itself and those before it. */
const CORE_LAYERS = ['language', 'units', 'hydraulics', 'ground', 'soil', 'catalog', 'plan', 'layout', 'network', 'scene', 'build', 'working', 'sets', 'changes', 'check', 'remedy', 'choose', 'sketches', 'season', 'formats', 'print'];
const OUTSIDE = ['web', 'server', 'cli', 'worker'];
const STAGES = ['water', 'ground', 'beds', 'pipework', 'check', 'sets', 'build', 'season'];

const forbid = (names, message) => ({
  'no-restricted-imports': [
    'error',
    {
      patterns: [
        { group: names.flatMap((n) => [`**/${n}/**`, `**/${n}`]), message },
        ...(message.startsWith('The core')
          ? [{ group: ['vue', 'vue-*', 'pinia', 'vuetify', 'vuetify/*', 'd3', 'express', 'node:*', 'localforage'], message }]
          : []),
      ],
    },
  ],
});

export default ts.config(
  { ignores: ['dist/', 'node_modules/', 'coverage/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: { 'no-undef': 'off' },
  },
  {
    rules: {
      'no-undef': 'off',
      'vue/multi-word-component-names': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  ...CORE_LAYERS.map((layer, i) => ({
    files: [`src/core/${layer}/**/*.ts`],
    ignores: ['**/*.test.ts', '**/*.testing.ts'],
    rules: forbid(
      [...CORE_LAYERS.slice(i + 1), ...OUTSIDE],
      `The core's ${layer} must not import from a later layer or from outside the core.`,
    ),
  })),
  ...STAGES.map((stage) => ({
    files: [`src/web/stages/${stage}/**/*.{ts,vue}`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: STAGES.filter((s) => s !== stage).map((s) => ({
            group: [`**/stages/${s}/**`, `../${s}/**`],
            message: 'A stage never imports another stage.',
          })),
        },
      ],
    },
  })),
  { files: ['**/*.cjs'], languageOptions: { sourceType: 'commonjs' }, rules: { '@typescript-eslint/no-require-imports': 'off' } },
  prettier,
);
