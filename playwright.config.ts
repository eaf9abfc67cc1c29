import { defineConfig } from '@playwright/test'

const port = Number(process.env.E2E_PORT ?? 4391)

export default defineConfig({
  testDir: 'tests/e2e',
  workers: 2,
  fullyParallel: true,
  // A shared machine may stand still for half a minute; no test asserts a time.
  timeout: 240_000,
  // A browser that does not close is no fault of the page: once more, and told.
  retries: 1,
  expect: { timeout: 60_000 },
  outputDir: 'test-results',
  reporter: [['list'], ['json', { outputFile: '.reports/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
  webServer: {
    command: 'node scripts/demo.mjs',
    url: `http://127.0.0.1:${port}/api/plans`,
    timeout: 240_000,
    reuseExistingServer: false,
    env: { PORT: String(port), GLAD_RAFTER_DATA: process.env.E2E_DATA ?? '.reports/e2e-data', GLAD_RAFTER_DEMO: '1' },
  },
})
