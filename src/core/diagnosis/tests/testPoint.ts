import type { TerminalKey } from '@/core/model'
import type { WireId } from '@/core/plan'
import type { SituationName } from './situations'

/** Something that can be measured or looked at, in one of the situations. */
export type TestPoint = {
  readonly id: string
  readonly situation: SituationName
  /** Trouble and risk, as a multiple of a look with the ohmmeter at what is dead. */
  readonly cost: number
} & (
  | {
      readonly what: 'ohms'
      readonly red: TerminalKey
      readonly black: TerminalKey
      readonly p: number
      readonly q: number
    }
  | {
      readonly what: 'volts'
      readonly system: 'ac' | 'dc'
      readonly red: TerminalKey
      readonly black: TerminalKey
      readonly p: number
      readonly q: number
      /** Along one wire: what it loses. */
      readonly isDrop: boolean
    }
  /** In one of several leads side by side: opened for the meter, or a clamp about it. */
  | {
      readonly what: 'amperes'
      readonly wire: WireId
      readonly red: TerminalKey
      readonly black: TerminalKey
      readonly p: number
      readonly q: number
    }
  | { readonly what: 'look' }
)

/** Dead before live; mains last. Common practice, weighed by hand. */
export const COST = { ohms: 1, look: 1.3, dc: 1.5, ac: 2.5, amperes: 2.5 } as const
