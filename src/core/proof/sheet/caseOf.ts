import { SITUATIONS, type CaseReading, type ExtraPoint, type SituationName } from '@/core/diagnosis'
import { draftEntry, OL_OHM, type LogDraft, type LogEntry } from '@/core/procedure'
import type { TerminalKey } from '@/core/model'
import type { DeviceId, WireId } from '@/core/plan'
import type { SheetGroup, SheetLine } from './sheet'

/** Measured while a fault was looked for, beside the sheet. */
const PROBED = 'probe'
const CLEARED = `${PROBED}|cleared`

/** A reading at a place of the person's own choosing, as a line of the logbook. */
export function probeEntry(reading: CaseReading, meter: string | null): LogDraft {
  const common = { kind: 'noted' as const, meter, facts: {} }
  switch (reading.what) {
    case 'look':
      return {
        ...common,
        step: [PROBED, 'look', reading.situation, reading.isWhole ? 'whole' : 'part'].join('|'),
        note: reading.wrong.map(({ watched, seen }) => `${watched}=${seen}`).join(' '),
      }
    case 'amperes':
      return {
        ...common,
        step: [PROBED, 'amperes', reading.situation, reading.wire].join('|'),
        reading: reading.value,
        unit: 'A',
      }
    default: {
      const [red, black] = [reading.red, reading.black].map((key) => key.replace('|', '>'))
      return {
        ...common,
        step: [PROBED, reading.what, reading.situation, reading.system, red, black].join('|'),
        reading: reading.value === Infinity ? OL_OHM : reading.value,
        unit: reading.what === 'ohms' ? 'Ω' : 'V',
      }
    }
  }
}

/** From here on what was measured before belongs to another search. */
export const clearedEntry = (why: string): LogDraft => ({ ...draftEntry({ step: CLEARED, kind: 'noted' }), note: why })

const isSituation = (text: string | undefined): text is SituationName => SITUATIONS.includes(text as SituationName)

/** A line of the logbook as a reading; null where it is none. */
export function probeOf({ step, reading, note }: LogEntry): CaseReading | null {
  const [mark, what, situation, ...rest] = step.split('|')
  if (mark !== PROBED || !isSituation(situation)) return null
  if (what === 'look')
    return {
      what,
      situation,
      isWhole: rest[0] === 'whole',
      wrong: note.split(' ').flatMap((word) => {
        const [watched, seen] = word.split('=')
        const at = Number(watched)
        return seen && Number.isInteger(at) ? [{ watched: at, seen: seen as 'wrong' }] : []
      }),
    }
  if (reading === null) return null
  if (what === 'amperes') return { what, situation, wire: rest[0] as WireId, value: reading }
  if (what !== 'ohms' && what !== 'volts') return null
  const [system, red, black] = rest
  if (!red || !black) return null
  return {
    what,
    situation,
    system: system === 'ac' ? 'ac' : 'dc',
    red: red.replace('>', '|') as TerminalKey,
    black: black.replace('>', '|') as TerminalKey,
    value: what === 'ohms' && reading >= OL_OHM ? Infinity : reading,
  }
}

/** What is known of the fault that is looked for: the sheet's own readings, and what was measured since the search began. */
export function caseOf(
  sheet: readonly SheetGroup[],
  log: readonly LogEntry[],
  watchedAt: (device: DeviceId, kind: 'load' | 'motor' | 'link') => number,
): readonly CaseReading[] {
  const lines = sheet.flatMap((group) => group.lines)
  const begins = log.findLastIndex(({ step }) => step === CLEARED) + 1
  const probed = new Map<string, CaseReading>()
  for (const entry of log.slice(begins)) {
    const reading = probeOf(entry)
    if (reading) probed.set(entry.step, reading)
  }
  return [...lines.flatMap((line) => readingOf(line, watchedAt) ?? []), ...probed.values()]
}

function readingOf(
  { act, entry, standing }: SheetLine,
  watchedAt: (device: DeviceId, kind: 'load' | 'motor' | 'link') => number,
): CaseReading | null {
  const test = act.test!
  if (standing !== 'off' && standing !== 'good') return null
  if (test.group === 'truth' && act.device !== null) {
    const watched = (['motor', 'link', 'load'] as const)
      .map((kind) => watchedAt(act.device!, kind))
      .find((at) => at >= 0)
    if (watched === undefined || act.id.startsWith('truth:output/')) return null
    return {
      what: 'look',
      situation: 'all on',
      isWhole: false,
      wrong: [{ watched, seen: standing === 'off' ? 'wrong' : 'right' }],
    }
  }
  if (test.red === null || test.black === null || test.meter === null || !entry || entry.reading === null) return null
  // Held otherwise than the dictionary of faults has it.
  if (test.held !== null) return null
  // Limits are wider than what is solved: within them a reading accuses nobody.
  return {
    what: test.meter === 'ohms' ? 'ohms' : 'volts',
    situation: test.situation,
    system: test.meter === 'volts-ac' ? 'ac' : 'dc',
    red: test.red,
    black: test.black,
    value: standing === 'good' ? null : test.meter === 'ohms' && entry.reading >= OL_OHM ? Infinity : entry.reading,
  }
}

/** Where the sheet itself measures: points that the dictionary of faults must know. */
export const sheetPoints = (sheet: readonly SheetGroup[]): readonly ExtraPoint[] =>
  sheet.flatMap(({ lines }) =>
    lines.flatMap(({ act: { test } }): ExtraPoint[] =>
      test!.red === null || test!.black === null || test!.meter === null || test!.held !== null
        ? []
        : [
            {
              what: test!.meter === 'ohms' ? 'ohms' : 'volts',
              situation: test!.situation,
              system: test!.meter === 'volts-ac' ? 'ac' : 'dc',
              red: test!.red,
              black: test!.black,
            },
          ],
    ),
  )
