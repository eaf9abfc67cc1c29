import { terminalKey } from '@/core/model'
import type { Command, TerminalId, WireEnd } from '@/core/plan'
import type { Change } from '../change'
import { placeName, type End, type Near } from '../near'
import { pressed } from '../pressed'

/**
 * A switch or stop that lies in the way home and belongs in the feed: what comes from it goes to the source's minus, what
 * leaves the source's plus goes through it.
 */
export function wrongSide({ plan, devices, endsAt, endOf, wiring }: Near): readonly Change[] {
  const model = wiring()
  return devices.flatMap((device) => {
    const { part, tag } = plan.devices[device]!
    return plan.parts[part]!.links.flatMap((link): Change[] => {
      if (link.kind !== 'contact') return []
      const at = (terminal: TerminalId) => endsAt(device).filter((end) => end.terminal === terminal)
      return (
        [
          [link.a, link.b],
          [link.b, link.a],
        ] as const
      ).flatMap(([near, away]): Change[] => {
        const home = at(near).flatMap((end): { readonly own: End; readonly far: End }[] => {
          const far = endOf(end.wire, end.side === 'from' ? 'to' : 'from')
          return far ? [{ own: end, far }] : []
        })
        const [lead] = home
        if (!lead || home.length !== 1) return []
        const source = model
          .potentialsOfJoint(model.jointOf(terminalKey(lead.far.device, lead.far.terminal)))
          .find(({ kind, device: from }) => kind === '-' && from === lead.far.device)
        const { behaviour } = plan.parts[plan.devices[lead.far.device]!.part]!
        if (!source || !('outputs' in behaviour)) return []
        const { plus } = behaviour.outputs.find(({ minus }) => minus === lead.far.terminal) ?? behaviour.outputs[0]!
        const { jointOf } = model
        const from = jointOf(terminalKey(lead.far.device, plus))
        const outgoing = endsAt(lead.far.device).filter(
          (end) => jointOf(terminalKey(end.device, end.terminal)) === from,
        )
        const [first] = outgoing
        if (!first) return []
        const to = (end: End, where: WireEnd): Command => ({
          type: 'moveEnd',
          wire: end.wire,
          side: end.side,
          end: where,
        })
        const terminal = (place: { readonly device: End['device']; readonly terminal: TerminalId }): WireEnd => ({
          kind: 'terminal',
          device: place.device,
          terminal: place.terminal,
        })
        return [
          pressed(
            `${tag} lies in the way home and belongs in the feed: at ${placeName(plan, first)} and not at ${placeName(plan, lead.far)}`,
            `Put ${tag} into the feed`,
            [
              to(lead.far, terminal(first)),
              ...outgoing.map((end) => to(end, terminal({ device, terminal: away }))),
              ...at(away).map((end) => to(end, terminal(lead.far))),
            ],
            1.4,
            2,
          ),
        ]
      })
    })
  })
}
