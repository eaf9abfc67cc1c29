import type { Issue } from '@/core/calculator'
import { draftEntry, type LogDraft, type LogEntry } from '@/core/procedure'
import type { Editing, Reply } from './planClient'
import { KEPT_WORDS, NO_ROOM } from './windowStorage'

export interface LogState {
  /** In the order in which they were made; those not sent yet come last. */
  readonly entries: readonly LogEntry[]
  readonly waiting: number
  readonly message: string | null
  /** What waits survives this window. */
  readonly isKept: boolean
}

export interface LogTransport {
  send(entry: Omit<LogEntry, 'at'>): Promise<Reply>
  /** All entries as the server has them. */
  load(): Promise<Reply>
  /** Tells this browser's other windows that something was written. */
  announce?(): void
  /** `write` says whether it is kept. */
  readonly storage: { read(): readonly string[]; write(text: string | null): boolean }
  newId(): string
  now(): string
  wait(ms: number): Promise<void>
}

const RETRY_MS = 2000
const TRIES = 3

/**
 * The logbook at the bench: a sign-off or a tug counts as soon as it is made, is kept in the browser's storage, and goes to
 * the server when that answers. An entry sent twice is written once, by its id.
 */
export class LogClient {
  private state: LogState
  private confirmed: readonly LogEntry[]
  private pending: readonly LogEntry[] = []
  private editing: Editing | null = null
  private isSending = false
  private tries = 0
  private readonly listeners = new Set<() => void>()

  constructor(
    start: readonly LogEntry[],
    private readonly transport: LogTransport,
  ) {
    this.confirmed = start
    this.state = { entries: start, waiting: 0, message: null, isKept: true }
  }

  /** What reads lines is there; those made before it go as they are, and the server reads them. */
  equip(tools: Editing): void {
    this.editing = tools
  }

  /** Takes up what an earlier window could not send. */
  resume(): void {
    if (!this.editing) return
    const known = new Set([...this.confirmed, ...this.pending].map(({ entryId }) => entryId))
    const left = this.transport.storage
      .read()
      .flatMap(this.editing.readEntries)
      .filter(({ entryId }) => !known.has(entryId))
    this.keep([...this.pending, ...left])
    void this.flush()
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  snapshot = (): LogState => this.state

  /** Returns what is wrong with the entry, or nothing: then it is kept. */
  record(draft: LogDraft): readonly Issue[] {
    const whole = { ...draftEntry(draft), entryId: this.transport.newId() }
    const asSent = JSON.parse(JSON.stringify(whole)) as typeof whole
    const read = this.editing?.readEntry(asSent)
    if (read?.kind === 'refused') return read.issues
    this.keep([...this.pending, { ...(read?.value ?? asSent), at: this.transport.now() }])
    void this.flush()
    return []
  }

  /**
   * What the server has: entries of other windows, and of a window before this one whose last was written while this page
   * was on its way.
   */
  async refresh(): Promise<void> {
    const { status, body } = await this.transport.load().catch((): Reply => ({ status: 0, body: {} }))
    const { entries } = body as { readonly entries?: readonly LogEntry[] }
    if (status !== 200 || !entries) return
    const known = new Set(entries.map(({ entryId }) => entryId))
    // Nothing is ever taken out of a logbook: what the server had and has no more, it lost, and gets again.
    const lost = this.confirmed.filter(({ entryId }) => !known.has(entryId))
    const waiting = this.pending.filter(({ entryId }) => !known.has(entryId))
    this.confirmed = entries
    this.keep([...lost, ...waiting])
    if (lost.length > 0) void this.flush()
  }

  private async flush(): Promise<void> {
    if (this.isSending) return
    this.isSending = true
    while (this.pending.length > 0) await this.sendFirst(this.pending[0]!)
    this.isSending = false
    this.transport.announce?.()
  }

  private async sendFirst(first: LogEntry): Promise<void> {
    const { status, body } = await this.transport
      .send(withoutMoment(first))
      .catch((): Reply => ({ status: 0, body: {} }))
    const reply = body as { readonly entry?: LogEntry; readonly error?: { readonly message: string } }
    if (status === 201 || status === 200) {
      this.tries = 0
      const isKnown = this.confirmed.some(({ entryId }) => entryId === first.entryId)
      if (!isKnown) this.confirmed = [...this.confirmed, reply.entry ?? first]
      return this.keep(this.pending.filter(({ entryId }) => entryId !== first.entryId))
    }
    const isAway = status === 0 || status === 503
    this.tries += isAway ? 0 : 1
    const message = isAway
      ? `${reply.error?.message ?? 'The server does not answer'}; ${this.state.isKept ? `what you signed ${KEPT_WORDS}` : NO_ROOM}`
      : `The logbook did not take an entry (${reply.error?.message ?? status}); ${this.state.isKept ? 'it is kept in this browser' : NO_ROOM}`
    this.set({ message })
    // One that is refused for good waits at the end, so that it holds up no other.
    if (this.tries >= TRIES && this.pending.length > 1) {
      this.tries = 0
      this.keep([...this.pending.slice(1), first], message)
    }
    await this.transport.wait(isAway ? RETRY_MS : RETRY_MS * Math.max(1, this.tries))
  }

  private keep(
    pending: readonly LogEntry[],
    message: string | null = pending.length === 0 || !this.state.isKept ? null : this.state.message,
  ): void {
    this.pending = pending
    const isKept = this.transport.storage.write(pending.length > 0 ? JSON.stringify(pending) : null)
    this.set({
      entries: [...this.confirmed, ...pending],
      waiting: pending.length,
      message: isKept ? message : `What you signed is not kept: ${NO_ROOM}`,
      isKept,
    })
  }

  private set(changes: Partial<LogState>): void {
    this.state = { ...this.state, ...changes }
    for (const listener of this.listeners) listener()
  }
}

/** The server says when it was written. */
function withoutMoment(entry: LogEntry): Omit<LogEntry, 'at'> {
  return { ...entry, at: undefined } as Omit<LogEntry, 'at'>
}
