import type { Rule } from '@/core/judging'
import { cableLengthWrong } from './cableLengthWrong'
import { chainHits } from './chainHits'
import { chainLong } from './chainLong'
import { chainShort } from './chainShort'
import { loopHits } from './loopHits'
import { noWay } from './noWay'
import { pieceTooShort } from './pieceTooShort'

/** Every lead reaches, at the end of travel too. */
export const waysRules = {
  'cable-length-wrong': cableLengthWrong,
  'chain-hits': chainHits,
  'chain-long': chainLong,
  'chain-short': chainShort,
  'loop-hits': loopHits,
  'no-way': noWay,
  'piece-too-short': pieceTooShort,
} as const satisfies Readonly<Record<string, Rule>>
