import {
  newCable,
  apply,
  asLabel,
  BARE_END,
  type Cable,
  type CableEnd,
  type CableId,
  type Command,
  type Plan,
  type Wire,
} from '@/core/plan'
import { CONNECTOR_FAMILIES, type ConnectorFamilyId } from '@/core/reference'
import { fitOf } from './fits'
import { freeCable, plugIn, plugOf } from './make'
import { connectorName, connectorsOf, type ConnectorUse } from './ports'

/** A cable as a delivery lists it. */
export interface KitRow {
  readonly label: string
  /** "2.5 mm plug", "bare", "network". */
  readonly ends: readonly [string, string]
  readonly ways: number
  readonly length_mm: number | null
}

const BARE_WORDS = /^(bare|free|open|none|ferrules?|stripped|tinned|loose|leads?|-|)$/

/** Words that say a family besides its pitch. */
const SAID: readonly (readonly [RegExp, ConnectorFamilyId])[] = [
  [/network|ethernet|8p8c/, 'network'],
  [/usb/, 'usb'],
  [/ribbon|flat|idc/, 'ribbon'],
  [/barrel|5\.5/, 'barrel'],
  [/seal|lighting|pixel|waterproof/, 'lighting'],
  [/round|aviation|panel/, 'round'],
  [/5\.08|5\.0\d? ?mm/, '5.08 block'],
  [/3\.(5|81)/, '3.5 block'],
  [/square|2\.54/, '2.54'],
  [/4\.2/, '4.2'],
  [/3\.96/, '3.96'],
  [/2\.5/, '2.5'],
  [/1\.25/, '1.25'],
  [/2\.0|\b2 ?mm/, '2.0'],
]

/** What is pushed over pins, by the words that say so. */
const SOCKET_WORDS = /\b(socket|receptacle|jack|female|f)\b/

/** The end that a delivery's words mean; words that say no family stay as they are, and are compared with nothing. */
export function endFromWords(words: string, ways: number): CableEnd {
  const plain = words.trim().toLowerCase()
  if (BARE_WORDS.test(plain)) return BARE_END
  const named = Object.entries(CONNECTOR_FAMILIES).find(([, { name }]) => name.toLowerCase() === plain)?.[0]
  const found = (named as ConnectorFamilyId | undefined) ?? SAID.find(([pattern]) => pattern.test(plain))?.[1]
  const gender = SOCKET_WORDS.test(plain) ? 'socket' : 'plug'
  if (found) return { ...plugOf(found, ways), gender }
  const family = words.trim().slice(0, 60)
  return { kind: 'plug', family, pitch_mm: null, gender, key: null, hasLatch: null, ways, mates: null }
}

/** The cables of a delivery as cables of the plan, not joined and not yet seen. */
export function takeIn(plan: Plan, kit: string, rows: readonly KitRow[]): readonly Command[] {
  return rows.map(({ label, ends, ways, length_mm }, i): Command => {
    const { id } = freeCable(plan, i)
    const cable = newCable({
      name: label.slice(0, 80),
      od_mm: null,
      premade: true,
      length_mm,
      printed: label.slice(0, 80),
      flexClass: 'fixed',
      shielded: false,
      origin: 'new',
      kit,
      cores: Array.from({ length: ways }, (_, n) => ({ id: String(n + 1), colour: null, size: null, rated_V: null })),
      ends: { a: endFromWords(ends[0], ways), b: endFromWords(ends[1], ways) },
    })
    return { type: 'addCable', id, cable }
  })
}

/** Where a cable's end could go: its label's own place first, then what is free and fits. */
export function placesFor(plan: Plan, id: CableId, end: 'a' | 'b'): readonly ConnectorUse[] {
  const cable = plan.cables[id]!
  if (cable.ends[end].kind === 'bare') return []
  const label = asLabel(cable.printed ?? cable.name)
  const rank = (use: ConnectorUse) => (isNamed(plan, use, label) ? 0 : 1)
  return connectorsOf(plan)
    .filter((use) => use.plug === null && use.ways.length === 0 && fitOf(cable.ends[end], use.spec).goes !== 'no')
    .filter((use) => fitOf(cable.ends[end], use.spec).goes === 'fits' || isNamed(plan, use, label))
    .toSorted((a, b) => rank(a) - rank(b))
}

/** Plugs in every loose plug whose cable bears the name of a free socket that it goes into; each socket takes one. */
export function plugByLabels(plan: Plan): { readonly commands: readonly Command[]; readonly count: number } {
  let next = plan
  const commands: Command[] = []
  let count = 0
  for (const id of Object.keys(plan.cables) as CableId[]) {
    const cable = plan.cables[id]!
    const label = asLabel(cable.printed ?? cable.name)
    const end = (['a', 'b'] as const).find(
      (each) => cable.ends[each].kind === 'plug' && cable.ends[each].mates === null,
    )
    const isPlugged = cable.ends.a.mates !== null || cable.ends.b.mates !== null
    const place = end && !isPlugged && cable.aside === null ? placesFor(next, id, end)[0] : undefined
    if (!end || !place || !isNamed(next, place, label)) continue
    const own = plugIn(next, id, end, place)
    const outcome = apply(next, own)
    if (outcome.kind === 'refused') continue
    next = outcome.plan
    commands.push(...own)
    count += 1
  }
  return { commands, count }
}

/** Whether a label names a connector: by its own name, by its device, or by both. */
export function isNamed(plan: Plan, use: ConnectorUse, label: string): boolean {
  const { tag, name } = plan.devices[use.device]!
  const own = asLabel(use.spec.name)
  return [own, asLabel(tag) + own, asLabel(tag), asLabel(name)].includes(label)
}

export type CableState = 'joined' | 'half' | 'open' | 'aside' | 'amiss'

/** How far a cable is joined, and what is amiss with its plugs. */
export function stateOf(plan: Plan, id: CableId): { readonly state: CableState; readonly words: string } {
  const cable = plan.cables[id]!
  if (cable.aside !== null) return { state: 'aside', words: `set aside: ${cable.aside}` }
  for (const end of ['a', 'b'] as const) {
    const { mates } = cable.ends[end]
    const use =
      mates &&
      connectorsOf(plan).find(({ device, connector }) => device === mates.device && connector === mates.connector)
    const fit = use ? fitOf(cable.ends[end], use.spec) : null
    if (use && fit && fit.goes !== 'fits')
      return { state: 'amiss', words: `in ${connectorName(plan, use)}: ${fit.reason ?? ''}` }
  }
  const isJoined = (end: 'a' | 'b') => isEndJoined(plan, id, cable, end)
  const [a, b] = [isJoined('a'), isJoined('b')]
  if (a && b) return { state: 'joined', words: 'joined at both ends' }
  if (a || b) return { state: 'half', words: `joined at end ${a ? 'A' : 'B'} only` }
  return { state: 'open', words: 'joins nothing yet' }
}

function isEndJoined(plan: Plan, id: CableId, cable: Cable, end: 'a' | 'b'): boolean {
  if (cable.ends[end].kind === 'plug') return cable.ends[end].mates !== null
  const own = (Object.values(plan.wires) as Wire[]).filter((wire) => wire.cable === id)
  const side = end === 'a' ? 'from' : 'to'
  return own.some((wire) => wire[side].kind === 'terminal')
}
