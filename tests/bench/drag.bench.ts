/** Frame times while a part is dragged over a plate of 120 devices and 40 ducts, in headless Chromium on the production build. */
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { crowdedPlate } from '../crowdedPlate'

const port = 4397
const base = `http://127.0.0.1:${port}`

const root = process.cwd()

async function benchDragging(): Promise<void> {
  const server = spawn(process.execPath, ['scripts/demo.mjs'], {
    cwd: root,
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
    const made = (await (
      await fetch(`${base}/api/plans`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ from: 'file', document: crowdedPlate() }),
      })
    ).json()) as { readonly plan: { readonly id: string } }
    const page = await browser.newPage({ viewport: { width: 1280, height: 900 } })
    await page.goto(`${base}/plans/${made.plan.id}/layout`)
    await page.locator('[aria-busy=false]').waitFor()
    const part = page.getByRole('button', { name: /^D60 / })
    await part.scrollIntoViewIfNeeded()
    const { x, y, width, height } = (await part.locator('.body').boundingBox())!
    await page.evaluate(() => {
      const frames: number[] = []
      Object.assign(window, { frameTimes: frames })
      let last = performance.now()
      const tick = (now: number) => {
        frames.push(now - last)
        last = now
        requestAnimationFrame(tick)
      }
      requestAnimationFrame(tick)
    })
    await page.mouse.move(x + width / 2, y + height / 2)
    await page.mouse.down()
    for (let i = 0; i < 120; i += 1)
      await page.mouse.move(x + width / 2 + 80 * Math.sin(i / 12), y + height / 2 + 40 * Math.cos(i / 9))
    const times = (await page.evaluate(() => (window as unknown as { readonly frameTimes: number[] }).frameTimes))
      .slice(5)
      .sort((a, b) => a - b)
    await page.mouse.up()
    const at = (share: number) => times[Math.min(times.length - 1, Math.floor(times.length * share))]!
    console.log(
      `dragging over 120 devices and 40 ducts: ${times.length} frames, median ${at(0.5).toFixed(1)} ms, nine in ten within ${at(0.9).toFixed(1)} ms, longest ${at(1).toFixed(1)} ms (16.7 ms is a frame at 60 Hz)`,
    )
  } finally {
    await browser.close()
    server.kill()
  }
}

await benchDragging()
