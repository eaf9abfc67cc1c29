import type { Scenario } from '@/core/figures'
import { groupsBy, terminalKey } from '@/core/model'
import {
  PART_KINDS,
  coilsOf,
  isClosedAtRest,
  isCommanded,
  moverOf,
  type DeviceId,
  type Part,
  type TerminalId,
} from '@/core/plan'
import { SOURCES } from '@/core/reference'
import {
  ofJoints,
  type Context,
  type JoinedContext,
  type JoinedNet,
  isOnRail,
  bridgeBetween,
  runsBy,
  takeOut,
  scenarioOf,
  defineRule,
} from '@/core/judging'

interface Output {
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly actuator: string
  readonly mover: string
}

interface Facts {
  readonly outputs: readonly Output[]
  readonly loads: readonly DeviceId[]
}

export const switchedOutputsJoined = defineRule<Facts>({
  severity: 'stop',
  title: 'Switched outputs joined',
  stage: 'connect',
  source: SOURCES.iec60204Failure,
  find: (context) => ofJoints(context, joinedOutputs),
  word: ({ outputs, loads }, context) => {
    const bridge = bridgeBetween(
      context,
      outputs.map(({ device, terminal }) => terminalKey(device, terminal)),
    )
    const harm = runsBy(context, bridge, alone(context, outputs))
    return {
      subjects: [...new Set([...outputs.map(({ device }) => device), ...loads])].map((id) => ({ kind: 'device', id })),
      what: `The outputs ${outputs.map(({ device, mover }) => `${context.device(device).tag} ${mover}`).join(' and ')} are joined: ${loads.map((id) => context.device(id).tag).join(' and ')} come on together`,
      why: 'Each of the outputs now works both loads; what should be off is on. Take the link between the outputs off; commons may be linked.',
      fixes: takeOut(context, bridge),
      ...(harm ? { harm } : {}),
    }
  },
})

function joinedOutputs(context: JoinedContext): readonly Facts[] {
  return acrossGuards(context).flatMap((ends): Facts[] => {
    const outputs = new Map<string, Output>()
    for (const { device, terminal } of ends) {
      const part = context.part(device)
      for (const link of part.links) {
        if (link.kind !== 'contact' && link.kind !== 'semiconductor') continue
        if ((link.a !== terminal && link.b !== terminal) || !isSwitchedSide(part, terminal)) continue
        if (isCommanded(part, link))
          outputs.set(`${device} ${link.actuator}`, {
            device,
            terminal,
            actuator: link.actuator,
            mover: moverOf(part, link).name,
          })
      }
    }
    if (outputs.size < 2) return []
    // Where a rail stands, it feeds the contacts, and they choose: two relays that reverse a motor.
    if (ends.some(({ device, terminal }) => isOnRail(context, terminalKey(device, terminal)))) return []
    const here = ends.flatMap((end) => (isOfLoad(context, end) ? [end.device] : []))
    // A way over two of them has them one behind the other.
    const behind = context.ways.flatMap(({ device, passages }) => {
      const passed = passages.flatMap(({ device: by, link }) => ('actuator' in link ? [`${by} ${link.actuator}`] : []))
      return new Set(passed.filter((mover) => outputs.has(mover))).size === 1 ? [device] : []
    })
    const loads = [...new Set([...here, ...behind])]
    // Two outputs beside each other may well feed one load; two loads behind two of them are no longer apart.
    return loads.length > 1 ? [{ outputs: [...outputs.values()], loads: loads.sort() }] : []
  })
}

/** The first of the outputs on, and every other at rest. */
function alone(context: Context, outputs: readonly Output[]): Scenario {
  const [first] = outputs
  const held: Record<DeviceId, Record<string, string>> = {}
  for (const { device, actuator } of outputs) {
    const own = context.part(device).actuators.find(({ id }) => id === actuator)!
    const worked = own.positions.find((position) => position !== own.rest) ?? own.rest
    held[device] = {
      ...held[device],
      [actuator]: device === first!.device && actuator === first!.actuator ? worked : own.rest,
    }
  }
  return scenarioOf(`${context.device(first!.device).tag} ${first!.mover} alone on`, { held })
}

/** What is joined where no cut-out and no stop has opened: behind one, an output is still that output. */
function acrossGuards(context: JoinedContext): readonly JoinedNet['ends'][] {
  const { model } = context
  const joined = groupsBy(model, ({ passage }) => {
    if (passage === null) return true
    const { device, link } = passage
    const part = context.part(device)
    return PART_KINDS[part.behaviour.kind].keepsOff && 'actuator' in link && isClosedAtRest(part, link)
  })
  const ends = new Map<number, JoinedNet['ends'][number][]>()
  for (const net of context.joinedNets) {
    const [first] = net.ends
    if (!first) continue
    const group = joined[model.jointOf(terminalKey(first.device, first.terminal))]!
    const own = ends.get(group)
    if (own) own.push(...net.ends)
    else ends.set(group, [...net.ends])
  }
  return [...ends.values()]
}

/** Of a contact its make or break; of a transistor the end that no rail inside the part holds. */
function isSwitchedSide({ terminals, links }: Part, terminal: TerminalId): boolean {
  const { function: fn, direction } = terminals[terminal]!
  if (fn === 'contact-NO' || fn === 'contact-NC') return true
  return direction === 'out' && !links.some((link) => link.kind === 'bar' && link.terminals.includes(terminal))
}

function isOfLoad(
  context: JoinedContext,
  { device, terminal }: { readonly device: DeviceId; readonly terminal: TerminalId },
) {
  const part = context.part(device)
  const takes = [...part.draws, ...coilsOf(part).map(({ coil }) => coil)]
  return part.behaviour.kind === 'outlet' || takes.some(({ plus, minus }) => plus === terminal || minus === terminal)
}
