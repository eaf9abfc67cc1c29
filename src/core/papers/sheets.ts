/** Sheets of paper as they are sold: ISO 216 A4; ANSI/ASME Y14.1 A. */
export const SHEETS = { A4: { width_mm: 210, height_mm: 297 }, Letter: { width_mm: 215.9, height_mm: 279.4 } } as const
export type Sheet = keyof typeof SHEETS
