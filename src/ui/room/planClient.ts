import type { Issue } from '@/core/calculator'
import * as z from 'zod'
import { apply, command, replay, type Change, type Command, type Plan } from '@/core/plan'

export interface PendingEdit {
  readonly editId: string
  readonly label: string
  readonly commands: readonly Command[]
}

export interface Conflict {
  readonly mine: PendingEdit
  /** What others did to the same things, or why mine no longer fits. */
  readonly theirs: readonly string[]
  readonly issues: readonly Issue[]
}

export interface PlanState {
  /** With the edits not yet acknowledged. */
  readonly plan: Plan
  readonly revision: number
  readonly pending: readonly PendingEdit[]
  readonly undo: string | null
  readonly redo: string | null
  readonly status: 'saved' | 'saving' | 'offline' | 'conflict'
  readonly message: string | null
  readonly conflict: Conflict | null
}

export interface Transport {
  send(body: unknown): Promise<{ readonly status: number; readonly body: unknown }>
  /** What survives a closed window. */
  readonly storage: { read(): string | null; write(text: string | null): void }
  newId(): string
  wait(ms: number): Promise<void>
}

const RETRY_MS = 2000

type Reply = { readonly revision?: number; readonly change?: Change; readonly since?: readonly Change[]; readonly undo?: string | null; readonly redo?: string | null; readonly error?: { readonly message: string; readonly issues: readonly Issue[] } }

/**
 * The browser's side of the write path. An edit is applied at once and queued; the queue is kept in the browser's storage
 * until the server has acknowledged each edit. A stale revision rebases what is queued, or shows the conflict.
 */
export class PlanClient {
  private confirmed: Plan
  private state: PlanState
  private readonly listeners = new Set<() => void>()
  private isSending = false

  constructor(start: { readonly plan: Plan; readonly revision: number; readonly undo: string | null; readonly redo: string | null }, private readonly transport: Transport) {
    this.confirmed = start.plan
    this.state = { ...start, pending: [], status: 'saved', message: null, conflict: null }
  }

  /** Takes up edits that an earlier window left unacknowledged. */
  resume(): void {
    const kept = readKept(this.transport.storage.read())
    if (kept.length === 0 || this.state.pending.length > 0) return
    this.set({ pending: kept, status: 'saving' })
    this.rebuild()
    void this.flush()
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  snapshot = (): PlanState => this.state

  /** Applies at once. Returns what is wrong when the plan refuses the edit; then nothing is changed. */
  edit(label: string, commands: readonly Command[]): readonly Issue[] {
    const applied = apply(this.state.plan, commands)
    if (applied.kind === 'refused') return applied.issues
    const pending = [...this.state.pending, { editId: this.transport.newId(), label, commands }]
    this.keep(pending)
    this.set({ plan: applied.plan, pending, status: this.state.status === 'conflict' ? 'conflict' : 'saving', message: null })
    void this.flush()
    return []
  }

  /** Undo and redo act on what is saved; queued edits go first. */
  async back(kind: 'undo' | 'redo'): Promise<void> {
    await this.flush()
    if (this.state.pending.length > 0) return
    const { status, body } = await this.trySend({ kind, editId: this.transport.newId(), baseRevision: this.state.revision })
    const reply = body as Reply
    if (status === 200) this.acknowledge(reply)
    else if (status === 409) {
      this.catchUp(reply)
      this.set({ message: `Someone else changed the plan; ${kind} was not done. Look, then try again.` })
    } else this.set({ message: reply.error?.message ?? 'The server does not answer' })
  }

  /** Ends a conflict: mine on top of theirs, or mine dropped. */
  settle(choice: 'mine' | 'theirs'): void {
    const { conflict, pending } = this.state
    if (!conflict) return
    const rest = choice === 'mine' ? pending : pending.filter(({ editId }) => editId !== conflict.mine.editId)
    this.keep(rest)
    this.set({ conflict: null, pending: rest, status: rest.length > 0 ? 'saving' : 'saved' })
    this.rebuild()
    void this.flush()
  }

  private async flush(): Promise<void> {
    if (this.isSending) {
      while (this.isSending) await this.transport.wait(20)
      return
    }
    this.isSending = true
    try {
      while (this.state.pending.length > 0 && !this.state.conflict) {
        const next = this.state.pending[0]!
        const { status, body } = await this.trySend({ kind: 'edit', editId: next.editId, baseRevision: this.state.revision, label: next.label, commands: next.commands })
        const reply = body as Reply
        if (status === 200) {
          this.shift()
          this.acknowledge(reply)
        } else if (status === 409) this.rebase(next, reply)
        else if (status === 422) this.raise(next, ['The server refused this edit'], reply.error?.issues ?? [])
        else if (status === 404) return this.set({ status: 'offline', message: 'This plan was deleted; export what you see before closing the window' })
        else {
          this.set({ status: 'offline', message: 'The server does not answer; your edits are kept in this browser and sent again' })
          await this.transport.wait(RETRY_MS)
        }
      }
      if (this.state.pending.length === 0) this.set({ status: 'saved' })
    } finally {
      this.isSending = false
    }
  }

  private async trySend(body: unknown): Promise<{ readonly status: number; readonly body: unknown }> {
    try {
      return await this.transport.send(body)
    } catch {
      return { status: 0, body: {} }
    }
  }

  private acknowledge(reply: Reply): void {
    this.confirmed = replay(this.confirmed, reply.change!.patches)
    this.set({ revision: reply.revision!, undo: reply.undo ?? null, redo: reply.redo ?? null, message: null })
    this.rebuild()
  }

  private catchUp(reply: Reply): void {
    for (const change of reply.since ?? []) this.confirmed = replay(this.confirmed, change.patches)
    this.set({ revision: reply.revision!, undo: reply.undo ?? null, redo: reply.redo ?? null })
    this.rebuild()
  }

  private rebase(mine: PendingEdit, reply: Reply): void {
    const since = reply.since ?? []
    // Sent before, committed, and the answer lost on the way.
    if (since.some(({ editId }) => editId === mine.editId)) {
      this.shift()
      return this.catchUp(reply)
    }
    const before = apply(this.confirmed, mine.commands)
    const touched = before.kind === 'applied' ? before.patches.map(({ path }) => path) : []
    const clashing = since.filter(({ patches }) => patches.some((patch) => touched.some((path) => overlaps(path, patch.path))))
    this.catchUp(reply)
    const after = apply(this.confirmed, mine.commands)
    if (after.kind === 'refused') this.raise(mine, since.map(({ label }) => label), after.issues)
    else if (clashing.length > 0) this.raise(mine, clashing.map(({ label }) => label), [])
  }

  private raise(mine: PendingEdit, theirs: readonly string[], issues: readonly Issue[]): void {
    this.set({ conflict: { mine, theirs, issues }, status: 'conflict' })
  }

  private shift(): void {
    const pending = this.state.pending.slice(1)
    this.keep(pending)
    this.set({ pending })
  }

  /** What is saved, with what is queued on top. An edit that no longer fits waits for its own turn to be shown as a conflict. */
  private rebuild(): void {
    let plan = this.confirmed
    for (const { commands } of this.state.pending) {
      const applied = apply(plan, commands)
      if (applied.kind === 'applied') plan = applied.plan
    }
    this.set({ plan })
  }

  private keep(pending: readonly PendingEdit[]): void {
    this.transport.storage.write(pending.length > 0 ? JSON.stringify(pending) : null)
  }

  private set(changes: Partial<PlanState>): void {
    this.state = { ...this.state, ...changes }
    for (const listener of this.listeners) listener()
  }
}

/** One path leads to the other, or both to the same. */
function overlaps(a: readonly (string | number)[], b: readonly (string | number)[]): boolean {
  const shared = Math.min(a.length, b.length)
  for (let i = 0; i < shared; i += 1) if (String(a[i]) !== String(b[i])) return false
  return true
}

const keptEdits = z.array(z.strictObject({ editId: z.string(), label: z.string(), commands: z.array(command) }))

function readKept(text: string | null): readonly PendingEdit[] {
  if (!text) return []
  try {
    const parsed = keptEdits.safeParse(JSON.parse(text))
    return parsed.success ? parsed.data : []
  } catch {
    return []
  }
}
