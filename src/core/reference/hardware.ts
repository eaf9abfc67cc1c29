/** Racks, rails, screws and drills: the dimensions that a dry fit needs. */
import { SOURCES } from './sources'

/** Metric machine screws that hold what is in a box. */
export const SCREWS = ['M2', 'M2.5', 'M3', 'M4', 'M5', 'M6', 'M8'] as const
export type ScrewSize = (typeof SCREWS)[number]

/** EIA-310: one rack unit is 1.75 in; a panel is 19 in wide. */
export const RACK_UNIT_mm = 44.45
export const RACK_PANEL_mm = 482.6

/** IEC 60715, TH 35-7.5: the rail on which modular devices clip. */
export const RAIL_TH35 = { width_mm: 35, height_mm: 7.5, source: SOURCES.iec60715 } as const

export interface ScrewData {
  /** Clearance hole, medium fit. */
  readonly hole_mm: number
  readonly pitch_mm: number
  readonly nut_mm: number
  readonly nutCorners_mm: number
  readonly washer_mm: number
  /** Room about the head that a driver wants. */
  readonly driver_mm: number
}

const row = (
  hole_mm: number,
  pitch_mm: number,
  nut_mm: number,
  nutCorners_mm: number,
  washer_mm: number,
  driver_mm: number,
): ScrewData => ({ hole_mm, pitch_mm, nut_mm, nutCorners_mm, washer_mm, driver_mm })

/** ISO 273 medium, ISO 4032 and plain washers of ISO 7089, from memory; the driver's room is common practice. */
export const SCREW_DATA: Readonly<Record<ScrewSize, ScrewData>> = {
  M2: row(2.4, 0.4, 1.6, 4.3, 0.3, 4),
  'M2.5': row(2.9, 0.45, 2, 5.5, 0.5, 4),
  M3: row(3.4, 0.5, 2.4, 6, 0.5, 5),
  M4: row(4.5, 0.7, 3.2, 7.7, 0.8, 6),
  M5: row(5.5, 0.8, 4.7, 8.8, 1, 7),
  M6: row(6.6, 1, 5.2, 11.1, 1.6, 8),
  M8: row(9, 1.25, 6.8, 14.4, 1.6, 10),
}

/** Diameters of a common metric step bit; common practice. */
export const STEP_BIT_mm: readonly number[] = [4, 6, 8, 10, 12, 14, 16, 18, 20, 22, 24, 26, 28, 30, 32, 34, 36, 38, 40]
