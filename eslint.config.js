import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import svelte from 'eslint-plugin-svelte';
import { defineConfig, globalIgnores } from 'eslint/config';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './app/svelte.config.js';

const size = (lines, functionLines) => ({
  'max-lines': ['error', { max: lines, skipBlankLines: true, skipComments: true }],
  'max-lines-per-function': [
    'error',
    { max: functionLines, skipBlankLines: true, skipComments: true }
  ]
});

// codes are for people: the program goes by states and kinds (`kindOf`, `state`, `undone`)
const steersByCode = {
  selector:
    'BinaryExpression[operator=/^[!=]==?$/] > Literal[value=/^[a-z][a-z-]*[.][a-z][a-z-]*[.][a-z][a-z-]*$/], SwitchCase > Literal[value=/^[a-z][a-z-]*[.][a-z][a-z-]*[.][a-z][a-z-]*$/]',
  message: 'no code steers the program: ask for a state, or for the kind of the problem'
};

export default defineConfig(
  globalIgnores([
    '**/node_modules/',
    'app/build/',
    'app/thread/',
    '**/.svelte-kit/',
    '**/generated/',
    '.badger/',
    'test-results/',
    'playwright-report/'
  ]),
  js.configs.recommended,
  ts.configs.recommendedTypeChecked,
  svelte.configs.recommended,
  prettier,
  svelte.configs.prettier,
  {
    languageOptions: {
      globals: { ...globals.node },
      parserOptions: {
        projectService: { allowDefaultProject: ['*.js', 'app/*.js', '.*.cjs', 'scripts/*.mjs'] },
        tsconfigRootDir: import.meta.dirname,
        extraFileExtensions: ['.svelte']
      }
    },
    rules: {
      'no-undef': 'off', // TypeScript's job
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      // the table of codes is filled so by every area
      '@typescript-eslint/no-empty-object-type': [
        'error',
        { allowInterfaces: 'with-single-extends' }
      ],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/only-throw-error': 'off', // kit's redirect and error are thrown
      'max-params': ['error', 4],
      'svelte/no-navigation-without-resolve': 'off'
    }
  },
  { files: ['**/*.ts'], rules: size(300, 75) },
  {
    files: ['app/src/**/*.ts', 'standins/src/**/*.ts'],
    rules: { ...size(300, 50), complexity: ['error', 14] }
  },
  {
    files: ['app/src/**/*.ts', 'app/src/**/*.svelte', 'standins/src/**/*.ts'],
    rules: { 'max-params': ['error', 3] }
  },
  {
    files: ['**/*.test.ts', 'tests/**', 'e2e/**', 'scripts/**'],
    rules: { 'max-lines-per-function': 'off' }
  },
  // tables of data
  { files: ['app/src/lib/messages/*.ts'], rules: { 'max-lines': ['error', 800] } },
  {
    files: ['**/*.svelte'],
    languageOptions: {
      globals: { ...globals.browser },
      parserOptions: { parser: ts.parser, svelteConfig }
    },
    rules: { 'max-lines': ['error', 200] }
  },
  {
    files: ['**/*.svelte.ts'],
    languageOptions: {
      globals: { ...globals.browser },
      parserOptions: { parser: ts.parser, svelteConfig }
    }
  },
  {
    files: ['core/src/**/*.ts', 'standins/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', steersByCode] }
  },
  {
    // core stays pure: nothing of Node, the DOM, the clock or chance
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^(node:|@badger/|\\$)', message: 'core is pure' }] }
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'time comes in from outside' },
        { object: 'Math', property: 'random', message: 'chance comes in from outside' }
      ]
    }
  },
  {
    // one clock for the shop: `deps.clock` on the server, `shopNow()` on a page
    files: ['app/src/**/*.ts', 'app/src/**/*.svelte'],
    ignores: ['**/*.test.ts', '**/shop-clock.ts', '**/shop-now.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        steersByCode,
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'ask the clock of the shop'
        }
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'ask the clock of the shop' }
      ]
    }
  },
  { files: ['**/*.js', '**/*.cjs', '**/*.mjs'], extends: [ts.configs.disableTypeChecked] }
);
