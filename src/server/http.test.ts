import { describe, expect, it } from 'vitest'
import * as z from 'zod'
import { isAllowedHost, isAllowedOrigin } from './allowedHosts'
import { readBody } from './http'
import { editRequest } from '@/core/plan/schema'
import { createRequest, logRequest } from './requests'

describe('hosts and origins', () => {
  it.each([
    ['localhost:4180', true],
    ['127.0.0.1:4180', true],
    ['[::1]:4180', true],
    ['LOCALHOST', true],
    ['evil.example', false],
    ['localhost.evil.example', false],
    ['', false],
  ] as const)('%s: %s', (host, isFine) => expect(isAllowedHost(host)).toBe(isFine))
  it.each([
    ['http://localhost:4180', true],
    [null, true],
    ['http://evil.example', false],
    ['http://localhost:9999', false],
    ['null', false],
  ] as const)('origin %s: %s', (origin, isFine) => expect(isAllowedOrigin(origin, 'localhost:4180')).toBe(isFine))
})

describe('bodies', () => {
  const post = (body: string) => new Request('http://localhost/x', { method: 'POST', body })
  const read = async (body: string, limit = 1000) => {
    const result = await readBody(post(body), limit, z.strictObject({ a: z.number() }))
    return result.kind === 'body'
      ? result.value
      : {
          status: result.response.status,
          body: (await result.response.json()) as { error: { issues: { path: string }[] } },
        }
  }
  it('are parsed', async () => expect(await read('{"a":1}')).toEqual({ a: 1 }))
  it('too large are refused before they are parsed', async () =>
    expect(await read(`{"a":${' '.repeat(2000)}1}`)).toMatchObject({ status: 413 }))
  it('that are no JSON are refused', async () => expect(await read('{')).toMatchObject({ status: 422 }))
  it('that do not fit name the path', async () =>
    expect(await read('{"a":"1","b":2}')).toMatchObject({
      status: 422,
      body: {
        error: {
          issues: expect.arrayContaining([
            expect.objectContaining({ path: 'a' }),
            expect.objectContaining({ path: 'b' }),
          ]),
        },
      },
    }))
})

describe('requests', () => {
  it.each([
    [createRequest, { from: 'nothing', name: '  ', region: 'IEC' }],
    [createRequest, { from: 'nothing', name: 'x', region: 'IEC', extra: 1 }],
    [createRequest, { from: 'pattern', pattern: 'toaster', region: 'IEC' }],
    [editRequest, { kind: 'edit', editId: 'short', baseRevision: 1, label: 'x', commands: [] }],
    [
      editRequest,
      { kind: 'edit', editId: 'long-enough', baseRevision: 0, label: 'x', commands: [{ type: 'rename', name: 'x' }] },
    ],
    [
      editRequest,
      { kind: 'edit', editId: 'long-enough', baseRevision: 1, label: 'x', commands: [{ type: 'explode' }] },
    ],
    [logRequest, { entryId: 'long-enough', step: 's', kind: 'signed', facts: {}, reading: '24', unit: 'V', note: '' }],
  ])('%# is refused', (schema, value) => expect(schema.safeParse(value).success).toBe(false))
})
