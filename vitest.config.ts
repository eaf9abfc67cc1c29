import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { alias: { '@demo': `${import.meta.dirname}/demo`, '@': `${import.meta.dirname}/src` } },
  test: {
    include: ['src/**/*.test.ts', 'tests/unit/**/*.test.ts'],
    setupFiles: ['tests/seed.ts'],
    // Plans at the bounds of the schema take a slow machine its time; no test asserts one.
    testTimeout: 240_000,
    pool: 'threads',
    maxWorkers: 2,
  },
})
