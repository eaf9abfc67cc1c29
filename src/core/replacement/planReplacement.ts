import {
  coilsOf,
  isClosedAtRest,
  type Command,
  type DeviceId,
  type Part,
  type PartId,
  type Plan,
  type TerminalId,
  type WireId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'

export interface Carried {
  readonly from: TerminalId
  readonly to: TerminalId
  readonly wires: readonly WireId[]
}

export interface Dropped {
  readonly terminal: TerminalId
  readonly wires: readonly WireId[]
  readonly why: string
}

export interface Replacement {
  readonly carried: readonly Carried[]
  readonly dropped: readonly Dropped[]
  /** What no longer matches although the wires do: voltage, settings, open terminals. */
  readonly mismatches: readonly string[]
  readonly command: Command
}

/** What each terminal is for, in words that two parts of one kind share. Terminals of one bar share all their roles. */
function rolesOf(part: Part): ReadonlyMap<TerminalId, string> {
  const roles = new Map<TerminalId, string>()
  const give = (terminal: TerminalId | null, role: string) => {
    if (terminal !== null && !roles.has(terminal)) roles.set(terminal, role)
  }
  const { behaviour } = part
  if (behaviour.kind === 'supply' || behaviour.kind === 'converter') {
    const isSupply = behaviour.kind === 'supply'
    give(isSupply ? behaviour.line : behaviour.plus, 'input feed')
    give(isSupply ? behaviour.neutral : behaviour.minus, 'input return')
    if (isSupply) give(behaviour.earth, 'earth')
    behaviour.outputs.forEach((output, i) => {
      give(output.plus, `output ${i} plus`)
      give(output.minus, `output ${i} minus`)
    })
  }
  coilsOf(part).forEach(({ coil }, i) => {
    give(coil.plus, i === 0 ? 'control plus' : `control ${i} plus`)
    give(coil.minus, i === 0 ? 'control minus' : `control ${i} minus`)
  })
  part.draws.forEach((draw) => {
    give(draw.plus, 'feed')
    give(draw.minus, 'return')
  })
  let passage = 0
  for (const link of part.links) {
    if (link.kind === 'bar') continue
    const isChangeOver = part.terminals[link.a]!.function === 'contact-COM'
    give(link.a, isChangeOver ? 'passage 0 in' : `passage ${passage} in`)
    give(
      link.b,
      link.kind === 'contact' && isClosedAtRest(part, link) && isChangeOver ? 'rest contact' : `passage ${passage} out`,
    )
    passage += 1
  }
  for (const link of part.links) {
    if (link.kind !== 'bar') continue
    const known = link.terminals.map((terminal) => roles.get(terminal)).find((role) => role !== undefined)
    for (const terminal of link.terminals) give(terminal, known ?? 'bar')
  }
  for (const terminal of Object.keys(part.terminals) as TerminalId[]) {
    const { function: fn, block, label } = part.terminals[terminal]!
    give(terminal, fn === 'PE' ? 'earth' : `${fn} ${block ?? ''} ${label}`)
  }
  return roles
}

/** Whether two terminals do the same work by what is printed on them: the fallback where roles differ. */
function isAlike(a: Part['terminals'][TerminalId], b: Part['terminals'][TerminalId]): boolean {
  return (
    a.function === b.function &&
    a.function !== 'any' &&
    a.function !== 'signal' &&
    a.function !== 'data' &&
    a.direction === b.direction
  )
}

/**
 * How a device's wires would move to another part: by what each terminal is for, the same name preferred, no terminal
 * beyond what it holds. Says what is dropped and what no longer matches before anything is done.
 */
export function planReplacement(
  plan: Plan,
  device: DeviceId,
  replacement: { readonly id: PartId; readonly part: Part },
): Replacement {
  const old = plan.parts[plan.devices[device]!.part]!
  const next = replacement.part
  const wiresAt = new Map<TerminalId, WireId[]>()
  for (const [id, wire] of Object.entries(plan.wires) as [WireId, Plan['wires'][WireId]][]) {
    for (const end of [wire.from, wire.to]) {
      if (end.kind === 'terminal' && end.device === device)
        wiresAt.set(end.terminal, [...(wiresAt.get(end.terminal) ?? []), id])
    }
  }
  const oldRoles = rolesOf(old)
  const newRoles = rolesOf(next)
  const room = new Map(
    (Object.keys(next.terminals) as TerminalId[]).map((terminal) => [
      terminal,
      next.terminals[terminal]!.conductors.count,
    ]),
  )
  const terminals: Record<TerminalId, TerminalId | null> = {}
  const carried: Carried[] = []
  const dropped: Dropped[] = []
  for (const [from, wires] of wiresAt) {
    const byRole = [...newRoles].filter(([, role]) => role === oldRoles.get(from)).map(([terminal]) => terminal)
    const candidates =
      byRole.length > 0
        ? byRole
        : (Object.keys(next.terminals) as TerminalId[]).filter((terminal) =>
            isAlike(old.terminals[from]!, next.terminals[terminal]!),
          )
    const ranked = [...candidates].sort((a, b) => Number(b === from) - Number(a === from))
    const to = ranked.find((terminal) => room.get(terminal)! >= wires.length)
    if (to === undefined) {
      terminals[from] = null
      dropped.push({
        terminal: from,
        wires,
        why:
          candidates.length === 0 ? 'the new part has nothing that does this' : 'the new part has no room left for it',
      })
      continue
    }
    room.set(to, room.get(to)! - wires.length)
    terminals[from] = to
    carried.push({ from, to, wires })
  }
  return {
    carried,
    dropped,
    mismatches: mismatchesOf(old, next, new Set(carried.map(({ to }) => to))),
    command: { type: 'replacePart', device, part: replacement, terminals },
  }
}

function mismatchesOf(old: Part, next: Part, used: ReadonlySet<TerminalId>): string[] {
  const list: string[] = []
  const [a, b] = [old.behaviour, next.behaviour]
  if (a.kind !== b.kind)
    list.push(`it is another kind of thing: ${b.kind.replaceAll('-', ' ')} in place of ${a.kind.replaceAll('-', ' ')}`)
  if (a.kind === 'supply' && b.kind === 'supply') {
    b.outputs.forEach((output, i) => {
      const before = a.outputs[i]
      if (before && before.voltage_V !== output.voltage_V)
        list.push(`the output is ${formatNumber(output.voltage_V)} V and was ${formatNumber(before.voltage_V)} V`)
      if (before && output.current_A < before.current_A)
        list.push(`the output gives ${formatNumber(output.current_A)} A and gave ${formatNumber(before.current_A)} A`)
    })
    if (a.selector === null && b.selector !== null) list.push('it has a mains selector, to be set before it is mounted')
  }
  for (const draw of next.draws) {
    const before = old.draws.find(({ id }) => id === draw.id)
    if (before && before.nominal_V !== draw.nominal_V)
      list.push(
        `${draw.name} is made for ${formatNumber(draw.nominal_V)} V and was for ${formatNumber(before.nominal_V)} V`,
      )
  }
  const reached = new Set(
    next.links.flatMap((link) =>
      link.kind === 'bar' && link.terminals.some((terminal) => used.has(terminal)) ? link.terminals : [],
    ),
  )
  const open = (Object.keys(next.terminals) as TerminalId[]).filter(
    (terminal) => next.terminals[terminal]!.need === 'required' && !used.has(terminal) && !reached.has(terminal),
  )
  if (open.length > 0)
    list.push(`still to be connected: ${open.map((terminal) => next.terminals[terminal]!.label).join(', ')}`)
  return list
}
