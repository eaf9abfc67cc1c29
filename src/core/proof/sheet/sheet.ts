import {
  judgeReading,
  TEST_GROUPS,
  type Act,
  type LogEntry,
  type Standing,
  type Step,
  type TestGroup,
} from '@/core/procedure'

export const GROUP_WORDS: Readonly<Record<TestGroup, string>> = {
  look: 'Look and tug',
  earth: 'Earth wherever it must be',
  shorts: 'Rails: no shorts, poles right',
  mains: 'Line and neutral',
  continuity: 'Coils, commons, contacts, cables',
  settings: 'Settings seen',
  bare: 'Power, nothing connected',
  alone: 'Alone, then off and dead',
  control: 'What controls, one after the other',
  stopping: 'Stops before anything moves or heats',
  loads: 'Loads, one after the other',
  truth: 'Inputs, outputs, motors',
  relays: 'Relays and outlets',
  heat: 'Heaters and cut-outs',
  stops: 'Stops and guards',
  return: 'After a power cut',
  residual: 'Residual device',
  warm: 'After an hour',
}

/** How the logbook says that a reading that is off was let pass. */
export const OVERRULED = 'Overruled: '

export type LineStanding = 'open' | 'good' | 'off' | 'overruled' | 'redo'

/** A test with what was read last. */
export interface SheetLine {
  readonly act: Act
  readonly standing: LineStanding
  readonly entry: LogEntry | null
}

export interface SheetGroup {
  readonly group: TestGroup
  readonly lines: readonly SheetLine[]
  /** A test before it is off, or not done. */
  readonly waitsFor: TestGroup | null
  /** That test is off: a stop, until it is mended or overruled in writing. */
  readonly isStopped: boolean
}

/** The tests of a plan in their groups, with how each stands in the logbook. */
export function sheetOf(
  steps: readonly Step[],
  log: readonly LogEntry[],
  progress: ReadonlyMap<string, Standing>,
): readonly SheetGroup[] {
  const last = new Map<string, LogEntry>()
  for (const entry of log) if (entry.kind !== 'noted') last.set(entry.step, entry)
  const lines = steps
    .flatMap(({ acts }) => acts)
    .flatMap((act): SheetLine[] => {
      if (act.test === null) return []
      const entry = last.get(act.id) ?? null
      return [{ act, entry, standing: standingOf(act, entry, progress.get(act.id)) }]
    })
  let waitsFor: TestGroup | null = null
  let isStopped = false
  return TEST_GROUPS.flatMap((group): SheetGroup[] => {
    const own = lines.filter(({ act }) => act.test!.group === group)
    if (own.length === 0) return []
    const made = { group, lines: own, waitsFor, isStopped }
    if (waitsFor === null && own.some(({ standing }) => standing !== 'good' && standing !== 'overruled')) {
      waitsFor = group
      isStopped = own.some(({ standing }) => standing === 'off')
    }
    return [made]
  })
}

function standingOf(act: Act, entry: LogEntry | null, standing: Standing | undefined): LineStanding {
  if (entry?.kind === 'failed') return 'off'
  if (standing?.status === 'redo') return 'redo'
  if (standing?.status !== 'done') return 'open'
  if (entry?.note.startsWith(OVERRULED)) return 'overruled'
  // Signed under Build with a reading that is off: that takes a note, which is as good as overruling it.
  if (act.reading === null || entry?.reading == null || judgeReading(act.reading, entry.reading) === 'within')
    return 'good'
  return entry.note.trim() === '' ? 'off' : 'overruled'
}

/** What a person typed as an open circuit. */
export const isOpenWord = (text: string): boolean => /^(ol|o\.l\.?|open|∞|inf(inity)?)$/i.test(text.trim())
