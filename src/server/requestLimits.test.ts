import { describe, expect, it } from 'vitest'
import { startingPattern } from '@/core/patterns'
import { parsePlan } from '@/core/plan/schema'
import { LIMITS, readJson } from './http'

/** Hostile or broken files: each is refused with paths, none throws, none is half-read. */
const HOSTILE: readonly (readonly [string, string])[] = [
  ['nothing', ''],
  ['a number', '7'],
  ['an array', '[]'],
  ['half a document', '{"format":"glad-rafter-plan","version":1,'],
  ['a prototype', '{"format":"glad-rafter-plan","version":1,"__proto__":{"polluted":true}}'],
  ['a constructor', '{"format":"glad-rafter-plan","version":1,"constructor":{"prototype":{"polluted":true}}}'],
  ['deep nesting', `{"format":"glad-rafter-plan","version":1,"site":${'{"a":'.repeat(500)}1${'}'.repeat(500)}}`],
  ['a version that is text', '{"format":"glad-rafter-plan","version":"1"}'],
  ['a version below one', '{"format":"glad-rafter-plan","version":0}'],
  ['a huge number', '{"format":"glad-rafter-plan","version":1,"site":{"mains_V":1e308}}'],
]

describe('files', () => {
  it.each(HOSTILE)('%s is refused', async (_what, text) => {
    const body = await readJson(new Request('http://localhost/', { method: 'POST', body: text }), LIMITS.plan)
    if (body.kind === 'refused') {
      expect(body.response.status).toBe(422)
      return
    }
    const parsed = parsePlan(body.value)
    expect(parsed.kind).toBe('refused')
    if (parsed.kind === 'refused') {
      expect(parsed.issues.length).toBeGreaterThan(0)
      for (const { message } of parsed.issues) expect(message.length).toBeGreaterThan(5)
    }
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined()
  })

  it('a plan with text where markup would bite is kept as text', () => {
    const plan = { ...startingPattern('printer', 'IEC'), name: '<img src=x onerror=alert(1)>' }
    const parsed = parsePlan(JSON.parse(JSON.stringify(plan)))
    expect(parsed).toMatchObject({ kind: 'plan', plan: { name: '<img src=x onerror=alert(1)>' } })
  })

  it('more than four megabytes are not read to the end', async () => {
    let pulled = 0
    const stream = new ReadableStream<Uint8Array>({
      pull(controller) {
        pulled += 1
        if (pulled > 200) controller.close()
        else controller.enqueue(new Uint8Array(100_000))
      },
    })
    const request = new Request('http://localhost/', { method: 'POST', body: stream, duplex: 'half' } as RequestInit)
    const body = await readJson(request, LIMITS.plan)
    expect(body.kind).toBe('refused')
    if (body.kind === 'refused') expect(body.response.status).toBe(413)
    expect(pulled).toBeLessThan(100)
  })
})
