import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

/** Files a computer runs without types: the start and test commands, configuration. */
const SCRIPTS = ['**/*.mjs', '**/*.cjs'];

export default ts.config(
  {
    ignores: [
      '**/node_modules/**',
      '**/dist*/**',
      '.deft*/**',
      'test-results/**',
      'playwright-report/**',
      'docs/**',
    ],
  },
  ...ts.configs.recommendedTypeChecked,
  { languageOptions: { parserOptions: { projectService: true } } },
  {
    linterOptions: { reportUnusedDisableDirectives: 'error' },
    rules: {
      // One statement and one declaration a line; cases are named, not nested.
      'one-var': ['error', 'never'],
      'max-statements-per-line': ['error', { max: 1 }],
      'no-nested-ternary': 'error',
      curly: ['error', 'multi-line'],
      eqeqeq: 'error',
      'no-console': 'error',
      // An index that the loop has just checked is the usual case.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/method-signature-style': ['error', 'property'],
      // `async` says a function's kind, also where nothing waits in it today.
      '@typescript-eslint/require-await': 'off',
      // An export named `then` makes its whole module a thenable: importing it never settles.
      'no-restricted-exports': ['error', { restrictedNamedExports: ['then'] }],
    },
  },
  {
    files: ['scripts/**', 'cli/**', 'server/**', 'core/**/*.bench.ts', ...SCRIPTS],
    rules: { 'no-console': 'off' },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts', 'core/**/*.fixture.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'setTimeout'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
      'no-restricted-imports': ['error', { patterns: ['node:*', 'react', 'react-dom', 'antd'] }],
    },
  },
  {
    // Bodies and the computer are asked for at two doors; whoever counts for himself forgets the lid.
    files: ['core/**/*.ts', 'web/**/*.ts', 'web/**/*.tsx', 'cli/**/*.ts', 'server/**/*.ts'],
    ignores: [
      'core/model/bodies.ts',
      'core/model/hosts.ts',
      '**/*.test.ts',
      '**/*.fixture.ts',
      '**/*.bench.ts',
    ],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "MemberExpression[computed=true][object.property.name='bodies'] > Literal[value=0]",
          message: 'Ask bodyFor(p, id) or piecesOf(p) of core/model for a body.',
        },
        {
          selector: "BinaryExpression > Literal[value='sbc']",
          message: 'Ask isHost(part) or hostsOf(list) of core/model for the computer.',
        },
      ],
    },
  },
  {
    // Answers of our own server and documents spoilt on purpose are read as plain JSON here:
    // a field that is not there fails the claim itself.
    files: ['e2e/**', '**/*.test.ts', 'core/**/*.fixture.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-explicit-any': 'off',
    },
  },
  {
    files: ['web/**/*.tsx', 'web/**/*.ts'],
    plugins: { 'react-hooks': hooks },
    rules: { ...hooks.configs.recommended.rules, 'react-hooks/exhaustive-deps': 'error' },
  },
  { files: SCRIPTS, ...ts.configs.disableTypeChecked },
);
