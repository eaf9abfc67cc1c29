'use client'
import { newId } from '@/ui/primitives'
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react'
import { usePathname } from 'next/navigation'
import type { Issue } from '@/core/calculator'
import { whatFollowed, type Evaluation, type Followed } from '@/core/evaluate'
import type { Scenario } from '@/core/figures'
import type { Command, DeviceId, Plan, WireId } from '@/core/plan'
import {
  factWordsOf,
  firstReleaseFacts,
  progressOf,
  type LogDraft,
  type LogEntry,
  type Standing,
} from '@/core/procedure'
import type { Figure } from '@/core/trace'
import { ReckonClient } from '@/workers'
import { request } from './api'
import { hasLost } from './hasLost'
import { withoutStale } from './withoutStale'
import { LogClient } from './logClient'
import { PlanClient, type Editing, type PlanState } from './planClient'
import { GONE_AFTER_MS, keepAlive, ownedStorage } from './windowStorage'

/** What the drawer on the right shows. */
export type DrawerView =
  | {
      readonly kind: 'figure'
      readonly title: string
      readonly subject: string
      readonly figure: Figure
      readonly back?: DrawerView
    }
  | { readonly kind: 'findings' }
  /** What the last edit brought with it. */
  | { readonly kind: 'followed' }
  | { readonly kind: 'device'; readonly id: DeviceId }
  | { readonly kind: 'wire'; readonly id: WireId }

/** What a person can do in the room: the same from edit to edit, so that what only does and does not show is not drawn again. */
export interface Desk {
  readonly id: string
  readonly client: PlanClient
  edit(label: string, ...commands: Command[]): readonly Issue[]
  open(view: DrawerView | null): void
  /** Opens a figure over what the drawer shows, to which it leads back. */
  openFigure(view: Omit<Extract<DrawerView, { kind: 'figure' }>, 'kind' | 'back'>): void
  /** Shows a scenario in Feed; null ends it. */
  play(scenario: Scenario | null): void
  /** Returns what is wrong with the entry, or null: then it counts, is kept, and goes to the server when that answers. */
  record(entry: LogDraft): string | null
}

export interface Room extends Desk {
  readonly state: PlanState
  readonly plan: Plan
  /** Of the newest plan that has been worked out; null until the first. */
  readonly evaluation: Evaluation | null
  readonly isReckoning: boolean
  /** Whether the work in order is of the plan shown, or still of the one before: it follows once nobody edits for a moment. */
  readonly isCounted: boolean
  readonly reckonError: string | null
  readonly took_ms: number | null
  readonly log: readonly LogEntry[]
  /** What waits to be written into the logbook, and why. */
  readonly logWaiting: { readonly count: number; readonly message: string | null }
  /** Of every act and step, by its id. */
  readonly progress: ReadonlyMap<string, Standing>
  readonly drawer: DrawerView | null
  /** The scenario that Feed shows in place of a state. */
  readonly playing: Scenario | null
  /** What became other with the last edit that was worked out. */
  readonly followed: readonly Followed[]
}

const RoomContext = createContext<Room | null>(null)
const DeskContext = createContext<Desk | null>(null)

export function useRoom(): Room {
  const room = useContext(RoomContext)
  if (!room) throw new Error('useRoom needs a PlanRoom around it')
  return room
}

export function useDesk(): Desk {
  const desk = useContext(DeskContext)
  if (!desk) throw new Error('useDesk needs a PlanRoom around it')
  return desk
}

interface Evaluated {
  readonly plan: Plan
  readonly evaluation: Evaluation
  /** The plan of which its work in order is; null before the first. */
  readonly counted: Plan | null
  readonly took_ms: number
}

interface Start {
  readonly id: string
  readonly plan: Plan
  readonly revision: number
  readonly lastEdit: string
  readonly undo: string | null
  readonly redo: string | null
  readonly log: readonly LogEntry[]
}

/** So often a window that is looked at asks whether others changed the plan. */
const POLL_MS = 4000
const FETCH_AGAIN_MS = 2000
/** Sign-offs of others are looked for at every so many of these looks. */
const LOG_EVERY = 5

/** Stages that show the work in order: there it comes with the figures. */
const STAGES_OF_WORK = ['terminate', 'build', 'prove', 'papers'] as const

const wait = (ms: number) => new Promise<void>((done) => setTimeout(done, ms))

function connectPlan(start: Start, windowId: string, announce: () => void): PlanClient {
  const path = `/api/plans/${start.id}`
  const pending = ownedStorage('pending', start.id, windowId)
  const held = ownedStorage('held', start.id, windowId)
  return new PlanClient(start, {
    send: (body) => request('POST', `${path}/edits`, body),
    history: (since) => request('GET', `${path}/history?since=${since}`),
    load: () => request('GET', path),
    async saveBeside(plan) {
      const document = { ...plan, name: `${[...plan.name].slice(0, 60).join('')} (kept copy)` }
      return (await request('POST', '/api/plans', { from: 'file', document })).status === 201
    },
    storage: { read: pending.read, write: pending.write, readHeld: held.read, writeHeld: held.write },
    newId: () => newId(),
    wait,
    announce,
  })
}

function connectLog(start: Start, windowId: string, announce: () => void): LogClient {
  return new LogClient(start.log, {
    send: (entry) => request('POST', `/api/plans/${start.id}/logbook`, entry),
    load: () => request('GET', `/api/plans/${start.id}/logbook`),
    announce,
    storage: ownedStorage('log', start.id, windowId),
    newId: () => newId(),
    now: () => new Date().toISOString(),
    wait,
  })
}

/** What edits are made with, as soon as it can be had. */
async function fetchEditing(client: PlanClient): Promise<Editing> {
  for (;;) {
    try {
      return await import('./editing')
    } catch {
      client.sayUnequipped()
      await wait(FETCH_AGAIN_MS)
    }
  }
}

/** Fetches what edits are made with once there is something to see, an edit waits, or a hand is at work: then an edit is near. */
function useEditing(client: PlanClient, log: LogClient, isWanted: boolean): void {
  const fetchOnce = useRef<(() => void) | null>(null)
  useEffect(() => {
    const takeUp = () => {
      client.resume()
      log.resume()
    }
    let isGone = false
    let isAsked = false
    const fetchNow = () => {
      if (isAsked) return
      isAsked = true
      void fetchEditing(client).then((editing) => {
        if (isGone) return
        client.equip(editing)
        log.equip(editing)
        takeUp()
      })
    }
    fetchOnce.current = fetchNow
    for (const event of ['pointerdown', 'keydown']) window.addEventListener(event, fetchNow, true)
    // A window that was killed could not say so: what it left is taken up once its silence is long enough.
    const later = setTimeout(takeUp, GONE_AFTER_MS + 1000)
    return () => {
      isGone = true
      for (const event of ['pointerdown', 'keydown']) window.removeEventListener(event, fetchNow, true)
      clearTimeout(later)
    }
  }, [client, log])
  useEffect(() => {
    if (isWanted) fetchOnce.current?.()
  }, [isWanted])
}

/** Keeps the window beside the others: told by this browser's own windows at once, by asking for everybody else's. */
function useOthersChanges(client: PlanClient, log: LogClient, channel: BroadcastChannel | null): void {
  useEffect(() => {
    let looks = 0
    const look = () => {
      if (document.visibilityState !== 'visible') return
      void client.poll()
      if (looks % LOG_EVERY === 0) void log.refresh()
      looks += 1
    }
    const lookAtAll = () => {
      looks = 0
      look()
    }
    look()
    const timer = setInterval(look, POLL_MS)
    document.addEventListener('visibilitychange', lookAtAll)
    window.addEventListener('focus', lookAtAll)
    if (channel) channel.onmessage = lookAtAll
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', lookAtAll)
      window.removeEventListener('focus', lookAtAll)
      if (channel) channel.onmessage = null
    }
  }, [client, log, channel])
}

/** The browser asks before a window goes that alone holds what was done. */
function useAskBeforeLeaving(isAlone: boolean): void {
  useEffect(() => {
    if (!isAlone) return
    const ask = (event: BeforeUnloadEvent) => event.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [isAlone])
}

/** Holds one open plan: its client, its evaluation, its logbook and the drawer. */
export function PlanRoom({ start, children }: { readonly start: Start; readonly children: ReactNode }) {
  const [windowId] = useState(() => newId())
  const [channel] = useState(() =>
    typeof BroadcastChannel === 'undefined' || typeof window === 'undefined'
      ? null
      : new BroadcastChannel(`glad-rafter.plan.${start.id}`),
  )
  const [client] = useState(() => connectPlan(start, windowId, () => channel?.postMessage('saved')))
  const [logClient] = useState(() => connectLog(start, windowId, () => channel?.postMessage('saved')))
  const state = useSyncExternalStore(client.subscribe, client.snapshot, client.snapshot)
  const [evaluated, setEvaluated] = useState<Evaluated | null>(null)
  const [previous, setPrevious] = useState<Evaluated | null>(null)
  const [playing, setPlaying] = useState<Scenario | null>(null)
  const [reckonError, setReckonError] = useState<string | null>(null)
  const logState = useSyncExternalStore(logClient.subscribe, logClient.snapshot, logClient.snapshot)
  const log = logState.entries
  const [drawer, setDrawer] = useState<DrawerView | null>(null)
  const path = usePathname()
  const isWorkShown = useRef(false)
  useEffect(() => {
    isWorkShown.current = STAGES_OF_WORK.some((stage) => path.endsWith(`/${stage}`))
  }, [path])
  const reckoner = useRef<ReckonClient | null>(null)

  useEffect(() => keepAlive(windowId), [windowId])
  useAskBeforeLeaving(
    (!state.isKept && state.pending.length + state.held.length > 0) || (!logState.isKept && logState.waiting > 0),
  )
  useEditing(client, logClient, evaluated !== null || reckonError !== null || state.pending.length > 0)
  useOthersChanges(client, logClient, channel)
  useEffect(() => {
    reckoner.current = new ReckonClient((settled) =>
      settled instanceof Error
        ? setReckonError(settled.message)
        : setEvaluated((now) => now && { ...now, evaluation: settled, counted: now.plan }),
    )
    return () => {
      reckoner.current?.close()
      reckoner.current = null
    }
  }, [])
  useEffect(() => {
    const { plan } = state
    void reckoner.current?.evaluate(plan, isWorkShown.current).then((result) => {
      if (result === null) return
      if (result instanceof Error) return setReckonError(result.message)
      setReckonError(null)
      setEvaluated((now) => {
        if (now && now.plan !== plan) setPrevious(now)
        const { evaluation, took_ms } = result
        const counted = result.isCounted ? plan : (now?.counted ?? null)
        // Steps of before that name what is gone would name nothing.
        const isStale = counted === null || (counted !== plan && hasLost(counted, plan))
        return { plan, evaluation: isStale ? { ...evaluation, procedure: [] } : evaluation, counted, took_ms }
      })
    })
  }, [state.plan]) // eslint-disable-line react-hooks/exhaustive-deps -- only the plan is evaluated

  const record = useCallback<Room['record']>(
    (entry) => {
      const [first] = logClient.record(entry)
      return first ? `${first.path} ${first.message}`.trim() : null
    },
    [logClient],
  )
  const progress = useMemo(() => {
    if (!evaluated) return progressOf([], log)
    const { procedure, reckoning } = evaluated.evaluation
    return progressOf(procedure, log, firstReleaseFacts(evaluated.plan, reckoning), factWordsOf(evaluated.plan))
  }, [evaluated, log])
  // Until what is left is worked out, a plan that lost something is shown as it was: figures must not name what is gone.
  const isBehind = evaluated !== null && evaluated.plan !== state.plan && hasLost(evaluated.plan, state.plan)
  const shown = useMemo(
    () => (evaluated ? withoutStale(evaluated.evaluation, evaluated.plan, state.plan) : null),
    [evaluated, state.plan],
  )
  const followed = useMemo(
    () => (previous && evaluated ? whatFollowed(previous, evaluated) : []),
    [previous, evaluated],
  )
  const desk = useMemo<Desk>(
    () => ({
      id: start.id,
      client,
      edit: (label, ...commands) => client.edit(label, commands),
      open: setDrawer,
      play: setPlaying,
      openFigure: (view) =>
        setDrawer((now) => ({ ...view, kind: 'figure', ...(now && now.kind !== 'figure' ? { back: now } : {}) })),
      record,
    }),
    [start.id, client, record],
  )
  const room: Room = {
    ...desk,
    state,
    plan: isBehind && !reckonError ? evaluated.plan : state.plan,
    evaluation: isBehind && reckonError ? null : shown,
    isReckoning: evaluated?.plan !== state.plan,
    isCounted: evaluated !== null && evaluated.counted === evaluated.plan && evaluated.plan === state.plan,
    reckonError,
    took_ms: evaluated?.took_ms ?? null,
    log,
    progress,
    logWaiting: { count: logState.waiting, message: logState.message },
    drawer,
    playing,
    followed,
  }
  return (
    <DeskContext.Provider value={desk}>
      <RoomContext.Provider value={room}>{children}</RoomContext.Provider>
    </DeskContext.Provider>
  )
}
