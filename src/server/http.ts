import type * as z from 'zod'
import { issuesOf, type Issue } from '@/core/calculator'

/** Largest request bodies, bytes. */
export const LIMITS = { plan: 4_000_000, edit: 1_000_000, small: 100_000 } as const

export function answer(body: unknown, status = 200): Response {
  return Response.json(body, { status, headers: { 'cache-control': 'no-store' } })
}

export function problem(status: number, message: string, issues: readonly Issue[] = []): Response {
  return answer({ error: { message, issues } }, status)
}

export const notFound = () => problem(404, 'There is no such plan; it may have been deleted')

type Body<T> = { readonly kind: 'body'; readonly value: T } | { readonly kind: 'refused'; readonly response: Response }

/** Reads a JSON body no larger than the limit, counting bytes as they come in. */
export async function readJson(request: Request, limit: number): Promise<Body<unknown>> {
  const tooLarge = { kind: 'refused', response: problem(413, `The request is larger than ${limit} bytes`) } as const
  if (Number(request.headers.get('content-length') ?? 0) > limit) return tooLarge
  const chunks: Uint8Array[] = []
  let size = 0
  if (request.body) {
    for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
      size += chunk.byteLength
      if (size > limit) return tooLarge
      chunks.push(chunk)
    }
  }
  try {
    return { kind: 'body', value: JSON.parse(Buffer.concat(chunks).toString('utf8')) }
  } catch {
    return { kind: 'refused', response: problem(422, 'The request is not JSON') }
  }
}

/** Reads and parses; what does not parse is answered with the path of each fault. */
export async function readBody<T extends z.ZodType>(request: Request, limit: number, schema: T): Promise<Body<z.output<T>>> {
  const read = await readJson(request, limit)
  if (read.kind === 'refused') return read
  const parsed = schema.safeParse(read.value)
  return parsed.success ? { kind: 'body', value: parsed.data } : { kind: 'refused', response: problem(422, 'The request is not right', issuesOf(parsed.error)) }
}
