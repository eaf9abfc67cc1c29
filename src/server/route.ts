import { strangerIn } from './allowedHosts'
import { isDataTrouble } from './dataTrouble'
import { HeavyRefused } from './heavy/heavyRefused'
import { answer, problem } from './http'

type Params = Readonly<Record<string, string>>
type Context = { readonly params: Promise<Record<string, string | string[]>> }
export type Handler = (request: Request, params: Params) => Promise<Response> | Response
type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'

const METHODS: readonly Method[] = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE']
const WITH_BODY: ReadonlySet<Method> = new Set(['POST', 'PUT', 'PATCH'])

/** The methods of one address. What is not among them, and what goes wrong, comes back in the shape of every refusal. */
export function route(handlers: { readonly [M in Method]?: Handler }): Readonly<
  Record<Method, (request: Request, context: Context) => Promise<Response>>
> {
  const allowed = METHODS.filter((method) => handlers[method])
  const methods = METHODS.map((method) => {
    const handle = handlers[method]
    const guarded = async (request: Request, context: Context): Promise<Response> => {
      const stranger = strangerIn(request)
      if (stranger !== null) return problem(403, stranger)
      if (!handle) {
        const refusal = problem(
          405,
          `${method} is not possible here; ${allowed.length > 0 ? `${allowed.join(' and ')} ${allowed.length > 1 ? 'are' : 'is'}` : 'nothing is'}`,
        )
        refusal.headers.set('allow', allowed.join(', '))
        return refusal
      }
      if (WITH_BODY.has(method) && !isJson(request))
        return problem(415, 'Writes come as JSON: give the header content-type: application/json')
      try {
        return await handle(request, (await context.params) as Params)
      } catch (error) {
        return failure(error)
      }
    }
    return [method, guarded] as const
  })
  return Object.fromEntries(methods) as Record<Method, (typeof methods)[number][1]>
}

function isJson(request: Request): boolean {
  const type = (request.headers.get('content-type') ?? '').split(';')[0]!.trim().toLowerCase()
  return type === 'application/json' || type === 'application/x-ndjson' || type === 'application/zip'
}

/** What went wrong, without a stack: a fault of the data file passes (503), anything else is ours (500) and goes to the log. */
function failure(error: unknown): Response {
  if (isDataTrouble(error)) {
    const refusal = answer({ error: { message: error.message, issues: [] }, trouble: error.kind }, 503)
    refusal.headers.set('retry-after', '1')
    return refusal
  }
  if (error instanceof HeavyRefused) return problem(503, error.message)
  console.error(error)
  return problem(500, 'The server stumbled over this request; nothing was changed')
}
