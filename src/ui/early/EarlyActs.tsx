'use client'
import { useEffect } from 'react'
import type { Early, EarlyAct } from './earlyScript'

/** So long what was done early waits for the script of its own part of the page. */
const LONGEST_MS = 20_000
const LOOK_AGAIN_MS = 40

/** The element itself, or, where a later drawing put another in its place, the only one that says the same. */
function asDrawnNow({ on, name }: EarlyAct, { nameOf }: Early): HTMLElement | null {
  if (on.isConnected) return on
  const alike = [...document.querySelectorAll<HTMLElement>(on.tagName)].filter((each) => nameOf(each) === name)
  return alike.length === 1 ? alike[0]! : null
}

function redo(act: EarlyAct, on: HTMLElement): void {
  if (act.kind === 'press') return on.click()
  const field = on as HTMLInputElement | HTMLTextAreaElement
  const kind = field instanceof HTMLInputElement ? HTMLInputElement : HTMLTextAreaElement
  const put = Object.getOwnPropertyDescriptor(kind.prototype, 'value')!.set!
  // Twice, so that it is another text than the one the script found there, whichever that is.
  for (const text of [`${act.text} `, act.text]) {
    put.call(field, text)
    field.dispatchEvent(new Event('input', { bubbles: true }))
  }
}

/** Does what was pressed or typed before the page's script was there, in its order. */
export function EarlyActs() {
  useEffect(() => {
    const { gladRafterEarly: early } = window as { gladRafterEarly?: Early }
    if (!early) return
    let timer: ReturnType<typeof setTimeout> | undefined
    let until = 0
    const go = () => {
      clearTimeout(timer)
      while (early.kept.length > 0) {
        const on = asDrawnNow(early.kept[0]!, early)
        if (!on || !early.isAwake(on)) break
        redo(early.kept.shift()!, on)
      }
      if (early.kept.length === 0) return
      if (Date.now() < until) timer = setTimeout(go, LOOK_AGAIN_MS)
      else early.kept.length = 0
    }
    early.heard = () => {
      until = Date.now() + LONGEST_MS
      go()
    }
    early.heard()
    return () => {
      early.heard = () => undefined
      clearTimeout(timer)
    }
  }, [])
  return null
}
