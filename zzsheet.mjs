import { chromium } from '@playwright/test'
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--allow-file-access-from-files'] })
const p = await b.newPage({ viewport: { width: 1500, height: 1000 } })
await p.goto('file://' + process.argv[2]); await p.waitForTimeout(800)
await p.screenshot({ path: process.argv[3], fullPage: true }); await b.close()
