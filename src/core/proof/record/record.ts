import type { Evaluation } from '@/core/evaluate'
import { VERDICT_VERSION } from '@/core/findings/verdictVersion'
import type { Plan } from '@/core/plan'
import { terminalWords } from '@/core/plan'
import {
  progressOf,
  factWordsOf,
  firstReleaseFacts,
  OL_OHM,
  type ExpectedReading,
  type LogEntry,
  type TestGroup,
} from '@/core/procedure'
import { GROUP_WORDS, OVERRULED, probeOf, sheetOf, type LineStanding } from '../sheet'

export const RECORD_FORMAT = 'glad-rafter-commissioning-record'
export const RECORD_VERSION = 1

/** One test as it stands in the record. */
export interface RecordLine {
  readonly group: TestGroup
  readonly test: string
  readonly standing: LineStanding
  readonly expected: ExpectedReading | null
  /** `OL` for an open circuit. */
  readonly read: number | 'OL' | null
  readonly red: string | null
  readonly black: string | null
  readonly at: string | null
  readonly by: string | null
  readonly instrument: string | null
  readonly note: string
  readonly source: string
  /** Readings of the same test before the last one. */
  readonly earlier: readonly {
    readonly at: string
    readonly kind: LogEntry['kind']
    readonly read: number | 'OL' | null
    readonly note: string
  }[]
}

/** What was checked, by whom, with which instrument; what was let pass; and what was not checked. */
export interface CommissioningRecord {
  readonly format: typeof RECORD_FORMAT
  readonly version: typeof RECORD_VERSION
  readonly plan: string
  readonly revision: number
  /** By which the plan is judged now. */
  readonly verdict: number
  readonly madeAt: string
  readonly site: { readonly mains_V: number; readonly mains_Hz: number; readonly region: string }
  readonly counts: Readonly<Record<LineStanding, number>>
  readonly people: readonly string[]
  readonly instruments: readonly string[]
  readonly lines: readonly RecordLine[]
  readonly overruled: readonly {
    readonly test: string
    readonly why: string
    readonly by: string | null
    readonly at: string | null
  }[]
  readonly deviations: readonly { readonly what: string; readonly note: string; readonly at: string }[]
  /** Measured while a fault was looked for, and what it was. */
  readonly searched: readonly { readonly what: string; readonly at: string }[]
  readonly notChecked: readonly string[]
  readonly standingStops: readonly string[]
  readonly says: string
}

/** No record says more than this. */
const SAYS =
  'What stands here was read by those named, on the instruments named, at the moments given. It says nothing of what is not listed. The work must meet local codes and may need a licensed electrician; insulation resistance was left to those with instrument and competence.'

const readOf = ({ reading, unit }: Pick<LogEntry, 'reading' | 'unit'>): number | 'OL' | null =>
  reading !== null && unit === 'Ω' && reading >= OL_OHM ? 'OL' : reading

/** The record of a plan at a moment. */
export function commissioningRecord(
  plan: Plan,
  revision: number,
  evaluation: Evaluation,
  log: readonly LogEntry[],
  madeAt: string,
): CommissioningRecord {
  const progress = progressOf(
    evaluation.procedure,
    log,
    firstReleaseFacts(plan, evaluation.reckoning),
    factWordsOf(plan),
  )
  const sheet = sheetOf(evaluation.procedure, log, progress)
  const at = (key: Parameters<typeof terminalWords>[1] | null) => (key === null ? null : terminalWords(plan, key))
  const lines = sheet.flatMap((group) =>
    group.lines.map(({ act, standing, entry }): RecordLine => {
      const own = log.filter((each) => each.step === act.id && each.kind !== 'noted')
      return {
        group: group.group,
        test: act.title,
        standing,
        expected: act.reading,
        read: entry ? readOf(entry) : null,
        red: at(act.test!.red),
        black: at(act.test!.black),
        at: entry?.at ?? null,
        by: entry?.doneBy ?? null,
        instrument: entry?.meter ?? null,
        note: entry?.note ?? '',
        source: act.test!.source,
        earlier: own
          .slice(0, -1)
          .map((each) => ({ at: each.at, kind: each.kind, read: readOf(each), note: each.note })),
      }
    }),
  )
  const count = (standing: LineStanding) => lines.filter((line) => line.standing === standing).length
  const proving = new Set(sheet.flatMap((group) => group.lines.map(({ act }) => act.id)))
  const entries = log.filter(({ step }) => proving.has(step))
  const named = (list: readonly (string | null)[]) => [...new Set(list.filter((each): each is string => !!each))]
  return {
    format: RECORD_FORMAT,
    version: RECORD_VERSION,
    plan: plan.name,
    revision,
    verdict: VERDICT_VERSION,
    madeAt,
    site: { mains_V: plan.site.mains_V, mains_Hz: plan.site.mains_Hz, region: plan.site.region },
    counts: {
      open: count('open'),
      good: count('good'),
      off: count('off'),
      overruled: count('overruled'),
      redo: count('redo'),
    },
    people: named(entries.map(({ doneBy }) => doneBy)),
    instruments: named(entries.map(({ meter }) => meter)),
    lines,
    overruled: lines.flatMap((line) =>
      line.standing === 'overruled'
        ? [{ test: line.test, why: line.note.replace(OVERRULED, ''), by: line.by, at: line.at }]
        : [],
    ),
    deviations: log.flatMap(({ deviation, note, step, at: when }) =>
      deviation === null
        ? []
        : [
            {
              what:
                deviation.what === 'other'
                  ? step
                  : `${plan.wires[deviation.wire]?.label || deviation.wire}: ${deviation.what === 'length' ? `${deviation.length_mm} mm long` : deviation.size}`,
              note,
              at: when,
            },
          ],
    ),
    searched: log.flatMap((entry) => {
      const probed = probeOf(entry)
      if (entry.step === 'probe|cleared') return [{ what: entry.note, at: entry.at }]
      if (!probed || probed.what === 'look') return []
      const where =
        probed.what === 'amperes'
          ? plan.wires[probed.wire]?.label || probed.wire
          : `${terminalWords(plan, probed.red)} to ${terminalWords(plan, probed.black)}`
      return [{ what: `${where}: ${readOf(entry)} ${entry.unit ?? ''}`.trim(), at: entry.at }]
    }),
    notChecked: lines.flatMap(({ standing, test, group }) =>
      standing === 'open' || standing === 'redo' ? [`${GROUP_WORDS[group]}: ${test}`] : [],
    ),
    standingStops: evaluation.findings.filter(({ severity }) => severity === 'stop').map(({ what }) => what),
    says: SAYS,
  }
}
