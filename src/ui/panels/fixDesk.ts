import { useSyncExternalStore } from 'react'
import type { Issue } from '@/core/calculator'
import type { Trial } from '@/core/evaluate'
import type { Finding } from '@/core/findings'
import type { Command, Plan } from '@/core/plan'

export type Fix = Finding['fixes'][number]

export type FixState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'trying'; readonly fix: Fix }
  /** What it would bring with it: somebody decides. */
  | { readonly kind: 'doubt'; readonly fix: Fix; readonly trial: Extract<Trial, { kind: 'tried' }> }
  | { readonly kind: 'done'; readonly fix: Fix }
  | { readonly kind: 'failed'; readonly fix: Fix; readonly why: string }

interface FixTools {
  plan(): Plan
  tryEdit(plan: Plan, commands: readonly Command[]): Promise<Trial | Error>
  edit(label: string, ...commands: Command[]): readonly Issue[]
}

/** The same fix, of whichever working out. */
export const isSameFix = (one: Fix, other: Fix): boolean =>
  one.label === other.label && JSON.stringify(one.commands) === JSON.stringify(other.commands)

const IDLE: FixState = { kind: 'idle' }

/** A fix is tried before it is taken, and goes on to its end whatever is shut meanwhile; then it says what it did. */
export class FixDesk {
  private state: FixState = IDLE
  private readonly listeners = new Set<() => void>()

  constructor(private readonly tools: FixTools) {}

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  snapshot = (): FixState => this.state

  /** Another one is tried in its place. */
  async tryFirst(fix: Fix): Promise<void> {
    const trying: FixState = { kind: 'trying', fix }
    this.set(trying)
    const trial = await this.tools.tryEdit(this.tools.plan(), fix.commands)
    if (this.state !== trying) return
    if (trial instanceof Error) this.set({ kind: 'failed', fix, why: `It could not be tried: ${trial.message}` })
    else if (trial.kind === 'refused') this.set({ kind: 'failed', fix, why: trial.reason })
    else if (trial.raised.length === 0) this.take(fix)
    else this.set({ kind: 'doubt', fix, trial })
  }

  take(fix: Fix): void {
    const issues = this.tools.edit(fix.label, ...fix.commands)
    this.set(
      issues.length === 0
        ? { kind: 'done', fix }
        : { kind: 'failed', fix, why: issues.map(({ message }) => message).join('; ') },
    )
  }

  leave(): void {
    this.set(IDLE)
  }

  private set(state: FixState): void {
    this.state = state
    for (const listener of this.listeners) listener()
  }
}

const desks = new WeakMap<object, FixDesk>()

/** One for each open plan. */
export function fixDeskOf(owner: object, tools: FixTools): FixDesk {
  const known = desks.get(owner) ?? new FixDesk(tools)
  desks.set(owner, known)
  return known
}

export function useFixState(desk: FixDesk): FixState {
  return useSyncExternalStore(desk.subscribe, desk.snapshot, desk.snapshot)
}
