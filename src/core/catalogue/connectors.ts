import type { Connector, Part, Terminal, TerminalId } from '@/core/plan'
import { CONNECTOR_FAMILIES, type ConnectorFamilyId } from '@/core/reference'

/** A row longer than this is pins side by side, not one housing. */
const LONGEST = 12

function familyOf(terminal: Terminal): ConnectorFamilyId | null {
  switch (terminal.clamp) {
    case 'crimp-housing':
      return terminal.clampSize_mm === 2 ? '2.0' : terminal.clampSize_mm === 3.96 ? '3.96' : '2.5'
    case 'pin-header':
      return '2.54'
    case 'pluggable':
      return '3.5 block'
    case 'insulation-displacement':
      return 'ribbon'
    default:
      return null
  }
}

/** A connector of a family on a part, its ways in their order. */
export function connectorOf(id: string, name: string, family: ConnectorFamilyId, ways: readonly string[]): Connector {
  const { name: familyName, pitch_mm, key, hasLatch } = CONNECTOR_FAMILIES[family]
  return {
    id,
    name,
    family: familyName,
    pitch_mm,
    gender: 'socket',
    key,
    hasLatch,
    ways: ways as readonly TerminalId[] as Connector['ways'],
  }
}

/** The id of a new connector by its name, among those that are taken. */
export function connectorId(name: string, taken: ReadonlySet<string>): string {
  const plain =
    name
      .replace(/[^A-Za-z0-9+\-.]/g, '')
      .replace(/^\.+/, '')
      .slice(0, 36) || 'plug'
  let id = plain
  for (let n = 2; taken.has(id); n += 1) id = `${plain}-${n}`
  return id
}

/**
 * The housings of a part by its terminals: those of one block whose contacts go into a housing are one connector, and so are
 * contacts of no block, and the small row of clamps that lifts off a driver.
 */
export function housingsOf(part: {
  readonly terminals: Readonly<Record<string, Terminal>>
  readonly behaviour: { readonly kind: Part['behaviour']['kind'] }
}): Part['connectors'] {
  const rows = new Map<
    string,
    { readonly name: string; readonly family: ConnectorFamilyId; readonly ways: TerminalId[] }
  >()
  for (const [key, terminal] of Object.entries(part.terminals) as [TerminalId, Terminal][]) {
    const family = familyOf(terminal)
    const isOnBoard = part.behaviour.kind === 'board' || part.behaviour.kind === 'driver'
    // A lift-off clamp without a block is a thing's own lead, but on a board or a driver.
    if (family === null || (terminal.clamp === 'pluggable' && terminal.block === null && !isOnBoard)) continue
    const name = terminal.block ?? (family === '3.5 block' ? 'signals' : 'plug')
    const at = `${name} ${family}`
    const row = rows.get(at)
    if (row) row.ways.push(key)
    else rows.set(at, { name, family, ways: [key] })
  }
  const taken = new Set<string>()
  return [...rows.values()].flatMap(({ name, family, ways }) => {
    if (ways.length < 2 || ways.length > LONGEST) return []
    const id = connectorId(name, taken)
    taken.add(id)
    const inOrder = ways.toSorted((a, b) => (part.terminals[a]!.position ?? 0) - (part.terminals[b]!.position ?? 0))
    return [connectorOf(id, name, family, inOrder)]
  })
}

/** A part of the catalogue with its connectors, where it does not name them itself. */
export const withHousings = (part: Part): Part =>
  part.connectors.length > 0 ? part : { ...part, connectors: housingsOf(part) }
