'use client'
import { later } from '@/ui/primitives'

/** Keeps the place of a chart until its code is there. */
const SPACE = <div aria-hidden className="h-56" />

export const DeratingChart = later(
  async () => ({ default: (await import('./DeratingChart')).DeratingChart }),
  SPACE,
  'after the view',
)
export const PixelChart = later(
  async () => ({ default: (await import('./PixelChart')).PixelChart }),
  SPACE,
  'after the view',
)
export const TimeCurrentChart = later(
  async () => ({ default: (await import('./TimeCurrentChart')).TimeCurrentChart }),
  SPACE,
  'after the view',
)
export const DayChart = later(async () => ({ default: (await import('./DayChart')).DayChart }), SPACE, 'after the view')
export type { TimeCurrentSubject } from './TimeCurrentChart'
