'use client'
import { useState } from 'react'
import type { Part, PartId } from '@/core/plan'
import { part as partSchema } from '@/core/plan/schema'
import { writeText } from '@/ui/room'

interface Draft {
  /** What the form begins with. */
  readonly part: Part
  /** It was begun another time, and neither kept on the shelf nor thrown away. */
  readonly wasBegun: boolean
  keep(next: Part): void
  /** What was done last is kept in this browser; false where it has no room. */
  readonly isKept: boolean
  /** Nothing is left to keep here: it is on the shelf, or is begun anew. */
  forget(): void
}

const keyOf = (id: PartId | null, { name }: Part) => `glad-rafter.part.${id ?? `new ${name}`}`

/** A half-made part, kept in this browser with each change: a key that shuts the window, or a tab that goes, loses nothing. */
export function useDraft(start: { readonly id: PartId | null; readonly part: Part }): Draft {
  const key = keyOf(start.id, start.part)
  const [kept] = useState(() => readKept(key))
  const [isKept, setKept] = useState(true)
  const [isOld, setOld] = useState(kept !== null)
  return {
    part: kept ?? start.part,
    wasBegun: isOld,
    isKept,
    keep: (next) => setKept(writeText(key, JSON.stringify(next))),
    forget: () => {
      setOld(false)
      writeText(key, null)
    },
  }
}

/** What it still lacks does not matter, its shape does: of a release whose parts were others nothing is taken up. */
function readKept(key: string): Part | null {
  try {
    const text = localStorage.getItem(key)
    if (text === null) return null
    const read = partSchema.safeParse(JSON.parse(text))
    return read.success ? read.data : null
  } catch {
    return null
  }
}
