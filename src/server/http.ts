import type * as z from 'zod'
import { readWith, type Issue } from '@/core/calculator'

/** Largest request bodies, bytes. */
export const LIMITS = {
  plan: 4_000_000,
  edit: 4_000_000,
  small: 100_000,
  photo: 4_200_000,
  bundle: 96_000_000,
  data: 256_000_000,
} as const

/** Not to be kept; nor to be compressed, which takes longer on the way to the same machine than it saves. */
export const FRESH = { 'cache-control': 'no-store, no-transform' } as const

export function answer(body: unknown, status = 200): Response {
  return Response.json(body, { status, headers: FRESH })
}

/** The one shape of everything that is not an answer. */
export function problem(status: number, message: string, issues: readonly Issue[] = []): Response {
  return answer({ error: { message, issues } }, status)
}

export const notFound = () => problem(404, 'There is no such plan; it may have been deleted')

/** A file to be saved. */
export function download(name: string, type: string, body: string | Uint8Array | ReadableStream): Response {
  return new Response(body as BodyInit, {
    headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}"`, ...FRESH },
  })
}

type Body<T> = { readonly kind: 'body'; readonly value: T } | { readonly kind: 'refused'; readonly response: Response }

const refused = (status: number, message: string, issues?: readonly Issue[]) =>
  ({ kind: 'refused', response: problem(status, message, issues) }) as const

/** The bytes of a body no larger than the limit, counted as they come in. */
export async function readBytes(request: Request, limit: number): Promise<Body<Buffer>> {
  const tooLarge = () => refused(413, `The request is larger than ${limit} bytes`)
  if (Number(request.headers.get('content-length') ?? 0) > limit) return tooLarge()
  const chunks: Uint8Array[] = []
  let size = 0
  if (request.body) {
    for await (const chunk of request.body as unknown as AsyncIterable<Uint8Array>) {
      size += chunk.byteLength
      if (size > limit) return tooLarge()
      chunks.push(chunk)
    }
  }
  return { kind: 'body', value: Buffer.concat(chunks) }
}

/** Reads a JSON body no larger than the limit. */
export async function readJson(request: Request, limit: number): Promise<Body<unknown>> {
  const bytes = await readBytes(request, limit)
  return bytes.kind === 'refused' ? bytes : jsonOf(bytes.value)
}

function jsonOf(bytes: Buffer): Body<unknown> {
  try {
    return { kind: 'body', value: JSON.parse(bytes.toString('utf8')) }
  } catch {
    return refused(422, 'The request is not JSON')
  }
}

function parsed<T extends z.ZodType>(body: Body<unknown>, schema: T): Body<z.output<T>> {
  if (body.kind === 'refused') return body
  const read = readWith(schema, body.value)
  return read.kind === 'read'
    ? { kind: 'body', value: read.value }
    : refused(422, 'The request is not right', read.issues)
}

/** Parses a body that was read; what does not parse is answered with the path of each fault. */
export function parseBody<T extends z.ZodType>(bytes: Buffer, schema: T): Body<z.output<T>> {
  return parsed(jsonOf(bytes), schema)
}

/** Reads and parses. */
export async function readBody<T extends z.ZodType>(
  request: Request,
  limit: number,
  schema: T,
): Promise<Body<z.output<T>>> {
  return parsed(await readJson(request, limit), schema)
}

/** Reads what stands behind the question mark; a key given twice is not a choice that can be guessed. */
export function readQuery<T extends z.ZodType>(request: Request, schema: T): Body<z.output<T>> {
  const { searchParams } = new URL(request.url)
  const twice = [...searchParams.keys()].find((key, i, keys) => keys.indexOf(key) !== i)
  if (twice !== undefined) return refused(422, 'The request is not right', [{ path: twice, message: 'is given twice' }])
  return parsed({ kind: 'body', value: Object.fromEntries(searchParams) }, schema)
}
