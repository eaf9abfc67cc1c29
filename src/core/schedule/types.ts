/** The least that is done before one can put the tools down. */
export interface Work {
  readonly id: string
  readonly minutes: number
  /** Minutes in which it goes on by itself afterwards; what comes after it waits, the person need not. */
  readonly wait_min: number
  readonly tools: readonly string[]
  /** Work that comes first; what is not in the list counts as done. */
  readonly after: readonly string[]
  /** Work of one name is not left half done: begun, it is finished before the evening ends. */
  readonly together: string | null
}

export interface Slot {
  readonly id: string
  readonly start_min: number
  readonly end_min: number
  /** Tools taken in hand for it that were not. */
  readonly picks: readonly string[]
}

export interface Evening {
  readonly slots: readonly Slot[]
  /** From the first to the last, idle minutes and changes of tools in it. */
  readonly used_min: number
  readonly work_min: number
  readonly idle_min: number
  readonly changes: number
  /** What must be done in one go and is longer than the evening. */
  readonly tooLong: readonly { readonly together: string; readonly minutes: number }[]
}
