import { clientId } from '@/core/plan/schema'

/** How far long work is, for whoever asked for it under a name of its own choosing. */
export interface JobState {
  /** What is being done at the moment. */
  readonly what: string
  readonly done: number
  readonly of: number
  /** Pieces of work of others that come first. */
  readonly ahead: number
}

export interface Progress {
  /** Begins a part of the work; what comes back is told how many pieces come first. */
  step(what: string, done: number, of: number): (ahead: number) => void
  /** To be called once, however it ended. */
  end(): void
}

const shared = globalThis as typeof globalThis & { gladRafterJobs?: Map<string, JobState> }
const jobs = (shared.gladRafterJobs ??= new Map())
/** Names that nobody asks for any more go with the work; this is a bound for those that are kept at once. */
const MOST = 500

const UNTOLD: Progress = { step: () => () => undefined, end: () => undefined }

/** Progress under the name that a request gives as `job` behind the question mark; told to nobody where it gives none. */
export function progressOf(request: Request): Progress {
  const job = new URL(request.url).searchParams.get('job')
  if (job === null || !clientId.safeParse(job).success || jobs.size >= MOST) return UNTOLD
  return {
    step(what, done, of) {
      jobs.set(job, { what, done, of, ahead: 0 })
      return (ahead) => jobs.set(job, { what, done, of, ahead })
    },
    end: () => jobs.delete(job),
  }
}

/** Null where nothing of the name is being done. */
export function jobState(job: string): JobState | null {
  return jobs.get(job) ?? null
}
