import { terminalWords, type Plan } from '@/core/plan'

import { batchesOf, benchEnds, limitWords, readingWords, type Act, type LogEntry } from '@/core/procedure'

import { counted, formatNumber } from '@/core/quantity'

import { TOOL_KINDS } from '@/core/termination'

import { cutPlanOf, needsOf, NEED_KINDS, shoppingList, type Purchase } from '@/core/workshop'

import { wireLabel } from './labels'

import type { Block, PaperSource } from './types'
import { presentDevices } from './wiring'

/** Ends by tool and die, with boxes to tick. */
export function batchPaper({ plan, evaluation }: PaperSource): readonly Block[] {
  const batches = batchesOf(plan, benchEnds(plan, evaluation.reckoning), 'tool')
  if (batches.length === 0) return [{ kind: 'text', text: 'There is no end to make.' }]
  return batches.flatMap(({ title, ends }): Block[] => {
    const { tool, die, look, pull } = ends[0]!.treatment
    return [
      { kind: 'heading', text: `${title}: ${ends.length} ${ends.length === 1 ? 'end' : 'ends'}` },
      {
        kind: 'text',
        text: `${TOOL_KINDS[tool]}${die === 'none' ? '' : `, ${die}`}. ${look}${pull ? ` A test piece stands ${pull.force_N} N or more.` : ''}`,
      },
      {
        kind: 'table',
        hasTicks: true,
        columns: [
          { title: 'Wire and end', share: 1.3 },
          { title: 'Goes to', share: 4 },
          { title: 'Strip mm', share: 1, isFigure: true },
          { title: 'Size', share: 1.3 },
          { title: 'mm', share: 1, isFigure: true },
        ],
        rows: ends.map((end) => {
          const { text, under } = wireLabel(plan, end.wire, end.side)
          return [
            `${text} ${end.letter}`,
            under,
            end.treatment.strip_mm === null ? '' : String(end.treatment.strip_mm),
            end.size,
            end.isAssumed ? 'measure' : String(Math.round(end.length_mm)),
          ]
        }),
      },
    ]
  })
}

/** What is cut from which length, in the order of work. */
export function cutPaper({ plan, evaluation, stock }: PaperSource): readonly Block[] {
  const needs = needsOf(plan, evaluation.reckoning, evaluation.securing).filter(({ pieces }) => pieces.length > 0)
  if (needs.length === 0) return [{ kind: 'text', text: 'Nothing of this plan is cut from a length.' }]
  return needs.flatMap((need): Block[] => {
    const { from, tooLong, buys, sold_mm } = cutPlanOf(need, stock)
    return [
      {
        kind: 'heading',
        text: `${need.what}: ${counted(need.pieces.length, 'piece')}, ${formatNumber(need.amount / 1000, 3)} m`,
      },
      ...(buys > 0 ? [{ kind: 'text' as const, text: `${buys} × ${formatNumber(sold_mm / 1000)} m to buy.` }] : []),
      {
        kind: 'table',
        hasTicks: true,
        columns: [
          { title: 'From', share: 1.6 },
          { title: 'Piece', share: 2 },
          { title: 'mm', share: 1, isFigure: true },
          { title: 'Left mm', share: 1, isFigure: true },
        ],
        rows: from.flatMap(({ item, has_mm, cuts, left_mm, isKept }) =>
          cuts.map(({ name, length_mm }, i) => [
            i === 0 ? `${item === null ? 'new' : 'in stock'}, ${formatNumber(has_mm / 1000, 4)} m` : '',
            name,
            String(Math.round(length_mm)),
            i === cuts.length - 1 ? `${Math.round(left_mm)}${isKept ? ', keep' : ''}` : '',
          ]),
        ),
      },
      ...(tooLong.length > 0
        ? [
            {
              kind: 'text' as const,
              text: `Longer than it is sold: ${tooLong.map(({ name }) => name).join(', ')}.`,
              isStrong: true,
            },
          ]
        : []),
    ]
  })
}

/** "12.4 m"; "60". */
export const amountWords = ({ unit }: Pick<Purchase, 'unit'>, amount: number): string =>
  unit === 'mm' ? `${formatNumber(amount / 1000, 4)} m` : formatNumber(amount, 5)

/** What is needed, with spares and why, what is there, and what is bought in whole packs. */
export function shoppingPaper({ plan, evaluation, stock }: PaperSource): readonly Block[] {
  const purchases = shoppingList(needsOf(plan, evaluation.reckoning, evaluation.securing), stock)
  if (purchases.length === 0) return [{ kind: 'text', text: 'The plan needs nothing new.' }]
  const kinds = [...new Set(purchases.map(({ kind }) => kind))]
  const cost = purchases.reduce((sum, purchase) => sum + (purchase.cost ?? 0), 0)
  const unpriced = purchases.filter(({ cost: own, packs }) => own === null && packs > 0).length
  return [
    ...kinds.flatMap((kind): Block[] => [
      { kind: 'heading', text: NEED_KINDS[kind] },
      {
        kind: 'table',
        hasTicks: true,
        columns: [
          { title: 'What', share: 4 },
          { title: 'Needs', share: 1, isFigure: true },
          { title: 'Spare', share: 0.9, isFigure: true },
          { title: 'There', share: 1, isFigure: true },
          { title: 'Buy', share: 1.6, isFigure: true },
          { title: 'Price', share: 1, isFigure: true },
          { title: 'From', share: 1.6 },
        ],
        rows: purchases
          .filter((purchase) => purchase.kind === kind)
          .map((purchase) => [
            purchase.what,
            amountWords(purchase, purchase.needs),
            purchase.spare > 0 ? amountWords(purchase, purchase.spare) : '',
            purchase.has > 0 ? amountWords(purchase, purchase.has) : '',
            purchase.packs === 0
              ? 'nothing'
              : purchase.pack === 1
                ? String(purchase.packs)
                : `${purchase.packs} × ${amountWords(purchase, purchase.pack)}`,
            purchase.cost === null ? '' : purchase.cost.toFixed(2),
            purchase.supplier ?? '',
          ]),
      },
    ]),
    {
      kind: 'text',
      text: `${cost === 0 ? 'No line has a price yet' : `Together ${cost.toFixed(2)}${unpriced > 0 ? `, and ${unpriced} lines without a price` : ''}`}. Spares: ${[...new Set(purchases.filter(({ spare }) => spare > 0).map(({ why }) => why))].join('; ') || 'none'}.`,
    },
  ]
}

/** Every step with its acts and boxes to tick. */
export function procedurePaper({ evaluation }: PaperSource): readonly Block[] {
  if (evaluation.procedure.length === 0) return [{ kind: 'text', text: 'There is nothing to build yet.' }]
  return evaluation.procedure.flatMap((step, i): Block[] => [
    { kind: 'heading', text: `${i + 1}. ${step.title}` },
    ...step.cautions.map((text): Block => ({ kind: 'text', text, isStrong: true })),
    {
      kind: 'text',
      text: [
        `About ${step.minutes} min${step.wait_min > 0 ? `, then ${step.wait_min} min by itself` : ''}${step.hands === 2 ? ', two people' : ''}.`,
        step.tools.length > 0 ? `Tools: ${step.tools.join(', ')}.` : '',
        step.takes.length > 0 ? `Ready: ${step.takes.join('; ')}.` : '',
        step.why,
      ]
        .filter(Boolean)
        .join(' '),
    },
    { kind: 'ticks', items: step.acts.flatMap(actWords) },
    { kind: 'text', text: `Done when: ${step.doneWhen}` },
  ])
}

const actWords = (act: Act): readonly string[] => [
  act.lines.length === 0 ? act.title : `${act.title}: ${act.lines.map((line) => line.replace(/[.]$/, '')).join('. ')}.`,
]

/** What each switch, jumper and pot stands at, and what fuse sits where. */
export function settingPaper({ plan, evaluation }: PaperSource): readonly Block[] {
  const acts = evaluation.procedure.flatMap((step) => step.acts).filter(({ phase }) => phase === 'set')
  if (acts.length === 0) return [{ kind: 'text', text: 'No part of the plan has a setting or a fuse.' }]
  return [
    {
      kind: 'table',
      hasTicks: true,
      columns: [
        { title: 'Device', share: 1 },
        { title: 'What', share: 3 },
        { title: 'Stands at', share: 4 },
      ],
      rows: acts.map((act) => [
        act.device === null ? '' : plan.devices[act.device]!.tag,
        act.title,
        act.lines.join('; '),
      ]),
    },
  ]
}

/** What to do, where the two leads go, and what it means if it is off. */
function howWords(plan: Plan, { lines, test }: Act): string {
  const at = [
    ...(test?.red ? [`red on ${terminalWords(plan, test.red)}`] : []),
    ...(test?.black ? [`black on ${terminalWords(plan, test.black)}`] : []),
  ]
  return [...lines, ...(at.length > 0 ? [`${at.join(', ')}.`] : []), ...(test ? [`If off: ${test.ifOff}`] : [])].join(
    ' ',
  )
}

/** Readings to fill in, with what is expected. */
export function testPaper({ plan, evaluation, log }: PaperSource): readonly Block[] {
  const steps = evaluation.procedure.filter(({ phase }) => phase === 'checks' || phase === 'first-power')
  if (steps.length === 0) return [{ kind: 'text', text: 'There is nothing to prove yet.' }]
  const last = new Map(log.flatMap((entry) => (entry.kind === 'signed' ? [[entry.step, entry] as const] : [])))
  return steps.flatMap((step): Block[] => [
    { kind: 'heading', text: step.title },
    ...step.cautions.map((text): Block => ({ kind: 'text', text, isStrong: true })),
    {
      kind: 'table',
      hasTicks: true,
      columns: [
        { title: 'What', share: 2.6 },
        { title: 'How', share: 5.2 },
        { title: 'Expected', share: 1.6 },
        { title: 'Read', share: 1.2 },
        { title: 'Meter', share: 1 },
      ],
      rows: step.acts.map((act) => [
        act.title,
        howWords(plan, act),
        act.reading ? `${act.reading.what}: ${limitWords(act.reading)}` : 'seen and tried',
        readWords(last.get(act.id)),
        last.get(act.id)?.meter ?? '',
      ]),
    },
  ])
}

const readWords = (entry: LogEntry | undefined) =>
  entry === undefined || entry.reading === null ? '' : readingWords(entry.reading, entry.unit)

/** Where everything was, before it was taken out. */
export function putBackPaper({ plan }: PaperSource): readonly Block[] {
  const all = Object.values(plan.devices)
  const removed = all.filter((device) => device.origin === 'remove')
  const there = presentDevices(plan).filter(([, { origin }]) => origin === 'there')
  const wires = Object.values(plan.wires).filter(({ origin }) => origin === 'remove')
  const added = Object.values(plan.wires).filter(({ origin }) => origin === 'new').length
  if (removed.length + there.length + wires.length === 0)
    return [{ kind: 'text', text: 'Nothing of this plan was there before: there is nothing to put back.' }]
  return [
    {
      kind: 'text',
      text: `Unplug, wait, prove it dead. Take out what was added (${added} wires and the devices marked new), then put back what is listed here, in this order. Keep what came out together with this sheet.`,
      isStrong: true,
    },
    ...(removed.length > 0
      ? [
          { kind: 'heading' as const, text: 'Goes back in' },
          { kind: 'ticks' as const, items: removed.map(({ tag, name }) => `${tag}, ${name}`) },
        ]
      : []),
    ...(wires.length > 0
      ? [
          { kind: 'heading' as const, text: 'Wires as they were' },
          {
            kind: 'table' as const,
            hasTicks: true,
            columns: [
              { title: 'Wire', share: 1 },
              { title: 'From', share: 3 },
              { title: 'To', share: 3 },
              { title: 'Note', share: 3 },
            ],
            rows: wires.map((wire) => [wire.label, endWordsOf(plan, wire.from), endWordsOf(plan, wire.to), wire.note]),
          },
        ]
      : []),
    ...(there.length > 0
      ? [
          { kind: 'heading' as const, text: 'Stayed where it was' },
          { kind: 'ticks' as const, items: there.map(([, { tag, name }]) => `${tag}, ${name}`) },
        ]
      : []),
  ]
}

function endWordsOf(
  plan: PaperSource['plan'],
  end: PaperSource['plan']['wires'][keyof PaperSource['plan']['wires']]['from'],
): string {
  if (end.kind !== 'terminal') return end.kind === 'parked' ? `parked: ${end.where}` : 'a plug'
  const { tag, part } = plan.devices[end.device]!
  return `${tag} ${plan.parts[part]!.terminals[end.terminal]!.label}`
}
