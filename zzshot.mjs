import { chromium } from '@playwright/test'
const base = process.argv[2]
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
for (const spec of process.argv.slice(3)) {
  const [w, h, path, out, clicks] = spec.split('|')
  const page = await browser.newPage({ viewport: { width: +w, height: +h } })
  page.on('pageerror', (e) => console.log('ERR', e.message))
  page.on('console', (m) => m.type() === 'error' && console.log('CON', m.text()))
  await page.goto(base + path)
  await page.waitForTimeout(2500)
  for (const c of (clicks ?? '').split('>>').filter(Boolean)) {
    const re = new RegExp(c)
    const b = page.getByRole('button', { name: re }).or(page.getByRole('tab', { name: re })).or(page.locator('summary', { hasText: re })).first()
    await b.click(); await page.waitForTimeout(700)
  }
  await page.screenshot({ path: out, fullPage: process.env.FULL === '1' })
  await page.close()
}
await browser.close()
