import { chromium } from '@playwright/test'
const [,, name, path, w='1280', h='800', ...acts] = process.argv
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu'] })
const page = await browser.newPage({ viewport: { width: +w, height: +h } })
page.on('pageerror', e => console.log('pageerror', e.message)); page.on('console', m => m.type()==='error' && console.log('console', m.text()))
await page.goto('http://127.0.0.1:4400'+path); if (path.startsWith('/plans')) await page.locator('[aria-busy=false]').waitFor()
await page.waitForTimeout(900)
for (const a of acts) await eval(`(async()=>{${a}})()`)
await page.waitForTimeout(500)
await page.screenshot({ path: `/tmp/${name}.png`, fullPage: process.env.FULL === '1' })
await browser.close()
