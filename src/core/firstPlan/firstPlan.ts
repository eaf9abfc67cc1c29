import { CATALOGUE, cataloguePart, newDevice, nextTag } from '@/core/catalogue'
import { proposeWiring } from '@/core/joining'
import { startingPattern } from '@/core/patterns'
import { apply, emptyPlan, type Command, type DeviceId, type PartId, type Plan, withRoles } from '@/core/plan'
import { SUPPLY_ROOM } from '@/core/suits'
import { OFFERED, type FirstAnswers } from './answers'

/** How warm it gets where a box stands; common practice. */
const AMBIENT_C = { indoors: 30, sheltered: 35, outdoors: 40 } as const
const RESIDUAL_mA = { IEC: 30, NEC: 5 } as const

/**
 * A first whole plan from five answers: a pattern or what is asked for, where it stands, what must run, joined as proposed.
 * It is a beginning with a verdict, meant to be changed; what could not be joined is told by the verdict.
 */
export function firstPlan(answers: FirstAnswers): Plan {
  const { builds, region, name, place, plug, breaker_A, hasResidual } = answers
  const start = builds === 'other' ? bare(answers) : { ...startingPattern(builds, region), name }
  const sited = run(start, [
    {
      type: 'setSite',
      changes: {
        place,
        ambient_C: AMBIENT_C[place],
        plug: { kind: plug, fuse_A: start.site.plug.fuse_A },
        outletBreaker_A: breaker_A,
        residual_mA: hasResidual ? RESIDUAL_mA[region] : null,
      },
    },
  ])
  const loaded = withReserve(withStop(withSupplies(withLoads(sited, answers), answers), answers), answers)
  // A group that no longer fits what the ones before it brought is left out, and the verdict tells.
  return withRoles(proposeWiring(loaded).groups.reduce((plan, { commands }) => run(plan, commands), loaded))
}

function run(plan: Plan, commands: readonly Command[]): Plan {
  const outcome = apply(plan, commands)
  return outcome.kind === 'refused' ? plan : outcome.plan
}

function add(plan: Plan, key: string, name?: string, isOutside = false): readonly [Plan, DeviceId] {
  const { id: partId, part } = cataloguePart(`part:${key}`)
  const tag = nextTag(plan, part.behaviour.kind)
  const id = `device:${tag.toLowerCase()}` as DeviceId
  const device = newDevice(partId, tag, (name ?? part.name).slice(0, 80), {
    place: isOutside ? { kind: 'field', path: 'machine' } : { kind: 'unplaced', enclosure: null },
  })
  return [run(plan, [{ type: 'addDevice', id, device, part: { id: partId, part: plan.parts[partId] ?? part } }]), id]
}

/** Inlet, switch and the box's own metal: what every mains-fed box has. */
function bare({ name, region }: FirstAnswers): Plan {
  return ['inlet-fused', 'switch-2p', 'metal'].reduce((plan, key) => add(plan, key)[0], emptyPlan(name, region))
}

function withLoads(plan: Plan, { loads }: FirstAnswers): Plan {
  return loads.reduce((before, { kind, volt, power_W }) => {
    const key = OFFERED[kind][volt]
    if (!key) return before
    const { part } = cataloguePart(`part:${key}`)
    const word = volt === 0 ? 'mains' : `${volt} V`
    const [next, device] = add(
      before,
      key,
      `${kind.charAt(0).toUpperCase()}${kind.slice(1)}, ${word} ${power_W} W`,
      kind !== 'computer',
    )
    const draw = part.draws[0]
    return draw ? run(next, [{ type: 'setLoad', device, draw: draw.id, load: { power_W } }]) : next
  }, plan)
}

/** Volts that the plan's supplies give already. */
function givenVolts(plan: Plan): ReadonlySet<number> {
  return new Set(
    Object.values(plan.devices).flatMap((device) => {
      const { behaviour } = plan.parts[device!.part]!
      return 'outputs' in behaviour ? behaviour.outputs.map(({ voltage_V }) => voltage_V) : []
    }),
  )
}

/** The smallest enclosed supply of those volts with room for so many watts. */
function supplyFor(volt: number, power_W: number): string | null {
  const fitting = (Object.keys(CATALOGUE) as PartId[]).flatMap((id) => {
    const { behaviour, mounting } = CATALOGUE[id]!
    if (behaviour.kind !== 'supply' || mounting !== 'screws' || behaviour.outputs.length !== 1) return []
    return behaviour.outputs[0]!.voltage_V === volt && behaviour.power_W >= power_W
      ? [{ id, power_W: behaviour.power_W }]
      : []
  })
  const [best] = fitting.sort((a, b) => a.power_W - b.power_W || a.id.localeCompare(b.id, 'en'))
  return best ? best.id.slice('part:'.length) : null
}

function withSupplies(plan: Plan, { loads, later_W, builds, mustStop }: FirstAnswers): Plan {
  const volts = [5, 12, 24].filter((volt) => loads.some((load) => load.volt === volt))
  // A contactor's coil wants 24 V.
  const wanted = builds === 'other' && mustStop && !volts.includes(24) ? [...volts, 24] : volts
  const given = givenVolts(plan)
  return wanted.reduce((before, volt) => {
    if (given.has(volt)) return before
    const sum_W = loads.filter((load) => load.volt === volt).reduce((sum, { power_W }) => sum + power_W, 0)
    const isLargest = volt === Math.max(...wanted)
    const key = supplyFor(volt, (sum_W + (isLargest ? later_W : 0)) * SUPPLY_ROOM)
    if (!key) return before
    const [next, id] = add(before, key)
    const { settings } = next.parts[next.devices[id]!.part]!
    const selector = settings.find(({ options }) => options.some((option) => /115|230/.test(option)))
    const value = selector?.options.find((option) => option.includes(before.site.mains_V > 180 ? '230' : '115'))
    return selector && value ? run(next, [{ type: 'setSetting', device: id, setting: selector.id, value }]) : next
  }, plan)
}

function withStop(plan: Plan, { mustStop }: FirstAnswers): Plan {
  const has = Object.values(plan.devices).some(
    (device) => plan.parts[device!.part]!.behaviour.kind === 'emergency-stop',
  )
  if (!mustStop || has) return plan
  return add(add(plan, 'emergency-stop', 'Emergency stop', true)[0], 'contactor-24', 'Stop contactor')[0]
}

function withReserve(plan: Plan, { later_W }: FirstAnswers): Plan {
  const supplies = (Object.keys(plan.devices) as DeviceId[]).flatMap((id) => {
    const { behaviour } = plan.parts[plan.devices[id]!.part]!
    return behaviour.kind === 'supply' ? [{ id, power_W: behaviour.power_W }] : []
  })
  const [largest] = supplies.sort((a, b) => b.power_W - a.power_W)
  return later_W > 0 && largest
    ? run(plan, [{ type: 'addReserve', device: largest.id, reserve: { name: 'Later', power_W: later_W } }])
    : plan
}
