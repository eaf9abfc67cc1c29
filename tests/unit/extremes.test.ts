import { describe, expect, it } from 'vitest'
import { solveCircuit, type CircuitElement } from '@/core/circuit'
import { evaluate } from '@/core/evaluate'
import { runPixels } from '@/core/pixels'
import { PLAN_LIMITS, type Plan } from '@/core/plan'
import { parsePlan } from '@/core/plan/schema'
import { DRILL_FORMATS, drillSheetFile, facesToDrill } from '@/formats/drillSheet'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { EXTREMES } from '../extremePlans'

/** Plans at the bounds of the schema. Some of them took minutes, one never ended; their times are measured by the benchmark. */
describe.each(EXTREMES)('%s', (_name, make) => {
  const document = JSON.parse(JSON.stringify(make())) as Plan

  it('is a plan, is worked out, and its findings are no more than can be listed', () => {
    expect(parsePlan(document).kind).toBe('plan')
    const { findings, procedure } = evaluate(document)
    expect(findings.length).toBeLessThan(10_000)
    expect(procedure.length).toBeLessThan(10_000)
  })

  it('is drawn in every format', async () => {
    const [face] = facesToDrill(document)
    if (!face) return
    for (const format of DRILL_FORMATS) {
      const { bytes } = await drillSheetFile(
        { plan: document, enclosure: face.enclosure, face: face.face, view: 'outside', corner: 'lower left' },
        format,
        'A4',
      )
      expect(bytes.length).toBeGreaterThan(100)
    }
  })
})

describe('beyond the bounds', () => {
  const issuesOf = (change: (document: ReturnType<typeof clayPrinter>) => unknown) => {
    const parsed = parsePlan(change(JSON.parse(JSON.stringify(clayPrinter())) as ReturnType<typeof clayPrinter>))
    return parsed.kind === 'refused' ? parsed.issues : []
  }

  it.each([1e100, 20_001, -20_001])('a place at x = %d is refused', (x_mm) => {
    const issues = issuesOf((document) => {
      const device = Object.values(document.devices).find(({ place }) => place.kind === 'face')!
      Object.assign(device.place, { x_mm })
      return document
    })
    expect(issues[0]!.path).toMatch(/place\.x_mm$/)
  })

  it('a face of a kilometre is refused', () => {
    expect(
      issuesOf((document) => {
        for (const box of Object.values(document.enclosures))
          for (const face of Object.values(box.faces)) Object.assign(face, { width_mm: 1e6 })
        return document
      })[0]!.message,
    ).toMatch(/10 m/)
  })

  it('more devices than a plan holds are refused', () => {
    expect(
      issuesOf((document) => {
        const [device] = Object.values(document.devices)
        for (let i = 0; i <= PLAN_LIMITS.devices; i += 1)
          (document.devices as Record<string, unknown>)[`device:x${i}`] = { ...device, tag: `X${i}` }
        return document
      })[0]!.message,
    ).toMatch(`${PLAN_LIMITS.devices} devices or fewer`)
  })

  it('what is read in a hundred thousand places is refused with a hundred reasons', () => {
    const issues = issuesOf((document) => {
      const state = Object.values(document.states)[0]! as unknown as { shares: Record<string, number> }
      for (let i = 0; i < 130_000; i += 1) state.shares[`device:none${i}`] = 1
      return document
    })
    expect(issues).toHaveLength(100)
  })

  it('words that every object answers to are no keys', () => {
    expect(
      issuesOf((document) => {
        Object.assign(Object.values(document.devices)[0]!.loads, { constructor: { power_W: 5 } })
        return document
      })[0]!.message,
    ).toMatch(/word that programs keep/)
  })
})

it('a circuit of 130,000 nodes is solved', () => {
  const elements: CircuitElement[] = [{ id: 's', type: 'V', a: 'n0', b: 'g', value: 24 }]
  for (let i = 1; i < 130_000; i += 1)
    elements.push({ id: `r${i}`, type: 'R', a: `n${i - 1}`, b: `n${i}`, value: 0.001 })
  elements.push({ id: 'l', type: 'R', a: 'n129999', b: 'g', value: 24 })
  const { feasible, elements: solved } = solveCircuit({ ground: 'g', elements })
  expect(feasible).toBe(true)
  // Ohm's law: 24 V over 129.999 Ω of wire and 24 Ω of load.
  expect(solved.l!.current_A).toBeCloseTo(24 / (129.999 + 24), 9)
})

it('pixels of extreme figures end', () => {
  const request = {
    count: 1,
    each_mA: 1e-12,
    brightness_percent: 1e-9,
    voltage_V: 1e9,
    pitch_mm: 1e-9,
    loop_ohm_per_m: 1e-9,
    feedSize: '1.5 mm²',
    feed_m: 0,
    minimum_V: 0,
    fedFrom: 'one',
  } as const
  expect(runPixels(request).result.injectEvery).toBeGreaterThan(0)
})
