import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'
import own from './scripts/lint/oneWalk.mjs'

export default tseslint.config(
  { ignores: ['.next/**', 'node_modules/**', 'next-env.d.ts', 'test-results/**', '.reports/**', 'dist/**'] },
  ...tseslint.configs.recommended,
  {
    files: ['src/**/*.tsx', 'src/**/*.ts'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'warn' },
  },
  // Tests spoil documents on purpose; the parser under test is what types them.
  { files: ['**/*.test.ts'], rules: { '@typescript-eslint/no-explicit-any': 'off' } },
  {
    // One engine walks the circuit; ways for leads, shapes and pieces of stock are other graphs.
    files: [
      'src/core/{figures,findings,joining,lookAlikes,procedure,proof,suits,trace}/**/*.ts',
      'src/core/diagnosis/faults/**/*.ts',
    ],
    ignores: ['src/core/**/*.test.ts', 'src/core/figures/routes/**'],
    plugins: { own },
    rules: { 'own/one-walk': 'error' },
  },
  {
    // What is true of a kind of part stands in the table alone; the schema and the catalogue's own words name kinds.
    files: ['src/**/*.ts', 'src/**/*.tsx'],
    ignores: ['src/**/*.test.ts', 'src/core/plan/partKinds.ts', 'src/core/plan/schema/**'],
    plugins: { own },
    rules: { 'own/kinds-in-table': 'error' },
  },
  {
    // The core has no clock, no randomness and no machine beneath it: same input, same output.
    files: ['src/core/**/*.ts'],
    ignores: ['src/core/**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'localStorage',
        'fetch',
        'crypto',
        'performance',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
    },
  },
)
