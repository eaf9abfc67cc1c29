import { newId } from '@/ui/primitives'

interface JobState {
  readonly what: string
  readonly done: number
  readonly of: number
  readonly ahead: number
}

const ASK_MS = 600

/** How far it is, in words. */
function progressWords({ what, done, of, ahead }: JobState): string {
  const share = `${Math.round((100 * done) / Math.max(1, of))} %`
  return `${what}, ${share}${ahead > 0 ? `; ${ahead} ${ahead === 1 ? 'piece' : 'pieces'} of others’ work first` : ''}`
}

/** Does something that takes long, and says meanwhile how far the server is with it. The work is handed its name. */
export async function withProgress<T>(
  work: (job: string) => Promise<T>,
  onProgress: (words: string) => void,
): Promise<T> {
  const job = newId()
  let isOver = false
  const timer = setInterval(() => {
    void fetch(`/api/jobs/${job}`)
      .then(async (reply) => (reply.ok ? ((await reply.json()) as { readonly job: JobState }) : null))
      .then((told) => {
        if (told && !isOver) onProgress(progressWords(told.job))
      })
      .catch(() => undefined)
  }, ASK_MS)
  try {
    return await work(job)
  } finally {
    isOver = true
    clearInterval(timer)
  }
}
