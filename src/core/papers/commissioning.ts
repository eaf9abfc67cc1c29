import { GROUP_WORDS, OVERRULED } from '@/core/proof/sheet'
import { commissioningRecord, type CommissioningRecord, type RecordLine } from '@/core/proof/record'
import { limitWords } from '@/core/procedure'
import { momentWords } from './record'
import type { Block, PaperSource } from './types'

const STANDING: Readonly<Record<RecordLine['standing'], string>> = {
  good: 'as expected',
  off: 'OFF',
  overruled: 'overruled',
  open: 'not done',
  redo: 'to be done again',
}

const readWords = ({ read, expected }: RecordLine) => (read === null ? '' : `${read} ${expected?.unit ?? ''}`)

/** The commissioning record: what was checked, by whom, with what; what was let pass; what was not checked. */
export function commissioningPaper({ plan, evaluation, log, revision = 0 }: PaperSource): readonly Block[] {
  const record = commissioningRecord(plan, revision, evaluation, log, log.at(-1)?.at ?? '1970-01-01T00:00:00.000Z')
  if (record.lines.length === 0) return [{ kind: 'text', text: 'There is nothing to prove yet.' }]
  return [...summary(record), ...tables(record), ...after(record)]
}

function summary({
  counts,
  verdict,
  people,
  instruments,
  says,
  standingStops,
  lines,
}: CommissioningRecord): readonly Block[] {
  return [
    {
      kind: 'text',
      text: `${counts.good + counts.overruled} of ${lines.length} tests done: ${counts.good} as expected, ${counts.overruled} overruled in writing, ${counts.off} off, ${counts.open + counts.redo} not done.`,
      isStrong: true,
    },
    { kind: 'text', text: `The plan is judged by verdict ${verdict}.` },
    { kind: 'text', text: `By: ${people.length > 0 ? people.join(', ') : 'nobody gave a name'}.` },
    { kind: 'text', text: `Instruments: ${instruments.length > 0 ? instruments.join(', ') : 'none named'}.` },
    ...(standingStops.length > 0
      ? [
          {
            kind: 'text' as const,
            isStrong: true,
            text: `${standingStops.length} ${standingStops.length === 1 ? 'stop stands' : 'stops stand'} in the plan.`,
          },
        ]
      : []),
    { kind: 'text', text: says },
  ]
}

function tables({ lines }: CommissioningRecord): readonly Block[] {
  const groups = [...new Set(lines.map(({ group }) => group))]
  return groups.flatMap((group): Block[] => [
    { kind: 'heading', text: GROUP_WORDS[group] },
    {
      kind: 'table',
      columns: [
        { title: 'Test', share: 4 },
        { title: 'Expected', share: 2 },
        { title: 'Read', share: 1.3, isFigure: true },
        { title: '', share: 1.4 },
        { title: 'When, by, instrument', share: 3 },
        { title: 'Note', share: 2.6 },
      ],
      rows: lines
        .filter((line) => line.group === group)
        .map((line) => [
          line.test,
          line.expected === null ? 'seen' : limitWords(line.expected),
          readWords(line),
          STANDING[line.standing],
          line.at === null
            ? ''
            : [momentWords(line.at), line.by, line.instrument].filter((each) => each !== null).join(', '),
          [
            line.note.replace(OVERRULED, ''),
            ...line.earlier.map(
              ({ kind, read, at }) => `before: ${kind}${read === null ? '' : ` at ${read}`}, ${momentWords(at)}`,
            ),
          ]
            .filter(Boolean)
            .join('; '),
        ]),
    },
  ])
}

function after({ overruled, deviations, searched, notChecked }: CommissioningRecord): readonly Block[] {
  const list = (text: string, items: readonly string[], none: string): readonly Block[] => [
    { kind: 'heading', text },
    items.length > 0 ? { kind: 'ticks', items } : { kind: 'text', text: none },
  ]
  return [
    ...list(
      'Overruled in writing',
      overruled.map(({ test, why, by }) => `${test}: ${why}${by ? ` (${by})` : ''}`),
      'Nothing was overruled.',
    ),
    ...list(
      'Made otherwise than planned',
      deviations.map(({ what, note }) => (note ? `${what}, ${note}` : what)),
      'Nothing was said to be made otherwise.',
    ),
    ...list(
      'Measured while a fault was looked for',
      searched.map(({ what, at }) => `${what}, ${momentWords(at)}`),
      'No fault was looked for.',
    ),
    ...list('Not checked', notChecked, 'Every test of the sheet was done.'),
  ]
}
