import type { Reckoning } from '@/core/figures'
import { isHazard } from '@/core/behaviour'
import { PART_KINDS, type DeviceId, type Plan } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import type { Act, ActTest } from '../types'
import { deadFirst } from './deadFirst'
import { actOf } from './draft'
import { presentOf } from './ends'
import { MOST_AFTER } from './inTurn'

/** Of a screw terminal after an hour: its insulation and its neighbours stand this for good. NEC 110.14(C), from memory: 60 °C. */
const TERMINAL_C = 60
const HOUR_min = 60
/** As many terminals as are named. */
const NAMED = 5

const test = (group: ActTest['group'], ifOff: string, source = cite(SOURCES.practice)): ActTest => ({
  group,
  red: null,
  black: null,
  situation: 'all on',
  meter: null,
  held: null,
  ifOff,
  source,
})

/** What is proved once everything runs: a power cut, the residual device, an hour's warmth. */
export function lastActs(plan: Plan, reckoning: Reckoning, before: readonly Act[]): readonly Act[] {
  if (before.length === 0) return []
  const after = before.slice(-MOST_AFTER).map(({ id }) => id)
  const kindOf = (id: DeviceId) => plan.parts[plan.devices[id]!.part]!.behaviour.kind
  const hasMains = presentOf(plan).some((id) => kindOf(id) === 'mains-inlet')
  const hazards = presentOf(plan).filter((id) => isHazard(plan.parts[plan.devices[id]!.part]!))
  return [
    ...(hasMains && hazards.length > 0 ? [cutAct(plan, reckoning, hazards, after)] : []),
    ...residualActs(plan, after, kindOf),
    ...(hasMains ? [warmAct(plan, reckoning, after)] : []),
  ]
}

function cutAct(plan: Plan, reckoning: Reckoning, hazards: readonly DeviceId[], after: readonly string[]): Act {
  const fed = reckoning.idle.filter((id) => hazards.includes(id))
  return actOf({
    id: 'return:cut',
    phase: 'first-power',
    title: 'Mains gone and back: nothing starts by itself',
    lines: [
      'While things run, switch the outlet off for ten seconds, then on.',
      fed.length === 0
        ? 'Nothing that moves or heats may be on.'
        : `Power comes back at once at ${fed.map((id) => plan.devices[id]!.tag).join(', ')}; none of them may move or heat without a command.`,
    ],
    minutes: 3,
    after,
    facts: { fed: [...fed].sort().join(' ') },
    why: 'Power comes back when nobody expects it.',
    test: test(
      'return',
      'It runs: a program that resumes, or no latch in the stop circuit.',
      'IEC 60204-1, 7.5 (from memory)',
    ),
  })
}

function residualActs(plan: Plan, after: readonly string[], kindOf: (id: DeviceId) => string): readonly Act[] {
  const own = presentOf(plan).filter((id) => kindOf(id) === 'residual-current-device')
  const outside = plan.site.residual_mA
  const acts = own.map((device) =>
    residualAct(`residual:${device}`, plan.devices[device]!.tag, after, device, plan.devices[device]!.part),
  )
  return outside === null || !presentOf(plan).some((id) => kindOf(id) === 'mains-inlet')
    ? acts
    : [...acts, residualAct('residual:outlet', `The outlet’s own, ${outside} mA`, after, null, `${outside}`)]
}

function residualAct(id: string, name: string, after: readonly string[], device: DeviceId | null, fact: string): Act {
  return actOf({
    id,
    phase: 'first-power',
    device,
    title: `${name}: its test button`,
    lines: ['Press T: it opens at once. Close it again. The button tries the device, not your earth.'],
    minutes: 1,
    after,
    facts: { part: fact },
    why: 'A residual device that sticks protects nobody, and looks the same.',
    test: test(
      'residual',
      'It stays closed: change it. It opens by itself: leakage of several filters adds up, or a neutral is on earth.',
    ),
  })
}

function warmAct(plan: Plan, reckoning: Reckoning, after: readonly string[]): Act {
  const warmest = Object.values(reckoning.wires)
    .filter(({ loading }) => loading.value !== null)
    .sort((a, b) => (b.loading.value ?? 0) - (a.loading.value ?? 0))
    .slice(0, NAMED)
    .map(({ id }) => plan.wires[id]!.label || id)
  const hot = presentOf(plan)
    .filter((id) => PART_KINDS[plan.parts[plan.devices[id]!.part]!.behaviour.kind].isWarm)
    .map((id) => plan.devices[id]!.tag)
  return actOf({
    id: 'warm:hour',
    phase: 'first-power',
    tools: ['meter'],
    title: 'After an hour at full work: what is warm',
    lines: [
      `Most loaded: ${warmest.join(', ')}.${hot.length > 0 ? ` Then ${hot.join(', ')}, and the air at the top.` : ''}`,
      'With a probe or a camera while it runs. With a finger only once it is off and dead.',
    ],
    minutes: 5,
    wait_min: HOUR_min,
    after,
    cautions: deadFirst(plan),
    reading: { what: 'Warmest terminal', unit: '°C', from: null, to: TERMINAL_C },
    facts: { inside: `${plan.practice.inside_C}` },
    why: 'A poor contact is cold when it is measured and hot when it works.',
    test: test(
      'warm',
      'One terminal warmer than its neighbours: make its end anew. All warm: less load, more air.',
      'NEC 110.14(C) as a guide (from memory)',
    ),
  })
}
