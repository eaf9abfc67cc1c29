'use client'
import { later } from '@/ui/primitives'

/** Keeps the place of a chart until its code is there. */
const SPACE = <div aria-hidden className="h-56" />

export const DeratingChart = later(async () => ({ default: (await import('./DeratingChart')).DeratingChart }), SPACE)
export const PixelChart = later(async () => ({ default: (await import('./PixelChart')).PixelChart }), SPACE)
export const TimeCurrentChart = later(
  async () => ({ default: (await import('./TimeCurrentChart')).TimeCurrentChart }),
  SPACE,
)
export const DayChart = later(async () => ({ default: (await import('./DayChart')).DayChart }), SPACE)
export type { TimeCurrentSubject } from './TimeCurrentChart'
