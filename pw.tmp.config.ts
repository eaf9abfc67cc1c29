import base from './playwright.config'
export default { ...base, testDir: '/work/main/tests/e2e', webServer: undefined, retries: 0, expect: { timeout: 15000 }, timeout: 90000, reporter: 'list', outputDir: '/tmp/pw-out', use: { ...base.use, baseURL: 'http://127.0.0.1:4400' } }
