import { CONTACT_OHM } from '@/core/model'
import { alteration, type Bench } from '@/core/proof/bench'
import type { DeviceId, Plan } from '@/core/plan'
import { open, type Fault } from './fault'

/** Share of its volts at which a limiting supply hangs. From memory: it sags, or tries again and again. */
const LIMITING = 0.4

/** Fuses and breakers that are open, contacts that do not close or do not open, transistors likewise. */
export function linkFaults(plan: Plan, { model }: Bench): readonly Fault[] {
  return model.passages.flatMap(({ id, device, link, jointA, jointB, mover }): Fault[] => {
    if (jointA === jointB || link.kind === 'resistance') return []
    const { tag } = plan.devices[device]!
    const common = { devices: [device], wires: [] }
    if (link.kind === 'protective')
      return [
        {
          ...common,
          id: `fuse/${id}`,
          kind: 'blown fuse',
          words: `${tag} ${link.id}: blown, tripped or missing`,
          alteration: open(id),
        },
      ]
    const by = mover === null ? null : model.movers[mover]!.actuator
    const name = `${tag} ${link.a}–${link.b}`
    return [
      {
        ...common,
        id: `stuck-open/${id}`,
        kind: 'contact open',
        words: `${name}: ${link.kind === 'contact' ? 'contact' : 'transistor'} never closes`,
        alteration: open(id),
      },
      ...(by?.by === 'hand' || by?.by === 'setting'
        ? []
        : [
            {
              ...common,
              id: `stuck-closed/${id}`,
              kind: 'contact shorted' as const,
              words: `${name}: ${link.kind === 'contact' ? 'contact welded' : 'transistor shorted'}, never opens`,
              alteration: alteration({ across: [{ a: jointA, b: jointB, ohm: CONTACT_OHM, within: id }] }),
            },
          ]),
    ]
  })
}

/** Jumpers, links and selectors in another position than planned. */
export function wrongSettings(plan: Plan, { model }: Bench): readonly Fault[] {
  return model.movers.flatMap(({ id, device, actuator, service }) =>
    actuator.by !== 'setting'
      ? []
      : actuator.positions
          .filter((position) => position !== service)
          .map((position): Fault => ({
            id: `setting/${id}/${position}`,
            kind: 'setting wrong',
            words: `${plan.devices[device]!.tag}: ${actuator.name || actuator.id} on “${position}” instead of “${service}”`,
            devices: [device],
            wires: [],
            alteration: alteration({ stuck: new Map([[id, position]]) }),
          })),
  )
}

/** Supplies that give nothing, too little, or were set for other mains. */
export function supplyFaults(plan: Plan, { model, sources }: Bench): readonly Fault[] {
  const outputs = new Map<DeviceId, string[]>()
  for (const { id, device, isMains } of sources) if (!isMains) outputs.set(device, [...(outputs.get(device) ?? []), id])
  return [...outputs].flatMap(([device, own]): Fault[] => {
    const { tag } = plan.devices[device]!
    const { behaviour } = model.deviceById.get(device)!.part
    const giving = (share: number) => alteration({ outputs: new Map(own.map((id) => [id, share])) })
    const common = { devices: [device], wires: [] }
    return [
      { ...common, id: `dead/${device}`, kind: 'supply dead', words: `${tag}: gives nothing`, alteration: giving(0) },
      {
        ...common,
        id: `limiting/${device}`,
        kind: 'supply limiting',
        words: `${tag}: limits, far below its volts`,
        alteration: giving(LIMITING),
      },
      ...(behaviour.kind === 'supply' && behaviour.selector !== null
        ? [
            {
              ...common,
              id: `selector/${device}`,
              kind: 'selector wrong' as const,
              words: `${tag}: selector set for other mains, and so it gives nothing`,
              alteration: giving(0),
            },
          ]
        : []),
    ]
  })
}

export function openWindings(plan: Plan, { branches }: Bench): readonly Fault[] {
  return branches.flatMap(({ id, role, device }): Fault[] =>
    role !== 'winding'
      ? []
      : [
          {
            id: `winding/${id}`,
            kind: 'winding open',
            words: `${plan.devices[device!]!.tag}: winding ${id.endsWith('A') ? 'A' : 'B'} open inside the motor`,
            devices: [device!],
            wires: [],
            alteration: open(id),
          },
        ],
  )
}
