import {
  landed,
  type CableId,
  type Connector,
  type DeviceId,
  type Part,
  type Plan,
  type TerminalId,
  type WireId,
} from '@/core/plan'

/** A connector of a device. */
export interface PlugPlace {
  readonly device: DeviceId
  readonly connector: string
}

export interface WiredWay {
  readonly way: number
  readonly wire: WireId
  readonly side: 'from' | 'to'
}

/** A connector of a device, and what is in it. */
export interface ConnectorUse extends PlugPlace {
  readonly spec: Connector
  readonly plug: { readonly cable: CableId; readonly end: 'a' | 'b' } | null
  /** Wires at its terminals, whether by a plug of a cable or each by itself. */
  readonly ways: readonly WiredWay[]
  readonly state: 'plugged' | 'wired' | 'free' | 'for later' | 'open on purpose'
}

export const connectorAt = (plan: Plan, { device, connector }: PlugPlace): Connector | null =>
  partOf(plan, device)?.connectors.find(({ id }) => id === connector) ?? null

export const partOf = (plan: Plan, device: DeviceId): Part | null => {
  const own = plan.devices[device]
  return own ? (plan.parts[own.part] ?? null) : null
}

const known = new WeakMap<Plan, readonly ConnectorUse[]>()

/** Every connector of every device that stays, in the order of tags. */
export function connectorsOf(plan: Plan): readonly ConnectorUse[] {
  let own = known.get(plan)
  if (!own) known.set(plan, (own = gather(plan)))
  return own
}

function gather(plan: Plan): readonly ConnectorUse[] {
  const plugs = new Map<string, { cable: CableId; end: 'a' | 'b' }>()
  for (const cable of Object.keys(plan.cables) as CableId[])
    for (const end of ['a', 'b'] as const) {
      const { mates } = plan.cables[cable]!.ends[end]
      if (mates) plugs.set(`${mates.device}|${mates.connector}`, { cable, end })
    }
  const wired = new Map<string, { wire: WireId; side: 'from' | 'to' }>()
  for (const [id, wire] of Object.entries(landed(plan).wires))
    for (const side of ['from', 'to'] as const) {
      const end = wire![side]
      if (end.kind === 'terminal') wired.set(`${end.device}|${end.terminal}`, { wire: id as WireId, side })
    }
  return (Object.keys(plan.devices) as DeviceId[])
    .filter((id) => plan.devices[id]!.origin !== 'remove')
    .sort((a, b) => plan.devices[a]!.tag.localeCompare(plan.devices[b]!.tag, 'en', { numeric: true }))
    .flatMap((device) => {
      const part = plan.parts[plan.devices[device]!.part]!
      return part.connectors.map((spec): ConnectorUse => {
        const ways = spec.ways.flatMap((terminal, i): WiredWay[] => {
          const at = terminal === null ? undefined : wired.get(`${device}|${terminal}`)
          return at ? [{ way: i + 1, ...at }] : []
        })
        const plug = plugs.get(`${device}|${spec.id}`) ?? null
        return {
          device,
          connector: spec.id,
          spec,
          plug,
          ways,
          state: plug ? 'plugged' : ways.length > 0 ? 'wired' : openState(plan, device, part, spec),
        }
      })
    })
}

function openState(plan: Plan, device: DeviceId, part: Part, spec: Connector): ConnectorUse['state'] {
  const said = plan.devices[device]!.leftOpen.find(({ at }) => at === `connector:${spec.id}`)
  if (said) return said.until === 'later' ? 'for later' : 'open on purpose'
  return isForLater(part, spec) ? 'for later' : 'free'
}

const isForLater = (part: Part, { ways }: Connector): boolean =>
  ways.every((terminal: TerminalId | null) => terminal === null || part.terminals[terminal]!.need === 'later')

/** "A1 M2". */
export const connectorName = (plan: Plan, { device, connector }: PlugPlace): string =>
  `${plan.devices[device]?.tag ?? '?'} ${connectorAt(plan, { device, connector })?.name ?? connector}`
