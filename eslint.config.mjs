import js from '@eslint/js';
import tseslint from 'typescript-eslint';
import reactHooks from 'eslint-plugin-react-hooks';

export default tseslint.config(
  { ignores: ['dist/**', 'node_modules/**', '.data/**', 'test-results/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', ignoreRestSiblings: true }],
      'no-restricted-syntax': [
        'error',
        {
          selector: "MemberExpression[object.property.name='coerce'][property.name='number']",
          message: "z.coerce.number() turns '' and null into 0.",
        },
        {
          selector: "CallExpression[callee.property.name='replace'][arguments.0.value=',']",
          message: 'Numbers that people write are read by core/base/quantities alone.',
        },
      ],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'core has no clock: pass the instant in.' },
        { object: 'Math', property: 'random', message: 'core is deterministic: pass a seed in.' },
      ],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['scripts/**/*.mjs', '*.mjs', '*.cjs', 'web/public/*.js'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        fetch: 'readonly',
        URL: 'readonly',
        module: 'writable',
        self: 'readonly',
        caches: 'readonly',
        Response: 'readonly',
        Buffer: 'readonly',
        window: 'readonly',
      },
    },
  },
);
