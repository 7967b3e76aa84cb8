const expo = require('eslint-config-expo/flat');
const prettier = require('eslint-config-prettier');

module.exports = [
  ...expo,
  prettier,
  {
    ignores: [
      'dist/*',
      'public/*',
      // AssemblyScript, which only its own compiler reads.
      'kernels/*',
      'node_modules/*',
      '.expo/*',
      'test-results/*',
      'playwright-report/*',
    ],
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      eqeqeq: 'error',
      // fast-check is used as its documentation shows it.
      'import/no-named-as-default-member': 'off',
      'max-lines': ['warn', { max: 400 }],
      // A short name for a type that is derived.
      '@typescript-eslint/no-empty-object-type': [
        'warn',
        { allowInterfaces: 'with-single-extends' },
      ],
    },
  },
  {
    // A document may be gone, or changed, by the time work on it is done: only `editWhenDone` looks.
    files: ['src/screens/**/*.ts', 'src/screens/**/*.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...[
          ':function[async=true]',
          'CallExpression[callee.property.name=/^(then|catch|finally)$/]',
        ].map((late) => ({
          selector: `${late} CallExpression[callee.name=/^(edit|change|editOverlay|editLanding)$/]`,
          message: 'Edit by `editWhenDone` once work is done.',
        })),
      ],
    },
  },
];
