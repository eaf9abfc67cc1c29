import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { alias: { '@demo': `${import.meta.dirname}/demo`, '@': `${import.meta.dirname}/src` } },
  test: {
    include: ['src/**/*.test.ts', 'tests/unit/**/*.test.ts'],
    setupFiles: ['tests/seed.ts'],
    testTimeout: 60_000,
    pool: 'threads',
    maxWorkers: 2,
  },
})
