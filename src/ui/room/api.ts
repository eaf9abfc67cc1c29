/** Requests to this application's own server. */
export interface Reply<T> {
  readonly status: number
  readonly body: T
}

export interface Problem {
  readonly error?: {
    readonly message: string
    readonly issues: readonly { readonly path: string; readonly message: string }[]
  }
}

/** So long a request is waited for; the windows say that they wait well before. */
const GIVE_UP_MS = 20_000

/** Status 0: the server did not answer. */
export async function request<T>(
  method: 'GET' | 'POST' | 'DELETE',
  path: string,
  body?: unknown,
): Promise<Reply<T & Problem>> {
  try {
    const response = await fetch(path, {
      method,
      headers: method === 'POST' ? { 'content-type': 'application/json' } : {},
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(GIVE_UP_MS),
    })
    return { status: response.status, body: (await response.json()) as T & Problem }
  } catch {
    return {
      status: 0,
      body: { error: { message: 'The server does not answer; try again when it runs', issues: [] } } as unknown as T &
        Problem,
    }
  }
}

/** Sends a file as it is. */
export async function sendFile<T>(
  path: string,
  file: File,
  type: 'application/x-ndjson' | 'application/zip' = 'application/x-ndjson',
): Promise<Reply<T & Problem>> {
  try {
    const response = await fetch(path, {
      method: 'POST',
      headers: { 'content-type': type },
      body: file,
    })
    return { status: response.status, body: (await response.json()) as T & Problem }
  } catch {
    return {
      status: 0,
      body: { error: { message: 'The server does not answer; try again when it runs', issues: [] } } as unknown as T &
        Problem,
    }
  }
}

/** One sentence from a refused request. */
export function problemText(body: Problem): string {
  const { error } = body
  if (!error) return 'Something went wrong'
  const faults = error.issues.slice(0, 5).map(({ path, message }) => (path ? `${path}: ${message}` : message))
  return [error.message, ...faults, ...(error.issues.length > 5 ? [`and ${error.issues.length - 5} more`] : [])].join(
    '. ',
  )
}
