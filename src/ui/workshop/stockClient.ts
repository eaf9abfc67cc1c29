import { useSyncExternalStore } from 'react'
import type { Stocked, StockItem, StockMove } from '@/core/workshop'
import { newId } from '@/ui/primitives'
import { keepAlive, KEPT_WORDS, NO_ROOM, ownedStorage, problemText, request } from '@/ui/room'

export interface StockState {
  /** Null until the stock has been asked for. */
  readonly items: readonly Stocked[] | null
  readonly waiting: number
  readonly message: string | null
  /** What the server would not take, until somebody has decided. */
  readonly held: readonly HeldChange[]
}

interface Change {
  readonly items: readonly StockItem[]
  readonly moves: readonly StockMove[]
}

export interface HeldChange {
  readonly change: Change
  readonly why: string
}

/** Releases before this one had one queue for all windows. */
const SHARED_KEY = 'glad-rafter.stock'
const RETRY_MS = 3000

function listIn(text: string): readonly unknown[] {
  try {
    const value: unknown = JSON.parse(text)
    return Array.isArray(value) ? (value as unknown[]) : []
  } catch {
    return []
  }
}

/** Of the form alone: the server reads it, and says what is wrong with it. */
const isChange = (value: unknown): value is Change =>
  typeof value === 'object' &&
  value !== null &&
  Array.isArray((value as Change).items) &&
  Array.isArray((value as Change).moves)
const isHeld = (value: unknown): value is HeldChange =>
  typeof value === 'object' &&
  value !== null &&
  isChange((value as HeldChange).change) &&
  typeof (value as HeldChange).why === 'string'

function takeShared(): readonly unknown[] {
  try {
    const text = localStorage.getItem(SHARED_KEY)
    localStorage.removeItem(SHARED_KEY)
    return listIn(text ?? '[]')
  } catch {
    return []
  }
}

/** What is there after changes that the server has not got yet. */
function withChanges(items: readonly Stocked[], changes: readonly Change[]): readonly Stocked[] {
  const now = new Map(items.map((item) => [item.id, item]))
  for (const { items: own, moves } of changes) {
    for (const item of own) now.set(item.id, { ...item, amount: now.get(item.id)?.amount ?? 0 })
    for (const { itemId, amount } of moves) {
      const item = now.get(itemId)
      if (item) now.set(itemId, { ...item, amount: item.amount + amount })
    }
  }
  return [...now.values()]
}

/**
 * The workshop's stock in this browser: a change counts at once, is kept under this window's name, and goes to the server when
 * that answers. What the server will not take is set aside with the reason.
 */
export class StockClient {
  private confirmed: readonly Stocked[] | null = null
  private pending: readonly Change[] = []
  private held: readonly HeldChange[] = []
  private state: StockState = { items: null, waiting: 0, message: null, held: [] }
  private readonly listeners = new Set<() => void>()
  private readonly refusals = new Map<Change, (why: string) => void>()
  private isSending = false
  private isOpen = false
  private isKept = true
  private readonly queue
  private readonly aside

  constructor(private readonly windowId = newId()) {
    this.queue = ownedStorage('stock', 'workshop', windowId)
    this.aside = ownedStorage('stock-held', 'workshop', windowId)
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    if (!this.isOpen) {
      this.isOpen = true
      if (typeof window !== 'undefined') keepAlive(this.windowId)
      this.held = this.aside.read().flatMap(listIn).filter(isHeld)
      const left = [...this.queue.read().flatMap(listIn), ...takeShared()].filter(isChange)
      this.keep([...left, ...this.pending])
      void this.load().then(() => this.flush())
    }
    return () => this.listeners.delete(listener)
  }

  snapshot = (): StockState => this.state

  /** @param onRefused told why, where the server does not take it while this window is open */
  change(change: Partial<Change>, onRefused?: (why: string) => void): void {
    const whole = { items: change.items ?? [], moves: change.moves ?? [] }
    if (onRefused) this.refusals.set(whole, onRefused)
    this.keep([...this.pending, whole])
    this.show(this.isKept ? this.state.message : `What changed in the stock is not kept: ${NO_ROOM}`)
    void this.flush()
  }

  async remove(id: string): Promise<void> {
    const { status, body } = await request<object>('DELETE', `/api/stock/${encodeURIComponent(id)}`)
    if (status !== 200) return this.show(problemText(body))
    this.confirmed = (this.confirmed ?? []).filter((item) => item.id !== id)
    this.show(null)
  }

  async load(): Promise<void> {
    const { status, body } = await request<{ readonly items: readonly Stocked[] }>('GET', '/api/stock')
    if (status === 200) this.confirmed = body.items
    this.show(status === 200 ? null : problemText(body))
  }

  /** What was set aside is sent once more, or let go. */
  settle(held: HeldChange, choice: 'again' | 'drop'): void {
    this.setHeld(this.held.filter((each) => each !== held))
    if (choice === 'again') this.change(held.change)
    else this.show(this.state.message)
  }

  private async flush(): Promise<void> {
    if (this.isSending) return
    this.isSending = true
    while (this.pending.length > 0) {
      const first = this.pending[0]!
      const { status, body } = await request<{ readonly items: readonly Stocked[] }>('POST', '/api/stock', first)
      if (status === 201) {
        this.confirmed = body.items
        this.shift(first)
        this.show(null)
      } else if (status === 422) {
        // Refused for good: it is set aside, and what comes after it goes on.
        const why = problemText(body)
        const onRefused = this.refusals.get(first)
        if (!onRefused) this.setHeld([...this.held, { change: first, why }])
        this.shift(first)
        await this.load()
        if (onRefused) {
          onRefused(why)
          this.show(why)
        }
      } else {
        this.show(`The server does not answer; ${this.isKept ? `what changed in the stock ${KEPT_WORDS}` : NO_ROOM}`)
        await new Promise<void>((done) => setTimeout(done, RETRY_MS))
      }
    }
    this.isSending = false
  }

  /** What was changed while this one was on its way stays queued. */
  private shift(done: Change): void {
    this.refusals.delete(done)
    this.keep(this.pending.filter((each) => each !== done))
  }

  private keep(pending: readonly Change[]): void {
    this.pending = pending
    this.isKept = this.queue.write(pending.length > 0 ? JSON.stringify(pending) : null)
  }

  private setHeld(held: readonly HeldChange[]): void {
    this.held = held
    this.aside.write(held.length > 0 ? JSON.stringify(held) : null)
  }

  private show(message: string | null): void {
    const items =
      this.confirmed === null && this.pending.length === 0 ? null : withChanges(this.confirmed ?? [], this.pending)
    this.state = { items, waiting: this.pending.length, message, held: this.held }
    for (const listener of this.listeners) listener()
  }
}

const client = new StockClient()

const EMPTY: StockState = { items: null, waiting: 0, message: null, held: [] }

export function useStock(): StockState & Pick<StockClient, 'change' | 'remove' | 'load' | 'settle'> {
  const state = useSyncExternalStore(client.subscribe, client.snapshot, () => EMPTY)
  return {
    ...state,
    change: (change, onRefused) => client.change(change, onRefused),
    remove: (id) => client.remove(id),
    load: () => client.load(),
    settle: (held, choice) => client.settle(held, choice),
  }
}
