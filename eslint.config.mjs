import tseslint from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import globals from 'globals'

const notInCore =
  'core/ has no interface, DOM or Node code: it takes a plain object and returns one.'

export default tseslint.config(
  { ignores: ['dist/', 'node_modules/', '.tmp/'] },
  ...tseslint.configs.strict,
  ...vue.configs['flat/essential'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      'no-console': 'error',
      eqeqeq: 'error',
      'prefer-const': 'error',
      'no-irregular-whitespace': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      'vue/multi-word-component-names': 'off'
    }
  },
  {
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: [
                'node:*',
                'fs',
                'path',
                'vue',
                'vue-router',
                'pinia',
                'element-plus',
                'dexie',
                'express',
                'plotly*',
                'playwright*'
              ],
              message: notInCore
            },
            {
              group: ['**/app/**', '**/server/**', '**/cli/**', '**/tests/**', '**/demo/**'],
              message: notInCore
            }
          ]
        }
      ],
      'no-restricted-globals': [
        'error',
        ...[
          'window',
          'document',
          'navigator',
          'localStorage',
          'indexedDB',
          'fetch',
          'process',
          'Buffer',
          'require',
          'postMessage',
          'self',
          'setTimeout',
          'setInterval',
          'performance',
          'crypto',
          'location',
          'Worker',
          'Blob',
          'File',
          'Element',
          'HTMLElement',
          'Event',
          'Document',
          'Window',
          'NodeJS',
          'global'
        ].map((name) => ({ name, message: notInCore }))
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'TSTypeReference[typeName.name=/^(HTML|SVG|CSS|Window$|Document$|Element$|Node$|Event$|MouseEvent|PointerEvent|KeyboardEvent|Blob$|File$|Worker$|MessagePort$|Storage$|Response$|Request$|Buffer$)/]',
          message: notInCore
        },
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: 'core/ is given the time; it does not look it up.'
        },
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'core/ is given the time; it does not look it up.'
        },
        {
          selector: 'ClassBody > PropertyDefinition',
          message: 'Stages are pure functions: no classes that hold state in core/.'
        }
      ]
    }
  },
  {
    files: ['cli/**', 'scripts/**', 'server/**', 'tests/**'],
    languageOptions: { globals: globals.node },
    rules: { 'no-console': 'off' }
  },
  {
    files: ['app/offline.js'],
    languageOptions: {
      globals: { ...globals.serviceworker, FILES: 'readonly', VERSION: 'readonly' }
    }
  },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  { files: ['tests/**'], rules: { '@typescript-eslint/no-unused-expressions': 'off' } }
)
