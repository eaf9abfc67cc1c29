/** From the key that ends an entry to the new figure painted, in headless Chromium on the production build. */
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { DEMOS } from '@demo/scenarios'
import { laidOutWorkshop } from '../workshop'

const port = 4398
const base = `http://127.0.0.1:${port}`
const ENTRIES = process.env.BENCH === 'short' ? 3 : 20

async function benchKeys(): Promise<void> {
  const server = spawn(process.execPath, ['scripts/demo.mjs'], {
    cwd: process.cwd(),
    env: {
      ...process.env,
      PORT: String(port),
      GLAD_RAFTER_DEMO: '0',
      GLAD_RAFTER_DATA: mkdtempSync(join(tmpdir(), 'rafter-bench-')),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await new Promise<unknown>((done) =>
    server.stdout.on('data', (text) => String(text).includes('runs at') && done(null)),
  )
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  try {
    console.log('from the key to the new figure painted')
    for (const [name, plan] of [
      ['clay printer', DEMOS['clay-printer']!()],
      ['the laid out workshop', laidOutWorkshop(7)],
    ] as const) {
      const answer = await fetch(`${base}/api/plans`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ from: 'file', document: plan }),
      })
      const made = (await answer.json()) as { readonly plan: { readonly id: string } }
      const page = await browser.newPage({ viewport: { width: 1280, height: 900 } })
      await page.goto(`${base}/plans/${made.plan.id}/brief`)
      await page.locator('[aria-busy=false]').first().waitFor()
      const times = (await entries(page)).sort((a, b) => a - b)
      console.log(
        `  ${name}: median ${times[times.length >> 1]!.toFixed(0)} ms, 95 % within ${times[Math.floor(0.95 * (times.length - 1))]!.toFixed(0)} ms`,
      )
      await page.close()
    }
  } finally {
    await browser.close()
    server.kill('SIGKILL')
  }
}

/** Types the first load of the table under Brief again and again. */
async function entries(page: Page): Promise<number[]> {
  const times: number[] = []
  const field = page.locator('section[aria-labelledby=loads] tbody tr td:nth-child(2) input').first()
  for (let i = 0; i < ENTRIES; i += 1) {
    await field.fill(String(5 + i))
    const measured = page.evaluate(
      () =>
        new Promise<number>((done) => {
          document.addEventListener(
            'keydown',
            () => {
              const started = performance.now()
              const watch = () => {
                // Settled: the figures belong to the plan that is shown, and the frame with them is out.
                if (document.querySelector('[aria-busy=true]') || performance.now() - started < 4)
                  return requestAnimationFrame(watch)
                requestAnimationFrame(() => setTimeout(() => done(performance.now() - started)))
              }
              queueMicrotask(() => requestAnimationFrame(watch))
            },
            { once: true, capture: true },
          )
        }),
    )
    await field.press('Enter')
    times.push(await measured)
    await page.waitForTimeout(150)
  }
  return times
}

await benchKeys()
