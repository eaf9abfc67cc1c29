import type { Practice } from './schema/practice'
import type { Wire } from './schema/wire'

/** Whether a wire is held along its way and cut at the mark: by its own word, else by the house rule. A core is as long as its jacket, and what was measured is cut. */
export const isCutWhereItLies = (
  practice: Pick<Practice, 'cutting'>,
  { cable, measured_mm, isHeldAlong }: Pick<Wire, 'cable' | 'measured_mm' | 'isHeldAlong'>,
): boolean => cable === null && measured_mm === null && (isHeldAlong ?? practice.cutting === 'to-measure')
