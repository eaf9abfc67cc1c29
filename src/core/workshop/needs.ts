import { fittedRating } from '@/core/model'
import type { Reckoning, WireReckoning } from '@/core/figures'
import {
  colourName,
  isCutWhereItLies,
  type Cable,
  type CableId,
  type Device,
  type DeviceId,
  type Plan,
  type RacewayId,
  type Raceway,
  type Wire,
  type WireId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { FAMILIES } from '@/core/reference'
import type { Securing } from '@/core/securing'
import { BY_LENGTH, needKey, type NeedKind } from './needKinds'

/** A thing that a plan needs, with what one takes beyond it and why. */
export interface Need {
  readonly key: string
  readonly kind: NeedKind
  readonly what: string
  readonly unit: 'mm' | 'pcs'
  readonly amount: number
  /** Of what is cut: each piece, in the order of work. */
  readonly pieces: readonly { readonly id: string; readonly name: string; readonly length_mm: number }[]
  readonly spare: number
  readonly why: string
  readonly price: number | null
  readonly supplier: string | null
}

/** What is spoiled on the way; common practice. */
const SPARES: Partial<
  Readonly<Record<NeedKind, { readonly share: number; readonly least: number; readonly why: string }>>
> = {
  end: { share: 0.1, least: 2, why: 'crimps that are spoiled, and the test piece of each die' },
  hold: { share: 0.1, least: 5, why: 'what is cut open again' },
  screw: { share: 0.1, least: 2, why: 'what falls where nobody finds it' },
}
/** Contacts are the smallest and are spoiled most. */
const CONTACT_SPARES = { share: 0.2, least: 3, why: 'contacts are spoiled while the die is found' }
/** Over a soldered or crimped joint. */
const SHRINK_mm = 40

interface Draft {
  readonly kind: NeedKind
  readonly what: string
  readonly amount: number
  readonly piece?: { readonly id: string; readonly name: string }
  readonly price?: number | null
  readonly supplier?: string | null
  readonly spare?: { readonly share: number; readonly least: number; readonly why: string }
}

/** Everything that a plan is built from and does not have yet: what is there stays where it is. */
export function needsOf(plan: Plan, reckoning: Reckoning, securing: Securing): readonly Need[] {
  const needs = new Map<string, Need>()
  const spares = new Map<string, NonNullable<Draft['spare']>>()
  for (const draft of [
    ...wireNeeds(plan, reckoning),
    ...cableNeeds(plan, reckoning),
    ...deviceNeeds(plan),
    ...wayNeeds(plan),
    ...faceNeeds(plan, reckoning),
    ...securing.totals.map(({ kind, what, count, length_mm }): Draft =>
      kind === 'wrap' || kind === 'cover'
        ? { kind: 'sleeve', what, amount: length_mm, piece: { id: what, name: what } }
        : { kind: 'hold', what, amount: count },
    ),
  ])
    add(needs, spares, draft)
  return [...needs.values()].map((need) => withSpare(need, spares.get(need.key) ?? SPARES[need.kind]))
}

function add(
  needs: Map<string, Need>,
  spares: Map<string, NonNullable<Draft['spare']>>,
  { kind, what, amount, piece, price = null, supplier = null, spare }: Draft,
): void {
  if (amount <= 0) return
  const key = needKey(kind, what)
  const known = needs.get(key)
  const isCut = BY_LENGTH.has(kind)
  if (spare) spares.set(key, spare)
  needs.set(key, {
    key,
    kind,
    what,
    unit: isCut ? 'mm' : 'pcs',
    amount: (known?.amount ?? 0) + amount,
    pieces: [...(known?.pieces ?? []), ...(isCut && piece ? [{ ...piece, length_mm: amount }] : [])],
    spare: 0,
    why: '',
    price: known?.price ?? price,
    supplier: known?.supplier ?? supplier,
  })
}

function withSpare(need: Need, rule: Draft['spare']): Need {
  if (!rule) return need
  return { ...need, spare: Math.max(rule.least, Math.ceil(need.amount * rule.share)), why: rule.why }
}

/** "Wire 0.75 mm², red"; solid where it is. */
export function wireWhat(plan: Plan, wire: Wire, size: string): string {
  const colour = colourName(wire.colour ?? plan.practice.colours[wire.function])
  return `Wire ${size}${wire.construction === 'solid' ? ' solid' : ''}, ${colour}`
}

function wireNeeds(plan: Plan, reckoning: Reckoning): readonly Draft[] {
  return (Object.entries(plan.wires) as [WireId, Wire][]).flatMap(([id, wire]): Draft[] => {
    const reckoned = reckoning.wires[id]
    if (wire.origin !== 'new' || !reckoned || reckoned.size === null) return []
    const ends = [reckoned.from, reckoned.to].flatMap((end): Draft[] => {
      if (!end || end.tool === 'none' || end.tool === 'jaws') return []
      const shrink: Draft[] =
        end.treatment === 'solder' || end.treatment === 'butt-splice'
          ? [
              {
                kind: 'sleeve',
                what: 'Heat-shrink, over joints',
                amount: SHRINK_mm,
                piece: { id: `${id}:shrink`, name: wire.label || id },
              },
            ]
          : []
      if (end.tool === 'iron') return shrink
      return [
        {
          kind: 'end',
          what: end.what,
          amount: 1,
          ...(end.tool === 'contacts' ? { spare: CONTACT_SPARES } : {}),
        },
        ...shrink,
      ]
    })
    const own: Draft[] =
      wire.cable === null
        ? [
            {
              kind: 'wire',
              what: wireWhat(plan, wire, reckoned.size),
              amount: Math.ceil(reckoned.length_mm),
              piece: { id, name: `${wire.label || id}${aboutItsLength(plan, wire, reckoned.lengthFrom)}` },
            },
          ]
        : []
    return [...own, ...ends]
  })
}

/** What the figure beside a piece is, where it is not what it is cut to. */
const aboutItsLength = ({ practice }: Plan, wire: Wire, from: WireReckoning['lengthFrom']): string =>
  isCutWhereItLies(practice, wire) ? ' (about; cut where it lies)' : from === 'assumed' ? ' (assumed)' : ''

function cableNeeds(plan: Plan, reckoning: Reckoning): readonly Draft[] {
  const wiresOf = new Map<CableId, string[]>()
  for (const [id, { cable }] of Object.entries(plan.wires) as [WireId, Wire][])
    if (cable !== null) wiresOf.set(cable, [...(wiresOf.get(cable) ?? []), reckoning.wires[id]?.size ?? ''])
  return (Object.entries(plan.cables) as [CableId, Cable][]).flatMap(([id, cable]): Draft[] => {
    // What came with its device, and what has been found in the kit, is not bought.
    if (cable.origin !== 'new' || cable.leadsOf !== null || cable.isHere === true || cable.aside !== null) return []
    if (cable.premade)
      return [
        {
          kind: 'lead',
          what: `${cable.printed || cable.name}${cable.length_mm === null ? '' : `, ${formatNumber(cable.length_mm, 4)} mm`}`,
          amount: 1,
        },
      ]
    const length_mm = reckoning.routes.leads[id]?.cut_mm ?? cable.length_mm
    const reckoned = (wiresOf.get(id) ?? []).filter((size) => size !== '')
    const sizes = [...new Set([...cable.cores.flatMap(({ size }) => size ?? []), ...reckoned])]
    const cores = Math.max(cable.cores.length, reckoned.length)
    return [
      {
        kind: 'cable',
        what: `Cable, ${cores} cores${sizes.length > 0 ? ` ${sizes.join(' and ')}` : ''}${cable.shielded ? ', shielded' : ''}${cable.flexClass === 'chain' ? ', for chains' : ''}`,
        amount: Math.ceil(length_mm ?? plan.practice.assumedLength_mm),
        piece: { id, name: cable.name },
      },
    ]
  })
}

function deviceNeeds(plan: Plan): readonly Draft[] {
  return (Object.entries(plan.devices) as [DeviceId, Device][]).flatMap(([, device]): Draft[] => {
    if (device.origin !== 'new') return []
    const part = plan.parts[device.part]!
    const fuses = part.links.flatMap((link): Draft[] => {
      if (link.kind !== 'protective') return []
      const { rating_A, family } = fittedRating(device, link)
      // A breaker is the part itself; a fuse is put into it.
      if (rating_A === null || FAMILIES[family].kind !== 'fuse') return []
      return [
        {
          kind: 'fuse',
          what: `Fuse ${formatNumber(rating_A)} A, ${FAMILIES[family].name}`,
          amount: 1,
          spare: { share: 1, least: 1, why: 'each value twice: the second is wanted at night' },
        },
      ]
    })
    const isTheBox = part.behaviour.kind === 'exposed-metal'
    return [
      ...(isTheBox
        ? []
        : [{ kind: 'part' as const, what: part.name, amount: 1, price: part.price, supplier: part.supplier }]),
      ...fuses,
    ]
  })
}

function wayNeeds(plan: Plan): readonly Draft[] {
  return (Object.entries(plan.raceways) as [RacewayId, Raceway][]).flatMap(([id, way]): Draft[] => {
    if (way.origin !== 'new') return []
    const piece = { id, name: way.name }
    const size = `${formatNumber(way.width_mm)} × ${formatNumber(way.height_mm)} mm`
    switch (way.kind) {
      case 'duct':
        return [{ kind: 'length', what: `Wiring duct ${size}`, amount: way.length_mm, piece }]
      case 'conduit':
        return [{ kind: 'length', what: `Conduit ${formatNumber(way.width_mm)} mm`, amount: way.length_mm, piece }]
      case 'sleeve':
        return [{ kind: 'sleeve', what: `Sleeve ${formatNumber(way.width_mm)} mm`, amount: way.length_mm, piece }]
      case 'gland':
        return [
          { kind: 'opening', what: `Gland ${way.thread ?? `${formatNumber(way.width_mm)} mm`} with nut`, amount: 1 },
          ...(way.isBlanked === true
            ? [{ kind: 'opening' as const, what: `Blanking plug ${way.thread ?? ''}`.trim(), amount: 1 }]
            : []),
          ...(way.hasInsert === true
            ? [{ kind: 'opening' as const, what: `Gland insert ${way.thread ?? ''}, several holes`, amount: 1 }]
            : []),
        ]
      case 'grommet':
        return [{ kind: 'opening', what: `Grommet ${formatNumber(way.width_mm)} mm`, amount: 1 }]
      case 'chain':
        return [
          {
            kind: 'part',
            what: `Cable chain ${size} inside, radius ${formatNumber(way.bendRadius_mm ?? 0)} mm`,
            amount: 1,
          },
        ]
      default:
        return []
    }
  })
}

function faceNeeds(plan: Plan, reckoning: Reckoning): readonly Draft[] {
  const rails = Object.entries(plan.enclosures).flatMap(([enclosure, box]) =>
    Object.entries(box!.faces).flatMap(([face, { rails: own, name }]) =>
      own.map(({ id, length_mm }): Draft => ({
        kind: 'length',
        what: 'Mounting rail 35 × 7.5 mm',
        amount: length_mm,
        piece: { id: `${enclosure}/${face}/${id}`, name: `${box!.name}, ${name.toLowerCase()}` },
      })),
    ),
  )
  const holes = reckoning.faces.flatMap((face) => face.holes)
  return [
    ...rails,
    ...holes.flatMap(({ screw, state }): Draft[] =>
      screw !== null && state === 'make'
        ? [{ kind: 'screw', what: `Screw ${screw} with washer and nut`, amount: 1 }]
        : [],
    ),
    ...holes.flatMap(({ state, shape, for: use }): Draft[] =>
      state === 'blank' && use !== 'gland' && shape.kind === 'round'
        ? [{ kind: 'opening', what: `Blanking plug ${formatNumber(shape.diameter_mm)} mm`, amount: 1 }]
        : [],
    ),
  ]
}
