import * as z from 'zod'
import { readWith, type Issue } from '@/core/calculator'
import type { Command } from '@/core/plan'
import { keptCommands } from '@/core/plan/schema'

export interface PendingEdit {
  readonly kind: 'edit'
  readonly editId: string
  readonly label: string
  readonly commands: readonly Command[]
}

/** What waits for the server, in its order. */
export type PendingItem = PendingEdit | { readonly kind: 'undo' | 'redo'; readonly editId: string }

/** An edit that could not be done; it stays until a person has decided. */
export interface HeldEdit {
  readonly heldId: string
  readonly label: string
  readonly why: string
  /** As it could be sent again; null where this release does not understand it. */
  readonly item: PendingEdit | null
  readonly raw: string
}

const id = z.string().min(1).max(64)
const pendingItem = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('edit'), editId: id, label: z.string(), commands: keptCommands }),
  z.strictObject({ kind: z.literal('undo'), editId: id }),
  z.strictObject({ kind: z.literal('redo'), editId: id }),
])
const heldEdit = z.strictObject({ heldId: id, label: z.string(), why: z.string(), item: z.unknown(), raw: z.string() })

interface Kept {
  readonly pending: readonly PendingItem[]
  readonly held: readonly HeldEdit[]
}

/**
 * Reads what windows left in the browser's storage, item by item: what this release does not understand is set aside with
 * the reason and its raw text, and the rest goes on.
 */
export function readKept(texts: readonly string[], newId: () => string): Kept {
  const pending: PendingItem[] = []
  const held: HeldEdit[] = []
  const unknown = (raw: string, label: string, why: string) =>
    held.push({ heldId: newId(), label, why, item: null, raw })
  for (const text of texts) {
    const items = parsed(text)
    if (items === null) {
      unknown(text, 'Something kept by another release', 'It cannot be read')
      continue
    }
    for (const item of items) readItem(item, pending, held, unknown)
  }
  return { pending, held }
}

function readItem(
  value: unknown,
  pending: PendingItem[],
  held: HeldEdit[],
  unknown: (raw: string, label: string, why: string) => void,
): void {
  const asHeld = heldEdit.safeParse(value)
  if (asHeld.success) {
    const { item, ...rest } = asHeld.data
    const again = readWith(pendingItem, item)
    held.push({ ...rest, item: again.kind === 'read' && again.value.kind === 'edit' ? again.value : null })
    return
  }
  // Earlier releases queued edits only, and did not say so.
  const isPlain = typeof value === 'object' && value !== null && !Object.hasOwn(value, 'kind')
  const read = readWith(pendingItem, isPlain ? { kind: 'edit', ...value } : value)
  if (read.kind === 'read') pending.push(read.value)
  else {
    const label = (value as { label?: unknown } | null)?.label
    unknown(
      JSON.stringify(value),
      typeof label === 'string' ? label : 'An edit of another release',
      whyUnknown(value, read.issues),
    )
  }
}

/** The command that this release does not know, by its name; else where it differs. */
function whyUnknown(value: unknown, issues: readonly Issue[]): string {
  const strange = issues.flatMap(({ path }) => {
    const at = /^commands\.(\d+)\.type$/.exec(path)?.[1]
    const type =
      at === undefined
        ? undefined
        : (value as { commands?: readonly { type?: unknown }[] }).commands?.[Number(at)]?.type
    return typeof type === 'string' ? [`“${type.slice(0, 40)}”`] : []
  })
  if (strange.length > 0)
    return `This release does not know ${[...new Set(strange)].slice(0, 5).join(', ')}; another one queued it`
  const [first] = issues
  return `This release does not understand it: ${`${first?.path ?? ''} ${first?.message ?? ''}`.trim().slice(0, 160)}`
}

function parsed(text: string): readonly unknown[] | null {
  try {
    const value: unknown = JSON.parse(text)
    return Array.isArray(value) ? value : null
  } catch {
    return null
  }
}
