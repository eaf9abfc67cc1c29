import { isRecord, without, type Raw } from './raw'

/** In format 1 every contact and switch of a device stood at rest or was operated, all together. */
const POSITIONS = ['rest', 'operated']

/** Contacts that nobody works in ordinary service: an emergency stop, a button. */
const RESTS_IN_SERVICE = new Set(['emergency-stop', 'button'])

/** Whose inputs were named by their part's behaviour. */
const COIL_KEYS: Readonly<Record<string, readonly [plus: string, minus: string]>> = {
  relay: ['coilPlus', 'coilMinus'],
  contactor: ['coilPlus', 'coilMinus'],
  'solid-state-relay': ['controlPlus', 'controlMinus'],
  'mosfet-module': ['controlPlus', 'controlMinus'],
}
const COIL_FACTS = [
  'coilPlus',
  'coilMinus',
  'controlPlus',
  'controlMinus',
  'controlMin_V',
  'controlMax_V',
  'activeLow',
  'hasDriver',
  'hasFlyback',
  'hasPullDown',
]

const NAMES: Readonly<Record<string, string>> = {
  hand: 'By hand',
  heat: 'By warmth',
  coil: 'Coil',
  control: 'Control input',
}

interface Motion {
  readonly id: string
  readonly by: 'hand' | 'coil' | 'heat' | 'firmware'
}

/** What moved a link of format 1; null for bars and fuses. */
function motionOf(link: Raw, kind: unknown, hasInput: boolean): Motion | null {
  const own = String(link.id)
  if (link.kind === 'contact' && link.by === 'coil')
    return hasInput || kind !== 'board' ? { id: 'coil', by: 'coil' } : { id: own, by: 'firmware' }
  if (link.kind === 'contact')
    return { id: link.by === 'heat' ? 'heat' : 'hand', by: link.by === 'heat' ? 'heat' : 'hand' }
  if (link.kind !== 'semiconductor') return null
  return hasInput ? { id: 'control', by: 'coil' } : { id: own, by: 'firmware' }
}

/** A part of format 1 with its contacts' movers named: hands, coils, warmth, and the program of a board. */
export function withActuators(part: Raw): Raw {
  const behaviour = isRecord(part.behaviour) ? part.behaviour : {}
  const { kind } = behaviour
  const inputKeys = COIL_KEYS[String(kind)]
  const links = Array.isArray(part.links) ? (part.links as unknown[]) : []
  const moved = links.map((link) =>
    isRecord(link) && link.actuator === undefined ? motionOf(link, kind, inputKeys !== undefined) : null,
  )
  const motions = new Map(moved.flatMap((motion) => (motion ? [[motion.id, motion] as const] : [])))
  const actuators = [...motions.values()].map(({ id, by }) => {
    const own = links.filter((_, i) => moved[i]?.id === id) as Raw[]
    const isClosedAtRest = own.every((link) => link.kind === 'contact' && link.rest === 'closed')
    const rests = RESTS_IN_SERVICE.has(String(kind)) || by === 'heat' || (by === 'hand' && isClosedAtRest)
    return {
      id,
      name: NAMES[id] ?? `Output ${id}`,
      by,
      positions: POSITIONS,
      rest: 'rest',
      service: rests ? 'rest' : 'operated',
      ...(by === 'coil' && inputKeys ? { coil: coilOf(behaviour, inputKeys) } : {}),
    }
  })
  return {
    ...part,
    behaviour: without(behaviour, ...COIL_FACTS),
    actuators,
    links: links.map((link, i) => {
      const motion = moved[i]
      if (!motion || !isRecord(link)) return link
      const isClosedAtRest = link.kind === 'contact' && link.rest === 'closed'
      return {
        ...without(link, 'by', 'rest'),
        actuator: motion.id,
        closedIn: [isClosedAtRest ? 'rest' : 'operated'],
      }
    }),
  }
}

function coilOf(behaviour: Raw, [plus, minus]: readonly [string, string]): Raw {
  const { activeLow, hasDriver, hasFlyback, hasPullDown, controlMin_V, controlMax_V } = behaviour
  return {
    plus: behaviour[plus],
    minus: behaviour[minus],
    activeLow: activeLow ?? false,
    hasDriver: hasDriver ?? null,
    hasFlyback: hasFlyback ?? null,
    hasPullDown: hasPullDown ?? null,
    pickUp_V: controlMin_V ?? null,
    max_V: controlMax_V ?? null,
  }
}
