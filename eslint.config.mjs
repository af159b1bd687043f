import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import typescript from 'typescript-eslint';

export default typescript.config(
  { ignores: ['**/dist/', '**/node_modules/', '.build/', 'test-results/', 'server/migrations/'] },
  js.configs.recommended,
  ...typescript.configs.strict,
  {
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
    rules: {
      // `!` says what a reader of the code can see and the compiler cannot.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['warn', 'error'] }],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    ...hooks.configs.flat.recommended,
  },
  {
    files: ['**/test/**', '**/bench/**', '**/bench.mjs', 'e2e/**'],
    rules: { 'no-console': 'off' },
  },
);
