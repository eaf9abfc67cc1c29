import { cite, earthConductorFor, SOURCES } from '@/core/reference'
import { formatNumber, wireSize, SOLD_SIZES } from '@/core/quantity'
import { COMMON_PRACTICE, step } from '@/core/trace'
import { factsOf, type DeviceId, type Plan, type WireId } from '@/core/plan'
import type { WireGuard } from './guards'
import { isEarth, reachedFrom, splitKey, type Conductor, type Model, type Step } from '@/core/model'
import { CLAMP_TOL, LEAST_SIZE, thickestFor, type Circuit } from './circuits'
import type { SizedWire } from './describeWire'

/** An earth conductor that runs outside a box by itself: 2.5 mm² in a jacket or conduit, 4 mm² without (IEC 60364-5-54, 543.1.3). */
function leastAlone_mm2({ site, devices }: Plan, { wire, from, to }: Conductor): number {
  const isOutside = [from, to].some((key) => devices[splitKey(key).device]!.place.kind === 'field')
  if (site.region !== 'IEC' || wire.cable !== null || !isOutside) return 0
  return wire.jacket === 'jacketed' || (wire.route ?? []).length > 0 ? 2.5 : 4
}

/** A line conductor that was taken thicker than its fuse asks for asks for no thicker earth. */
function asThickAsNeeded(
  size: string | null,
  guarded: WireGuard | undefined,
  sizeFor: (protection_A: number) => string | null,
): string | null {
  const least = guarded?.guard ? sizeFor(guarded.guard.needs_A) : null
  if (size === null || least === null) return size
  return wireSize(least).area_mm2 < wireSize(size).area_mm2 ? least : size
}

/**
 * Where its clamps take no more, the thickest that goes in, as long as it is no thinner than the thinnest line that feeds the
 * same: an earth is never asked thicker than the line that it goes with.
 */
function byClamps(plan: Plan, { clampMost_mm2 }: Circuit, reckoned: string, lines: readonly (string | null)[]): string {
  const thickest = thickestFor(clampMost_mm2, plan.practice.series)
  if (thickest === null || wireSize(reckoned).area_mm2 <= clampMost_mm2 * CLAMP_TOL) return reckoned
  const thinnest = Math.min(...lines.flatMap((line) => (line === null ? [] : [wireSize(line).area_mm2])))
  return wireSize(thickest).area_mm2 >= Math.min(thinnest, clampMost_mm2) * 0.98 &&
    thinnest <= clampMost_mm2 * CLAMP_TOL
    ? thickest
    : reckoned
}

/** The devices that an earth conductor goes to, away from where earth comes in: where its end only passes it on, those beyond. */
function earthed(model: Model, { id, jointFrom, jointTo }: Conductor): ReadonlySet<DeviceId> {
  const deviceOf = (joint: number) => splitKey(model.terminalOfJoint[joint]!).device
  const isOther = (each: Step) => isEarth(each) && each.id !== id
  const incoming = new Set(
    model.sources.flatMap(({ potential, terminal }) => (potential.kind === 'PE' ? [model.jointOf(terminal)] : [])),
  )
  const away = [jointFrom, jointTo].filter(
    (joint) => ![...reachedFrom(model, [joint], isOther).keys()].some((each) => incoming.has(each)),
  )
  const reached = reachedFrom(
    model,
    away,
    isOther,
    (joint) => !factsOf(model.deviceById.get(deviceOf(joint))!.part).passesOn,
  )
  return new Set([...reached.keys()].map(deviceOf))
}

/** An earth conductor carries nothing in service; it is sized by the line conductor beside it, or the device ahead of it. */
export function sizeEarth(
  plan: Plan,
  model: Model,
  circuit: Circuit,
  sized: ReadonlyMap<WireId, SizedWire>,
  guards: ReadonlyMap<WireId, WireGuard>,
  sizeFor: (protection_A: number) => string | null,
): SizedWire {
  const { conductor, length_mm } = circuit
  const lines = model.conductors.filter(({ wire }) => wire.function === 'L')
  const besideAny = (ends: ReadonlySet<DeviceId>) =>
    lines.filter(({ from, to }) => [from, to].some((key) => ends.has(splitKey(key).device)))
  const ownEnds = new Set([conductor.from, conductor.to].map((key) => splitKey(key).device))
  const own = besideAny(ownEnds)
  const beside = own.length > 0 ? own : besideAny(earthed(model, conductor))
  // Where no line conductor goes to the same device, the thickest of the plan could touch it.
  const ownCable = conductor.wire.cable
  const inCable = ownCable === null ? [] : lines.filter(({ wire }) => wire.cable === ownCable)
  // In one cord or cable the earth core goes with the line core beside it, and is never asked thicker.
  const relevant = inCable.length > 0 ? inCable : beside.length > 0 ? beside : lines
  const thickest = relevant.reduce<{ size: string; area: number } | null>((most, { id }) => {
    const size = asThickAsNeeded(sized.get(id)?.size ?? null, guards.get(id), sizeFor)
    if (!size) return most
    const area = wireSize(size).area_mm2
    return !most || area > most.area ? { size, area } : most
  }, null)
  const protection_A =
    relevant.reduce((most, { id }) => Math.max(most, guards.get(id)?.guard?.rating_A ?? 0), 0) ||
    plan.site.outletBreaker_A
  const rule = earthConductorFor({
    region: plan.site.region,
    line: thickest?.size ?? LEAST_SIZE[plan.practice.series].L,
    protection_A,
    series: plan.practice.series,
  })
  const given = conductor.wire.size
  const alone_mm2 = leastAlone_mm2(plan, conductor)
  const least_mm2 = Math.max(wireSize(rule.size).area_mm2, alone_mm2)
  const asked =
    alone_mm2 > wireSize(rule.size).area_mm2
      ? (SOLD_SIZES[plan.practice.series].find(({ area_mm2 }) => area_mm2 >= alone_mm2 * 0.995)?.label ?? rule.size)
      : rule.size
  const reckoned = wireSize(circuit.minimum).area_mm2 > wireSize(asked).area_mm2 ? circuit.minimum : asked
  const size =
    given ??
    byClamps(
      plan,
      circuit,
      reckoned,
      relevant.map(({ id }) => sized.get(id)?.size ?? null),
    )
  const trace = [
    step(
      'Least earth conductor',
      `${rule.size}: ${rule.reason}${beside.length > 0 || !thickest ? '' : ' (the thickest line conductor of the plan)'}`,
      cite(rule.source),
    ),
    ...(alone_mm2 > wireSize(rule.size).area_mm2
      ? [
          step(
            'Alone outside',
            `not in a cable, it is ${formatNumber(alone_mm2)} mm² at least`,
            cite(SOURCES.iec60364EarthAlone),
          ),
        ]
      : []),
    given === null
      ? step('Chosen', `${size}${size === asked ? '' : ', the least that the clamps hold'}`)
      : step('Size', `${given}, as entered`, 'the plan'),
  ]
  const none = {
    value: 0,
    unit: 'A',
    trace: [step('Current', 'none in service; an earth conductor carries only a fault', COMMON_PRACTICE)],
  }
  return {
    id: conductor.id,
    function: 'PE',
    size,
    isReckoned: given === null,
    length_mm,
    lengthFrom: circuit.lengthFrom,
    current_A: {},
    worst: none,
    ampacity: { value: null, unit: 'A', trace: none.trace },
    maxProtection_A: null,
    loading: { value: null, unit: '%', trace: none.trace },
    drop: { value: null, unit: '%', trace: none.trace },
    guard: null,
    needs_A: 0,
    alone_A: null,
    continuous_A: null,
    served: null,
    sizing: { value: least_mm2, unit: 'mm²', trace },
    trace,
    reasons: [],
  }
}
