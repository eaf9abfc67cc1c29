import { keepAlike } from '@/workers/difference'
import type { Issue } from '@/core/calculator'
import { cutLabel, withoutInvisible, type Change, type Command, type Patch, type Plan } from '@/core/plan'
import type * as editing from './editing'
import type { HeldEdit, PendingEdit, PendingItem } from './kept'
import { KEPT_WORDS, NO_ROOM } from './windowStorage'

export type Editing = typeof editing

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
  readonly pending: readonly PendingItem[]
  /** Set aside, never dropped: what the server would not take, or this release does not know. */
  readonly held: readonly HeldEdit[]
  readonly undo: string | null
  readonly redo: string | null
  readonly status: 'saved' | 'saving' | 'offline' | 'conflict'
  readonly message: string | null
  readonly conflict: Conflict | null
  /** What waits, and what was set aside, survives this window. */
  readonly isKept: boolean
}

export interface Reply {
  readonly status: number
  readonly body: unknown
}

export interface Transport {
  send(body: unknown): Promise<Reply>
  /** What changed after a revision, and where the plan stands. */
  history(since: number): Promise<Reply>
  /** The whole plan as the server has it. */
  load(): Promise<Reply>
  /** Puts a plan beside this one on the shelf; false where that did not work. */
  saveBeside(plan: Plan): Promise<boolean>
  /** What survives a closed window. */
  readonly storage: {
    read(): readonly string[]
    /** Whether it is kept. */
    write(pending: string | null): boolean
    readHeld(): readonly string[]
    writeHeld(held: string | null): boolean
  }
  newId(): string
  wait(ms: number): Promise<void>
  /** Tells this browser's other windows that something was saved. */
  announce?(): void
}

export interface StartingPlan {
  readonly plan: Plan
  readonly revision: number
  readonly lastEdit: string
  readonly undo: string | null
  readonly redo: string | null
}

interface EditReply {
  readonly revision?: number
  readonly lastEdit?: string
  readonly change?: Change
  readonly changes?: readonly Change[]
  readonly since?: readonly Change[]
  readonly wentBack?: boolean
  readonly undo?: string | null
  readonly redo?: string | null
  readonly error?: { readonly message: string; readonly issues: readonly Issue[] }
}

const RETRY_MS = 2000
/** So long an answer may take before the window says that it is waiting. */
const SLOW_MS = 2500
/** A refusal that may pass is asked again so often before the edit is set aside. */
const TRIES = 3

const KEPT = `what you did ${KEPT_WORDS}`

/**
 * The browser's side of the write path. An edit is applied at once and queued, an undo likewise; the queue is kept in the
 * browser's storage until the server has acknowledged each item. A stale revision rebases what is queued, or shows the
 * conflict. The browser takes only the next revision; otherwise it fetches what lies between.
 *
 * What edits are made with comes behind the first view; what was done before it is there is kept, and done then.
 */
export class PlanClient {
  private confirmed: Plan
  private lastEdit: string
  /** What the server would take back or do again next, were nothing queued. */
  private tops: { readonly undo: string | null; readonly redo: string | null }
  private state: PlanState
  private readonly listeners = new Set<() => void>()
  private editing: Editing | null = null
  private isSending = false
  private tries = 0
  /** What others' changes came in since an edit was found stale. */
  private taken: Change[] = []

  constructor(
    start: StartingPlan,
    private readonly transport: Transport,
  ) {
    this.confirmed = start.plan
    this.lastEdit = start.lastEdit
    this.tops = { undo: start.undo, redo: start.redo }
    const { plan, revision, undo, redo } = start
    this.state = {
      plan,
      revision,
      undo,
      redo,
      pending: [],
      held: [],
      status: 'saved',
      message: null,
      conflict: null,
      isKept: true,
    }
  }

  /** What edits are made with is there. */
  equip(tools: Editing): void {
    if (this.editing) return
    this.editing = tools
    if (this.state.pending.length > 0) this.takeUp(tools, this.state.pending)
    else this.set({ status: 'saved', message: null })
  }

  /** What edits are made with could not be fetched so far. */
  sayUnequipped(): void {
    this.set({ status: 'offline', message: `The page has not come whole yet; ${this.keptWords()}` })
  }

  /** Takes up what an earlier window left unacknowledged, and what was set aside. */
  resume(): void {
    if (this.editing && this.state.pending.length === 0) this.takeUp(this.editing, [])
  }

  private takeUp({ readKept }: Editing, early: readonly PendingItem[]): void {
    // What this window queued unread is read with what others left; its own copy in the storage is the same.
    if (early.length > 0) this.transport.storage.write(null)
    const left = this.transport.storage.read()
    const kept = readKept(early.length > 0 ? [...left, JSON.stringify(early)] : left, () => this.transport.newId())
    const setAside = readKept(this.transport.storage.readHeld(), () => this.transport.newId())
    const held = [...setAside.held, ...kept.held]
    if (held.length > 0) this.hold(held)
    this.keep(kept.pending)
    if (kept.pending.length === 0 && early.length === 0) return
    this.set({ pending: kept.pending, status: 'saving' })
    this.rebuild()
    void this.flush()
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  snapshot = (): PlanState => this.state

  /** Applies at once. Returns what is wrong when the schema or the plan refuses the edit; then nothing is changed. */
  edit(label: string, commands: readonly Command[]): readonly Issue[] {
    // As it will arrive: what JSON does not carry is not applied here either.
    const asSent = JSON.parse(JSON.stringify(commands)) as readonly Command[]
    const checked = this.editing ? this.check(this.editing, asSent) : asSent
    if ('issues' in checked) return checked.issues
    const editId = this.transport.newId()
    this.enqueue({ kind: 'edit', editId, label: cutLabel(withoutInvisible(label)), commands: checked })
    return []
  }

  private check(
    { readCommands, apply, proposeRoles }: Editing,
    commands: readonly Command[],
  ): readonly Command[] | { readonly issues: readonly Issue[] } {
    const read = readCommands(commands)
    if (read.kind === 'refused')
      return { issues: read.issues.map(({ path, message }) => ({ path: path.replace(/^\d+\./, ''), message })) }
    const applied = apply(this.state.plan, read.value)
    if (applied.kind === 'refused') return applied
    // What is added serves a role from then on, by the name it comes with.
    const added = new Set(read.value.flatMap((each) => (each.type === 'addDevice' ? [each.id] : [])))
    return added.size > 0 ? [...read.value, ...proposeRoles(applied.plan, added)] : read.value
  }

  /** Takes back this person's last edit, or does it again; queued like any edit. */
  back(kind: 'undo' | 'redo'): void {
    const top = kind === 'undo' ? this.state.undo : this.state.redo
    if (top === null)
      return this.set({ message: kind === 'undo' ? 'There is nothing of yours to undo' : 'There is nothing to redo' })
    this.enqueue({ kind, editId: this.transport.newId() })
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

  /** Sends what was set aside once more, or lets it go. */
  settleHeld(heldId: string, choice: 'again' | 'drop'): void {
    const found = this.state.held.find((each) => each.heldId === heldId)
    if (!found) return
    this.setHeld(this.state.held.filter((each) => each !== found))
    if (choice === 'again' && found.item) this.enqueue(found.item)
  }

  /** Looks whether others changed the plan, and whether the server still has what this window builds on. */
  async poll(): Promise<void> {
    if (!this.editing || this.isSending || this.state.conflict) return
    this.isSending = true
    try {
      const { status, body } = await this.ask(() => this.transport.history(this.state.revision))
      if (status === 200) await this.catchUp(body as EditReply)
      else if (status === 503) this.set({ message: `${trouble(body)}; ${this.keptWords()}` })
    } finally {
      this.isSending = false
    }
    if (this.state.pending.length > 0) void this.flush()
  }

  private enqueue(item: PendingItem): void {
    const pending = [...this.state.pending, item]
    this.keep(pending)
    const message = this.state.isKept ? null : asSentence(NO_ROOM)
    this.set({ pending, status: this.state.status === 'conflict' ? 'conflict' : 'saving', message })
    this.rebuild()
    void this.flush()
  }

  private async flush(): Promise<void> {
    if (!this.editing || this.isSending) return
    this.isSending = true
    try {
      while (this.state.pending.length > 0 && !this.state.conflict) await this.sendFirst(this.state.pending[0]!)
      if (this.state.pending.length === 0) {
        this.set({ status: 'saved' })
        this.transport.announce?.()
      }
    } finally {
      this.isSending = false
    }
  }

  private async sendFirst(item: PendingItem): Promise<void> {
    const { revision } = this.state
    const { status, body } = await this.ask(() =>
      this.transport.send({ ...item, baseRevision: revision, baseEdit: this.lastEdit }),
    )
    const reply = body as EditReply
    const message = reply.error?.message
    if (status === 200) {
      this.tries = 0
      this.shift()
      await this.acknowledge(reply)
    } else if (status === 409) await this.rebase(item, reply)
    else if (status === 0) await this.standBy('The server does not answer')
    else if (status === 503) await this.standBy(trouble(body))
    else if (status === 404)
      await this.standBy(
        'This plan was deleted; bring it back from the shelf, or save the plan file before closing the window',
      )
    else if (status === 422 || status === 413 || (this.tries += 1) >= TRIES)
      this.setAside(item, message ?? `The server refused it (${status})`, reply.error?.issues ?? [])
    else await this.standBy(message ?? `The server refused it (${status})`)
  }

  /** Waits, and says why, and whether what waits is kept. */
  private async standBy(why: string): Promise<void> {
    this.set({ status: 'offline', message: `${why}; ${this.keptWords()}` })
    await this.transport.wait(RETRY_MS)
  }

  /** Asks the server; where it takes long, the window says so meanwhile. Status 0 where there is no answer. */
  private async ask(request: () => Promise<Reply>): Promise<Reply> {
    let isOpen = true
    const slowly = setTimeout(
      () =>
        isOpen &&
        this.state.pending.length > 0 &&
        this.set({ status: 'offline', message: `The server has not answered yet; ${this.keptWords()}` }),
      SLOW_MS,
    )
    try {
      return await request()
    } catch {
      return { status: 0, body: {} }
    } finally {
      isOpen = false
      clearTimeout(slowly)
    }
  }

  private async acknowledge(reply: EditReply): Promise<void> {
    this.taken = []
    this.tops = { undo: reply.undo ?? null, redo: reply.redo ?? null }
    this.set({ message: null })
    if (!this.advance([reply.change!]) || this.state.revision < (reply.revision ?? 0)) await this.fetchBetween()
    this.rebuild()
  }

  /** Takes changes that follow on what is there. False where something is missing in between. */
  private advance(changes: readonly Change[]): boolean {
    let { revision } = this.state
    for (const change of changes) {
      if (change.revision <= revision) continue
      if (change.revision !== revision + 1) {
        this.set({ revision })
        return false
      }
      this.confirmed = this.editing!.replay(this.confirmed, change.patches)
      this.taken.push(change)
      this.lastEdit = change.editId
      revision = change.revision
    }
    this.set({ revision })
    return true
  }

  private async fetchBetween(): Promise<void> {
    for (;;) {
      const { status, body } = await this.ask(() => this.transport.history(this.state.revision))
      const reply = body as EditReply
      const before = this.state.revision
      if (status !== 200 || !reply.changes || !this.advance(reply.changes)) return
      if (this.state.revision >= (reply.revision ?? 0) || this.state.revision === before) return
    }
  }

  private async catchUp(reply: EditReply): Promise<void> {
    const isBehind = (reply.revision ?? 0) < this.state.revision
    const isOther =
      reply.revision === this.state.revision && reply.lastEdit !== undefined && reply.lastEdit !== this.lastEdit
    if (reply.wentBack || isBehind || isOther) return this.startOver()
    if ('undo' in reply) this.tops = { undo: reply.undo ?? null, redo: reply.redo ?? null }
    const isWhole = this.advance(reply.changes ?? reply.since ?? [])
    if (!isWhole || this.state.revision < (reply.revision ?? 0)) await this.fetchBetween()
    this.rebuild()
  }

  /** The server went back to an older copy: what this window had is put beside it, and the window goes on with the server's. */
  private async startOver(): Promise<void> {
    const { plan: mine, revision: had } = this.state
    const { status, body } = await this.ask(() => this.transport.load())
    if (status !== 200) return this.standBy('The server does not answer')
    const isBeside = await this.transport.saveBeside(mine).catch(() => false)
    const theirs = body as StartingPlan
    this.confirmed = theirs.plan
    this.lastEdit = theirs.lastEdit
    this.tops = { undo: theirs.undo, redo: theirs.redo }
    const where = isBeside
      ? 'what this window had stands on the shelf as a plan of its own'
      : 'what this window had could not be put on the shelf'
    this.set({
      revision: theirs.revision,
      message: `The server has an older copy of this plan, revision ${theirs.revision}; this window had ${had}. You see the server’s; ${where}.`,
    })
    this.rebuild()
  }

  private async rebase(item: PendingItem, reply: EditReply): Promise<void> {
    const { apply, doClash } = this.editing!
    const before = item.kind === 'edit' && !reply.wentBack ? apply(this.confirmed, item.commands) : null
    const touched: readonly Patch[] = before?.kind === 'applied' ? before.patches : []
    this.taken = []
    await this.catchUp(reply)
    const since = this.taken
    // Sent before, committed, and the answer lost on the way.
    if (since.some(({ editId }) => editId === item.editId)) {
      this.shift()
      return this.rebuild()
    }
    if (item.kind !== 'edit') return
    const clashing = since.filter(({ patches }) => doClash(touched, patches))
    const after = apply(this.confirmed, item.commands)
    if (after.kind === 'refused')
      this.raise(
        item,
        since.map(({ label }) => label),
        after.issues,
      )
    else if (clashing.length > 0)
      this.raise(
        item,
        clashing.map(({ label }) => label),
        [],
      )
  }

  private raise(mine: PendingEdit, theirs: readonly string[], issues: readonly Issue[]): void {
    this.set({ conflict: { mine, theirs, issues }, status: 'conflict' })
  }

  /** The queue goes on without an item that the server will not take; an edit is kept where it can be seen, an undo says why. */
  private setAside(item: PendingItem, message: string, issues: readonly Issue[]): void {
    this.tries = 0
    this.shift()
    if (item.kind === 'edit') {
      const why = [
        message,
        ...issues.slice(0, 3).map(({ path, message: each }) => (path ? `${path} ${each}` : each)),
      ].join(': ')
      this.hold([{ heldId: item.editId, label: item.label, why, item, raw: JSON.stringify(item) }])
    } else this.set({ message })
    this.rebuild()
  }

  private hold(more: readonly HeldEdit[]): void {
    const known = new Set(this.state.held.map(({ heldId }) => heldId))
    this.setHeld([...this.state.held, ...more.filter(({ heldId }) => !known.has(heldId))])
  }

  private setHeld(held: readonly HeldEdit[]): void {
    const isKept = this.transport.storage.writeHeld(held.length > 0 ? JSON.stringify(held) : null)
    this.set({ held, ...(isKept ? {} : { isKept, message: asSentence(NO_ROOM) }) })
  }

  private shift(): void {
    const pending = this.state.pending.slice(1)
    this.keep(pending)
    this.set({ pending })
  }

  /**
   * What is saved, with what is queued on top. An undo of a queued edit shows at once; one of a saved edit when the server
   * has done it. An edit that no longer fits waits for its own turn to be shown.
   */
  private rebuild(): void {
    if (!this.editing) return this.nameEarly()
    const { apply, replay } = this.editing
    let plan = this.confirmed
    let { undo: undoTop, redo: redoTop } = this.tops
    const done: { readonly label: string; readonly inverse: readonly Patch[]; readonly forward: readonly Patch[] }[] =
      []
    const undone: typeof done = []
    for (const item of this.state.pending) {
      if (item.kind === 'edit') {
        const applied = apply(plan, item.commands)
        if (applied.kind === 'refused') continue
        plan = applied.plan
        done.push({ label: item.label, inverse: applied.inverse, forward: applied.patches })
        undone.length = 0
        redoTop = null
        continue
      }
      const [from, to] = item.kind === 'undo' ? [done, undone] : [undone, done]
      const step = from.pop()
      if (step) {
        plan = replay(plan, item.kind === 'undo' ? step.inverse : step.forward)
        to.push(step)
      } else if (item.kind === 'undo') [undoTop, redoTop] = ['what was before', undoTop]
      else [undoTop, redoTop] = [redoTop, null]
    }
    // An edit that the server took says what the window showed already: it is the same plan, and not worked out again.
    const shown = keepAlike(this.state.plan, plan)
    this.set({ plan: shown, undo: done.at(-1)?.label ?? undoTop, redo: undone.at(-1)?.label ?? redoTop })
  }

  /** What an undo would take back before edits can be shown: the last of those that wait. */
  private nameEarly(): void {
    const labels: string[] = []
    for (const item of this.state.pending)
      if (item.kind === 'edit') labels.push(item.label)
      else if (item.kind === 'undo') labels.pop()
    this.set({ undo: labels.at(-1) ?? this.tops.undo })
  }

  private keep(pending: readonly PendingItem[]): void {
    const isKept = this.transport.storage.write(pending.length > 0 ? JSON.stringify(pending) : null)
    if (isKept !== this.state.isKept) this.set({ isKept })
  }

  private keptWords(): string {
    return this.state.isKept ? KEPT : NO_ROOM
  }

  private set(changes: Partial<PlanState>): void {
    this.state = { ...this.state, ...changes }
    for (const listener of this.listeners) listener()
  }
}

function trouble(body: unknown): string {
  return (body as EditReply).error?.message ?? 'The server cannot write just now'
}

const asSentence = (words: string) => `${words[0]!.toUpperCase()}${words.slice(1)}`
