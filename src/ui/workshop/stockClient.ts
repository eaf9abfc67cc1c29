import { useSyncExternalStore } from 'react'
import type { Stocked, StockItem, StockMove } from '@/core/workshop'
import { problemText, request } from '@/ui/room'

export interface StockState {
  /** Null until the stock has been asked for. */
  readonly items: readonly Stocked[] | null
  readonly waiting: number
  readonly message: string | null
}

interface Change {
  readonly items: readonly StockItem[]
  readonly moves: readonly StockMove[]
}

const KEY = 'glad-rafter.stock'
const RETRY_MS = 3000

function kept(): readonly Change[] {
  try {
    const value: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(value) ? (value as Change[]) : []
  } catch {
    return []
  }
}

function keep(pending: readonly Change[]): void {
  try {
    if (pending.length === 0) localStorage.removeItem(KEY)
    else localStorage.setItem(KEY, JSON.stringify(pending))
  } catch {
    // Without storage it waits in the window.
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

/** The workshop's stock in this browser: a change counts at once, is kept, and goes to the server when that answers. */
export class StockClient {
  private confirmed: readonly Stocked[] | null = null
  private pending: readonly Change[] = []
  private state: StockState = { items: null, waiting: 0, message: null }
  private readonly listeners = new Set<() => void>()
  private isSending = false
  private isOpen = false

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    if (!this.isOpen) {
      this.isOpen = true
      this.pending = kept()
      void this.load().then(() => this.flush())
    }
    return () => this.listeners.delete(listener)
  }

  snapshot = (): StockState => this.state

  change(change: Partial<Change>): void {
    this.pending = [...this.pending, { items: change.items ?? [], moves: change.moves ?? [] }]
    keep(this.pending)
    this.show(this.state.message)
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

  private async flush(): Promise<void> {
    if (this.isSending) return
    this.isSending = true
    while (this.pending.length > 0) {
      const [first] = this.pending
      const { status, body } = await request<{ readonly items: readonly Stocked[] }>('POST', '/api/stock', first)
      if (status === 201) {
        this.confirmed = body.items
        // What was changed while this one was on its way stays queued.
        this.pending = this.pending.slice(1)
        keep(this.pending)
        this.show(null)
      } else if (status === 422) {
        // Refused for good: it is told and let go, what comes after it goes on.
        this.pending = this.pending.slice(1)
        keep(this.pending)
        this.show(problemText(body))
      } else {
        this.show('The server does not answer; what changed in the stock is kept in this browser and sent again')
        await new Promise<void>((done) => setTimeout(done, RETRY_MS))
      }
    }
    this.isSending = false
  }

  private show(message: string | null): void {
    const items =
      this.confirmed === null && this.pending.length === 0 ? null : withChanges(this.confirmed ?? [], this.pending)
    this.state = { items, waiting: this.pending.length, message }
    for (const listener of this.listeners) listener()
  }
}

const client = new StockClient()

const EMPTY: StockState = { items: null, waiting: 0, message: null }

export function useStock(): StockState & Pick<StockClient, 'change' | 'remove' | 'load'> {
  const state = useSyncExternalStore(client.subscribe, client.snapshot, () => EMPTY)
  return {
    ...state,
    change: (change) => client.change(change),
    remove: (id) => client.remove(id),
    load: () => client.load(),
  }
}
