import type { StateId } from '@/core/plan'

/** The one state that the rails of a played scenario are solved in. */
export const PLAYED = 'state:played' as StateId
