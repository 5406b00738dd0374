import prettier from 'eslint-config-prettier'
import withNuxt from './.nuxt/eslint.config.mjs'

const outside = (names, message) => names.map((name) => ({ group: name, message }))
const layer = (files, groups) => ({
  files,
  ignores: ['**/*.test.ts'],
  rules: { 'no-restricted-imports': ['error', { patterns: groups }] },
})
/** Folders of core, each above all before it: one imports those below it, and of those above at most types. */
const ORDER = [
  ...['game', 'kinds', 'label', 'pack', 'template', 'art', 'sound', 'wording'],
  ...['facts', 'dry-run', 'parcel', 'check', 'posting', 'folder'],
]
const UP = (folder) => [`**/${folder}/**`, `@${folder}/**`]

export default withNuxt(
  { ignores: ['.output/**', '.nuxt/**', '.nuxt-build/**', 'test-results/**', 'playwright-report/**'] },
  // Layers by import direction: core knows no platform, app and server meet only in core.
  layer(
    ['core/**/*.ts'],
    [
      ...outside(
        [UP('app'), UP('server'), UP('player'), ['~/**', '~~/**']],
        'core imports only core and pure packages.',
      ),
      ...outside(
        [['vue', 'vue/**', 'pinia', 'vuetify/**', 'dexie', 'comlink', 'sharp', 'nuxt/**', '#*']],
        'core names no platform.',
      ),
      ...outside([['node:*', 'fs', 'path', 'crypto']], 'core runs everywhere, so it uses no Node built-ins.'),
    ],
  ),
  ...ORDER.map((folder, i) => ({
    files: [`core/${folder}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: ORDER.slice(i + 1).map((above) => ({
            group: [`**/../${above}/**`, `**/../${above}`],
            allowTypeImports: true,
            message: `core/${folder} lies below core/${above}.`,
          })),
        },
      ],
    },
  })),
  layer(
    ['player/**/*.ts'],
    outside([UP('app'), UP('server'), ['zod', 'vue', 'dexie']], 'The player imports core, and none of its schemas.'),
  ),
  layer(['server/**/*.ts'], outside([UP('app'), ['~/**']], 'Server and app meet only in core.')),
  layer(['app/**/*.{ts,vue}'], outside([UP('server')], 'App and server meet only in core.')),
  layer(
    ['app/components/**', 'app/pages/**'],
    outside([UP('server'), ['dexie', '**/storage/**']], 'Components reach storage through stores.'),
  ),
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'navigator',
        'localStorage',
        'fetch',
        'performance',
        'setTimeout',
        'Buffer',
        'require',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Randomness is an argument.' },
        { object: 'Date', property: 'now', message: 'Time is an argument.' },
      ],
    },
  },
  {
    files: ['core/game/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'Time is an argument.' },
        ...['random', 'sin', 'cos', 'tan', 'atan2', 'pow', 'exp', 'log', 'hypot'].map((property) => ({
          object: 'Math',
          property,
          message: 'Not the same in every engine.',
        })),
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "BinaryExpression[operator='**']", message: 'Powers are not the same in every engine.' },
        { selector: "AssignmentExpression[operator='**=']", message: 'Powers are not the same in every engine.' },
      ],
    },
  },
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      // One that goes with the focus moves the page up under a press that has begun: the press is lost.
      'vue/no-restricted-syntax': [
        'error',
        {
          selector:
            "VStartTag:has(VAttribute[key.argument.name='counter']):not(:has(VAttribute[key.name='persistent-counter']))",
          message: 'A counter stays: add persistent-counter.',
        },
        // A redraw writes the value over what is being typed and was not taken yet.
        {
          selector:
            "VElement[name='input'] > VStartTag:has(VAttribute[key.argument.name='value']):has(VAttribute[key.argument.name=/^(change|blur)$/]):not(:has(VAttribute[key.argument.name='input']))",
          message: 'A field that is taken when it is left shows its value by v-typed.',
        },
      ],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-explicit-any': 'error',
      eqeqeq: 'error',
    },
  },
  prettier,
)
