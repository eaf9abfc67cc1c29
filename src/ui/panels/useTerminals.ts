'use client'
import { useMemo } from 'react'
import { landed, type DeviceId, type Terminal, type TerminalId } from '@/core/plan'
import { byTag, isWireable, terminalLabel, useRoom } from '@/ui/room'

export interface TerminalChoice {
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly name: string
  readonly detail: string
  readonly used: number
  readonly spec: Terminal
}

/** Every terminal of the plan that takes a wire, by tag. */
export function useTerminals(): readonly TerminalChoice[] {
  const { plan } = useRoom()
  return useMemo(() => {
    const used = new Map<string, number>()
    for (const wire of Object.values(landed(plan).wires)) {
      for (const end of [wire.from, wire.to])
        if (end.kind === 'terminal')
          used.set(`${end.device}|${end.terminal}`, (used.get(`${end.device}|${end.terminal}`) ?? 0) + 1)
    }
    return Object.entries(plan.devices)
      .map(([id, device]) => ({ id: id as DeviceId, tag: device.tag, device }))
      .sort(byTag)
      .flatMap(({ id, device }) => {
        const part = plan.parts[device.part]!
        return (Object.keys(part.terminals) as TerminalId[])
          .filter((terminal) => isWireable(part.terminals[terminal]!.clamp))
          .map((terminal) => ({
            device: id,
            terminal,
            name: `${device.tag} ${terminalLabel(plan, id, terminal)}`,
            detail: device.name,
            used: used.get(`${id}|${terminal}`) ?? 0,
            spec: part.terminals[terminal]!,
          }))
      })
  }, [plan])
}
