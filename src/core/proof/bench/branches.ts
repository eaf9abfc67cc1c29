import type { Conditions, Model, Solution } from '@/core/model'
import {
  CONTACT_OHM,
  ELECTRONICS_OHM,
  END_OHM,
  fittedRating,
  leastDead_ohm,
  sourcesOf,
  terminalKey,
  upstream_ohm,
  type Source,
} from '@/core/model'
import type { DeviceId, Link, TerminalFunction, TerminalId, WireId } from '@/core/plan'

/** Of a regulated output, and of the outlet. From memory; a supply holds its volts better than a meter shows. */
export const SOURCE_OHM = 0.001
/** What is left between the terminals of an output that gives nothing: its own bleeding resistor. From memory. */
export const BLEED_OHM = 1000
/** What idling electronics take of their nominal power. From memory. */
const IDLE_SHARE = 0.02
/** The most that idling electronics are taken to have between their terminals. From memory. */
const MOST_IDLE_OHM = 50_000
/** What a supply's input is like without load. From memory; some hundredths of an ampere from the mains. */
const IDLE_INPUT_OHM = 10_000
const IDLE_INPUT_A = 0.001
/** Of a coil whose draw nobody stated. From memory. */
const COIL_OHM = 1000

/** Between two joints, whatever it stands for. */
export interface BenchBranch {
  readonly id: string
  readonly role: 'wire' | 'link' | 'load' | 'winding' | 'element' | 'input' | 'output' | 'upstream'
  readonly a: number
  readonly b: number
  /** While it conducts. */
  readonly ohm: number
  /** To an ohmmeter it is anything between its least ohms and nothing at all. */
  readonly isElectronics: boolean
  readonly least_ohm: number
  /** Of a link: its place among the model's passages. */
  readonly passage: number | null
  /** Of an output: its place among the bench's sources. */
  readonly source: number | null
  readonly device: DeviceId | null
}

type Draft = Pick<BenchBranch, 'id' | 'role' | 'a' | 'b' | 'ohm'> & Partial<BenchBranch>

const branch = (draft: Draft): BenchBranch => ({
  isElectronics: false,
  least_ohm: ELECTRONICS_OHM,
  passage: null,
  source: null,
  device: null,
  ...draft,
})

/**
 * Every branch that a meter can meet, whether it conducts at the moment or not. Loads are the resistance that they have in the
 * settled solution they were last fed in, which is what makes the bench agree with all other figures; one that was never fed
 * counts by its nominal volts and power.
 */
export function branchesOf(
  model: Model,
  sources: readonly Source[],
  { ohms }: Conditions,
  solutions: Iterable<Solution>,
): readonly BenchBranch[] {
  const settled = [...solutions]
  const found = [
    ...model.conductors.map(({ id, jointFrom, jointTo }) =>
      branch({ id, role: 'wire', a: jointFrom, b: jointTo, ohm: leadOhm(id, ohms) }),
    ),
    ...model.passages.map(({ id, device, link, jointA, jointB }, passage) =>
      branch({
        id,
        role: 'link',
        a: jointA,
        b: jointB,
        // A place without its fuse passes nothing.
        ohm: isEmptyPlace(model, device, link) ? Infinity : linkOhm(link),
        isElectronics: link.kind === 'semiconductor',
        passage,
        device,
      }),
    ),
    ...loadBranches(model, settled),
    ...coilBranches(model),
    ...partBranches(model),
    ...sourceBranches(sources, settled),
    ...upstreamBranches(model, sources),
  ]
  return found.filter(({ a, b }) => a !== b && a >= 0 && b >= 0)
}

/** A wire with both its ends. */
export const leadOhm = (id: WireId, ohms: Conditions['ohms']): number => (ohms.get(id) ?? 0) + 2 * END_OHM

const isEmptyPlace = ({ deviceById }: Model, device: DeviceId, link: Link): boolean =>
  link.kind === 'protective' && fittedRating(deviceById.get(device)!.device, link).rating_A === null

function linkOhm(link: Model['passages'][number]['link']): number {
  if (link.kind === 'resistance') return link.ohm
  return link.kind === 'semiconductor' && link.rated_A ? Math.max(1e-3, link.drop_V / link.rated_A) : CONTACT_OHM
}

function loadBranches(model: Model, settled: readonly Solution[]): readonly BenchBranch[] {
  return model.draws.map(({ id, device, draw, plus, minus, power_W }) => {
    const { part } = model.deviceById.get(device)!
    const isResistive = draw.model === 'resistive'
    const fed = settled.flatMap(({ drawVoltage_V, drawCurrent_A }) => {
      const [volt, ampere] = [drawVoltage_V.get(id), drawCurrent_A.get(id)]
      return volt && ampere ? [{ ohm: Math.abs(volt / ampere) }] : []
    })
    // Of a resistance what is printed on it; of all else what it takes where it takes most.
    const nominal_W = Math.max(power_W, 1e-3)
    const ohm = isResistive
      ? draw.nominal_V ** 2 / nominal_W
      : (fed.reduce<number | null>((least, each) => Math.min(least ?? Infinity, each.ohm), null) ??
        Math.min(MOST_IDLE_OHM, draw.nominal_V ** 2 / (nominal_W * IDLE_SHARE)))
    const least_ohm = leastDead_ohm(part, {
      nominal_V: draw.nominal_V,
      startFactor: draw.startFactor,
      power_W: nominal_W,
    })
    return branch({ id, role: 'load', a: plus, b: minus, ohm, isElectronics: !isResistive, least_ohm, device })
  })
}

/** Coils that no draw stands for. */
function coilBranches(model: Model): readonly BenchBranch[] {
  const drawn = new Set(model.draws.map(({ plus, minus }) => `${plus} ${minus}`))
  return model.movers.flatMap(({ id, device, coil }) =>
    coil && !drawn.has(`${coil.plus} ${coil.minus}`)
      ? [branch({ id, role: 'load', a: coil.plus, b: coil.minus, ohm: COIL_OHM, isElectronics: true, device })]
      : [],
  )
}

/** Ohms of a coil, printed on few motors. From memory: small steppers have some ohms. */
const WINDING_OHM = 2

/** Windings of motors, and what a probe of two leads has between them. */
function partBranches(model: Model): readonly BenchBranch[] {
  return model.devices.flatMap(({ id, part }) => {
    const { behaviour } = part
    const at = (fn: TerminalFunction) =>
      (Object.keys(part.terminals) as TerminalId[]).filter((terminal) => part.terminals[terminal]!.function === fn)
    const joint = (terminal: TerminalId) => model.jointOf(terminalKey(id, terminal))
    if (behaviour.kind === 'motor')
      return (['coil-A', 'coil-B'] as const).flatMap((fn) => {
        const ends = at(fn)
        return ends.length === 2
          ? [
              branch({
                id: `${id}/${fn}`,
                role: 'winding',
                a: joint(ends[0]!),
                b: joint(ends[1]!),
                ohm: behaviour.phase_ohm ?? WINDING_OHM,
                device: id,
              }),
            ]
          : []
      })
    const leads = at('signal')
    return behaviour.kind === 'sensor' && leads.length === 2 && part.links.length === 0 && part.draws.length === 0
      ? [
          branch({
            id: `${id}/element`,
            role: 'element',
            a: joint(leads[0]!),
            b: joint(leads[1]!),
            ohm: ELECTRONICS_OHM,
            isElectronics: true,
            device: id,
          }),
        ]
      : []
  })
}

function sourceBranches(sources: readonly Source[], settled: readonly Solution[]): readonly BenchBranch[] {
  const withInput = new Set<DeviceId>()
  return sources.flatMap(({ id, device, plus, minus, input, isMains }, source) => {
    const output = branch({
      id,
      role: 'output',
      a: plus,
      b: minus,
      ohm: SOURCE_OHM,
      // What comes from outside is unplugged while ohms are measured.
      isElectronics: input !== undefined,
      source,
      device,
    })
    if (!input || isMains || withInput.has(device)) return [output]
    withInput.add(device)
    const ohm = settled.reduce<number>((least, { inputs_A, volts }) => {
      const ampere = inputs_A.get(device) ?? 0
      const volt = Math.abs(volts.between(input.plus, input.minus) ?? 0)
      return ampere > IDLE_INPUT_A && volt > 0 ? Math.min(least, volt / ampere) : least
    }, IDLE_INPUT_OHM)
    return [
      output,
      branch({
        id: `${device}#input`,
        role: 'input',
        a: input.plus,
        b: input.minus,
        ohm,
        isElectronics: true,
        device,
      }),
    ]
  })
}

/** Earth joined to the mains where that comes from: to its neutral, or between its two live poles. */
function upstreamBranches(model: Model, sources: readonly Source[]): readonly BenchBranch[] {
  const ohm = upstream_ohm(model.plan.site)
  if (ohm === null) return []
  return model.devices.flatMap(({ id, part: { behaviour } }) => {
    if (behaviour.kind !== 'mains-inlet' || behaviour.earth === null) return []
    const first = sources.find(({ device, isMains }) => isMains && device === id)
    const earth = model.jointOf(terminalKey(id, behaviour.earth))
    return first ? [branch({ id: upstreamOf(id), role: 'upstream', a: first.minus, b: earth, ohm, device: id })] : []
  })
}

/** The branch from an inlet's source to earth. */
export const upstreamOf = (inlet: DeviceId): string => `${inlet}/upstream`

/**
 * Every source that the plan has, whether or not a situation brings it. Two live poles are two sources in a row with earth
 * between them, at a joint of its own after those of the model.
 */
export function allSources(model: Model): readonly Source[] {
  const sources = sourcesOf(model, { mains: true, usb: true, battery: true })
  if (model.plan.site.livePoles !== 2) return sources
  let middle = model.jointCount - 1
  return sources.flatMap((source): readonly Source[] => {
    if (!source.isMains) return [source]
    middle += 1
    const voltage_V = source.voltage_V / 2
    return [
      { ...source, voltage_V, minus: middle },
      { ...source, id: `${source.id}/second`, voltage_V, plus: middle },
    ]
  })
}
