import { readingWords } from '@/core/procedure'
import { formatNumber } from '@/core/quantity'
import { keyFigures } from './figures'
import type { Block, PaperSource } from './types'

const KIND_WORDS = { signed: 'done', withdrawn: 'taken back', failed: 'failed', noted: 'noted' } as const

/** "26 Nov 2026, 19:40", the same on every machine. */
export function momentWords(at: string): string {
  const [day, time] = at.split('T')
  return `${day}, ${time!.slice(0, 5)} UTC`
}

/** What was done, by whom it was read on which meter, what failed, what was made otherwise, with its pictures. */
export function recordPaper({ plan, evaluation, log }: PaperSource): readonly Block[] {
  if (log.length === 0) return [{ kind: 'text', text: 'Nothing has been signed off yet.' }]
  const titles = new Map(
    evaluation.procedure.flatMap(({ acts }) =>
      acts.flatMap((act): [string, string][] => [
        [act.id, act.title],
        ...act.ends.map(({ id }): [string, string] => [
          id,
          `${act.wire === null ? act.title : plan.wires[act.wire]?.label || act.title}, end ${id.endsWith(':from') ? 'A' : 'B'}`,
        ]),
      ]),
    ),
  )
  const titleOf = (step: string) =>
    titles.get(step) ??
    (step.startsWith('probe') ? 'Measured while a fault was looked for' : 'A step that is no longer in the plan')
  const deviations = log.filter(({ deviation }) => deviation !== null)
  const failed = log.filter(({ kind }) => kind === 'failed').length
  const took = log.reduce((sum, { took_min }) => sum + (took_min ?? 0), 0)
  return [
    {
      kind: 'text',
      text: `${log.length} entries from ${momentWords(log[0]!.at)} to ${momentWords(log.at(-1)!.at)}; ${failed} failed and made again; ${formatNumber(took / 60, 2)} h at the bench.`,
    },
    {
      kind: 'table',
      columns: [
        { title: 'When', share: 2 },
        { title: 'What', share: 4 },
        { title: '', share: 1 },
        { title: 'Reading', share: 1.3, isFigure: true },
        { title: 'Note', share: 3 },
      ],
      rows: log.map((entry) => [
        momentWords(entry.at),
        titleOf(entry.step),
        KIND_WORDS[entry.kind],
        entry.reading === null
          ? ''
          : `${readingWords(entry.reading, entry.unit)}${entry.meter ? ` (${entry.meter})` : ''}`,
        entry.note,
      ]),
    },
    ...(deviations.length > 0
      ? [
          { kind: 'heading' as const, text: 'Made otherwise than planned' },
          {
            kind: 'ticks' as const,
            items: deviations.map(({ deviation, note, step }) =>
              deviation!.what === 'other'
                ? `${titleOf(step)}: ${note}`
                : `${plan.wires[deviation!.wire]?.label ?? deviation!.wire}: ${deviation!.what === 'length' ? `cut ${deviation!.length_mm} mm long` : `${deviation!.size} taken`}${note ? `, ${note}` : ''}`,
            ),
          },
        ]
      : []),
    ...log.flatMap(({ photos, step, at }): Block[] =>
      photos.length > 0 ? [{ kind: 'photos', ids: photos, caption: `${titleOf(step)}, ${momentWords(at)}` }] : [],
    ),
  ]
}

/** How chosen figures came about: sizes, fuses, loads, heat; each step with its source. */
export function derivationPaper(source: PaperSource): readonly Block[] {
  const lines = keyFigures(source, source.chosen)
  if (lines.length === 0) return [{ kind: 'text', text: 'There is no figure to derive yet.' }]
  return lines.flatMap(({ title, value, trace }): Block[] => [
    { kind: 'heading', text: `${title}: ${value}` },
    {
      kind: 'table',
      columns: [
        { title: 'Step', share: 2 },
        { title: 'Figures', share: 5 },
        { title: 'Source', share: 3 },
      ],
      rows: trace.map(({ label, detail, source: from }) => [label, detail, from]),
    },
  ])
}

/** What stands open, and what no rule here looks at. */
export function uncheckedPaper({ evaluation }: PaperSource): readonly Block[] {
  const open = evaluation.findings
  return [
    {
      kind: 'text',
      text: 'The plan was looked at by the rules of this program. It was not seen, measured or approved by anybody. The work must meet local codes and may need a licensed electrician.',
      isStrong: true,
    },
    { kind: 'heading', text: 'Not looked at by any rule' },
    {
      kind: 'ticks',
      items: [
        'Whether a part is what its name says, and whether its listing or mark is real.',
        'Insulation resistance and dielectric strength: left to those with instrument and competence.',
        'Touch current, creepage and clearance inside bought parts.',
        'Electromagnetic emission and immunity.',
        'Functional safety: a hobby stop circuit is no rated safety function.',
        'Fire behaviour of boxes, sleeves and machines round the box.',
        'Firmware: what it does when a sensor is lost.',
      ],
    },
    { kind: 'heading', text: open.length === 0 ? 'No finding stands open' : `${open.length} findings stand open` },
    ...(open.length === 0
      ? []
      : [
          {
            kind: 'table' as const,
            columns: [
              { title: '', share: 1 },
              { title: 'What', share: 5 },
              { title: 'Why', share: 5 },
            ],
            rows: open.map(({ severity, what, why }) => [severity, what, why]),
          },
        ]),
  ]
}
