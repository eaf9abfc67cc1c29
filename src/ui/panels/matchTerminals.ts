import { forSearch } from '@/ui/primitives'
import type { TerminalChoice } from './useTerminals'

type Named = Pick<TerminalChoice, 'name' | 'detail'>

/** Each word begins a word of the terminal's. What reads exactly as typed stands first, then what begins so, then the rest as it was. */
export function matchTerminals<T extends Named>(choices: readonly T[], query: string): readonly T[] {
  const typed = forSearch(query.trim()).replace(/\s+/g, ' ')
  const words = typed.split(' ').filter(Boolean)
  const begins = (text: string, word: string) =>
    forSearch(text)
      .split(/\s+/)
      .some((part) => part.startsWith(word))
  const rank = ({ name }: T) => {
    const own = forSearch(name)
    return own === typed ? 0 : own.startsWith(`${typed} `) ? 1 : own.startsWith(typed) ? 2 : 3
  }
  return choices
    .filter(({ name, detail }) => words.every((word) => begins(`${name} ${detail}`, word)))
    .sort((a, b) => rank(a) - rank(b))
}
