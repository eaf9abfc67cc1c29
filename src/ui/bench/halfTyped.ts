import { useState } from 'react'
import { useDesk, writeText } from '@/ui/room'

type Texts = Readonly<Record<string, string>>

/**
 * What was typed into a card and not yet signed: kept in this browser, so that it is there again when one comes back to the
 * card from another step, another stage or tomorrow. Emptied texts take no room.
 *
 * @param about the act, step or end that the texts are about
 */
export function useHalfTyped(
  about: string,
): readonly [texts: Texts, type: (changes: Texts) => void, forget: () => void] {
  const { id } = useDesk()
  const key = `glad-rafter.typed.${id}.${about}`
  const [texts, setTexts] = useState(() => readKept(key))
  const put = (next: Texts) => {
    const said = Object.fromEntries(Object.entries(next).filter(([, text]) => text !== ''))
    setTexts(said)
    writeText(key, Object.keys(said).length === 0 ? null : JSON.stringify(said))
  }
  return [texts, (changes) => put({ ...texts, ...changes }), () => put({})]
}

function readKept(key: string): Texts {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '{}')
    if (typeof kept !== 'object' || kept === null) return {}
    return Object.fromEntries(
      Object.entries(kept).filter((each): each is [string, string] => typeof each[1] === 'string'),
    )
  } catch {
    return {}
  }
}
