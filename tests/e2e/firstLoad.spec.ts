import { expect, test } from '@playwright/test'
import { isWorkedOut } from './helpers'

/** What a person waits for on a first visit: compressed script until the pulse of the plan stands, in bytes. */
const MOST = 200_000

const STAGES = ['brief', 'feed', 'guard', 'layout', 'connect', 'route', 'terminate', 'build', 'prove', 'papers']

for (const stage of STAGES)
  test(`the first load of ${stage} is at most ${MOST / 1000} kB of script`, async ({ browser }) => {
    const context = await browser.newContext({ serviceWorkers: 'block' })
    const page = await context.newPage()
    await page.addInitScript(() => {
      const look = () => {
        if (!document.querySelector('[data-took-ms]')) return requestAnimationFrame(look)
        const scripts = (performance.getEntriesByType('resource') as PerformanceResourceTiming[]).filter(({ name }) =>
          new URL(name).pathname.endsWith('.js'),
        )
        Object.assign(window, {
          firstLoad: scripts.map(({ name, encodedBodySize }) => [name, encodedBodySize] as const),
        })
      }
      requestAnimationFrame(look)
    })
    await page.goto(`/plans/clay-printer/${stage}`)
    await isWorkedOut(page)
    const scripts = await page.evaluate(
      () => (window as unknown as { firstLoad: readonly (readonly [string, number])[] }).firstLoad,
    )
    // Measured at all: the framework alone is above a hundred.
    const total = scripts.reduce((sum, [, size]) => sum + size, 0)
    expect(total).toBeGreaterThan(100_000)
    expect(total, scripts.map(([name, size]) => `${size} ${name}`).join('\n')).toBeLessThanOrEqual(MOST)
    await context.close()
  })
