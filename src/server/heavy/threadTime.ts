import { readFileSync } from 'node:fs'
import type { Worker } from 'node:worker_threads'

/** Ticks in which Linux counts processor time: USER_HZ, 100 a second on every machine it runs on (proc(5)). */
const TICK_MS = 10

/** The number by which Linux knows the thread that asks; null elsewhere. To be asked in the thread itself. */
export function ownThread(): number | null {
  try {
    const found = Number.parseInt(readFileSync('/proc/thread-self/stat', 'utf8'), 10)
    return Number.isSafeInteger(found) ? found : null
  } catch {
    return null
  }
}

/** User and system time of one line of `stat`: its fields 14 and 15 (proc(5)). The second field is a name and may hold blanks and brackets. */
export function ticksOf(stat: string): number | null {
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ')
  const ticks = Number(fields[11]) + Number(fields[12])
  return Number.isFinite(ticks) ? ticks : null
}

/**
 * Processor time that a thread has used so far, milliseconds. Where the system does not tell it by thread, the time in
 * which its loop was busy, which on a machine that is busy itself is more.
 */
export function threadTime_ms(worker: Worker, thread: number | null): number {
  if (thread !== null) {
    try {
      const ticks = ticksOf(readFileSync(`/proc/self/task/${thread}/stat`, 'utf8'))
      if (ticks !== null) return ticks * TICK_MS
    } catch {
      // It has ended meanwhile.
    }
  }
  return worker.performance.eventLoopUtilization().active
}
