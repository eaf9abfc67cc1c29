'use client'
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState, useSyncExternalStore, type ReactNode } from 'react'
import type { Issue } from '@/core/calculator'
import type { Evaluation } from '@/core/evaluate'
import type { Command, DeviceId, Plan, WireId } from '@/core/plan'
import { progressOf, type LogEntry, type StepStatus } from '@/core/procedure'
import type { Figure } from '@/core/trace'
import { ReckonClient } from '@/workers'
import { request } from './api'
import { hasLost } from './hasLost'
import { PlanClient, type PlanState } from './planClient'

/** What the drawer on the right shows. */
export type DrawerView =
  | { readonly kind: 'figure'; readonly title: string; readonly subject: string; readonly figure: Figure; readonly back?: DrawerView }
  | { readonly kind: 'findings' }
  | { readonly kind: 'device'; readonly id: DeviceId }
  | { readonly kind: 'wire'; readonly id: WireId }

export interface Room {
  readonly id: string
  readonly state: PlanState
  readonly plan: Plan
  /** Of the newest plan that has been worked out; null until the first. */
  readonly evaluation: Evaluation | null
  readonly isReckoning: boolean
  readonly reckonError: string | null
  readonly took_ms: number | null
  readonly log: readonly LogEntry[]
  readonly progress: ReadonlyMap<string, { readonly status: StepStatus; readonly changed: readonly string[] }>
  readonly drawer: DrawerView | null
  readonly client: PlanClient
  edit(label: string, ...commands: Command[]): readonly Issue[]
  open(view: DrawerView | null): void
  /** Returns what went wrong, or null once the entry is committed. */
  record(entry: Omit<LogEntry, 'at' | 'entryId'>): Promise<string | null>
}

const RoomContext = createContext<Room | null>(null)

export function useRoom(): Room {
  const room = useContext(RoomContext)
  if (!room) throw new Error('useRoom needs a PlanRoom around it')
  return room
}

function pendingStorage(planId: string, windowId: string) {
  const prefix = `glad-rafter.pending.${planId}.`
  return {
    /** Everything any window left behind for this plan; sending an edit twice does it once. */
    read() {
      const keys = Object.keys(localStorage).filter((key) => key.startsWith(prefix))
      const edits = keys.flatMap((key) => JSON.parse(localStorage.getItem(key) ?? '[]') as unknown[])
      for (const key of keys) localStorage.removeItem(key)
      if (edits.length > 0) localStorage.setItem(prefix + windowId, JSON.stringify(edits))
      return edits.length > 0 ? JSON.stringify(edits) : null
    },
    write(text: string | null) {
      if (text === null) localStorage.removeItem(prefix + windowId)
      else localStorage.setItem(prefix + windowId, text)
    },
  }
}

interface Start {
  readonly id: string
  readonly plan: Plan
  readonly revision: number
  readonly undo: string | null
  readonly redo: string | null
  readonly log: readonly LogEntry[]
}

/** Holds one open plan: its client, its evaluation, its logbook and the drawer. */
export function PlanRoom({ start, children }: { readonly start: Start; readonly children: ReactNode }) {
  const [client] = useState(() => {
    const windowId = crypto.randomUUID()
    return new PlanClient(start, {
      send: (body) => request('POST', `/api/plans/${start.id}/edits`, body),
      storage: typeof localStorage === 'undefined' ? { read: () => null, write: () => undefined } : pendingStorage(start.id, windowId),
      newId: () => crypto.randomUUID(),
      wait: (ms) => new Promise((done) => setTimeout(done, ms)),
    })
  })
  const state = useSyncExternalStore(client.subscribe, client.snapshot, client.snapshot)
  const [evaluated, setEvaluated] = useState<{ readonly plan: Plan; readonly evaluation: Evaluation; readonly took_ms: number } | null>(null)
  const [reckonError, setReckonError] = useState<string | null>(null)
  const [log, setLog] = useState(start.log)
  const [drawer, setDrawer] = useState<DrawerView | null>(null)
  const reckoner = useRef<ReckonClient | null>(null)

  useEffect(() => client.resume(), [client])
  useEffect(() => {
    reckoner.current = new ReckonClient()
    return () => {
      reckoner.current?.close()
      reckoner.current = null
    }
  }, [])
  useEffect(() => {
    const { plan } = state
    void reckoner.current?.evaluate(plan).then((result) => {
      if (result === null) return
      if (result instanceof Error) return setReckonError(result.message)
      setReckonError(null)
      setEvaluated({ plan, ...result })
    })
  }, [state.plan]) // eslint-disable-line react-hooks/exhaustive-deps -- only the plan is evaluated

  const record = useCallback<Room['record']>(
    async (entry) => {
      const reply = await request<{ entry: LogEntry }>('POST', `/api/plans/${start.id}/logbook`, { ...entry, entryId: crypto.randomUUID() })
      if (reply.status !== 201) return reply.body.error?.message ?? 'It was not recorded'
      setLog((before) => [...before, reply.body.entry])
      return null
    },
    [start.id],
  )
  const progress = useMemo(() => progressOf(evaluated?.evaluation.procedure ?? [], log), [evaluated, log])
  // Until what is left is worked out, a plan that lost something is shown as it was: figures must not name what is gone.
  const isBehind = evaluated !== null && evaluated.plan !== state.plan && hasLost(evaluated.plan, state.plan)
  const room: Room = {
    id: start.id, state, plan: isBehind && !reckonError ? evaluated.plan : state.plan, evaluation: isBehind && reckonError ? null : (evaluated?.evaluation ?? null), isReckoning: evaluated?.plan !== state.plan, reckonError, took_ms: evaluated?.took_ms ?? null, log, progress, drawer, client,
    edit: (label, ...commands) => client.edit(label, commands),
    open: setDrawer,
    record,
  }
  return <RoomContext.Provider value={room}>{children}</RoomContext.Provider>
}
