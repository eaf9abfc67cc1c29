import type { LeadRoute } from '@/core/figures'
import type { Command, RacewayId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule, leadName, leadSubject, motionOf, wayName, waysOn } from '@/core/judging'

interface Fact {
  readonly lead: LeadRoute['id']
  readonly raceway: RacewayId
  readonly is: 'solid' | 'fixed'
  readonly motion: 'hinge' | 'chain' | 'torsion'
}

export const rigidInMotion = defineLayingRule<Fact>({
  severity: 'caution',
  title: 'A lead that is not made to move',
  stage: 'route',
  source: SOURCES.iec60204Flexible,
  find: (context) =>
    context.routes.leads.flatMap((route) =>
      waysOn(route).flatMap((raceway): Fact[] => {
        const motion = motionOf(context, raceway)
        if (motion === 'still') return []
        const wires = route.wires.map((id) => context.plan.wires[id]!)
        const flex = route.cable === null ? wires[0]!.flexClass : context.plan.cables[route.cable]!.flexClass
        // What is said to move is told by its class already.
        if (wires.some(({ construction, flexClass }) => construction === 'solid' && flexClass === 'fixed'))
          return flex === 'fixed' ? [{ lead: route.id, raceway, is: 'solid', motion }] : []
        // Fine strands stand a door that opens now and then.
        return flex === 'fixed' && motion !== 'hinge' ? [{ lead: route.id, raceway, is: 'fixed', motion }] : []
      }),
    ),
  word: ({ lead, raceway, is, motion }, context) => {
    const route = context.routes.byId.get(lead)!
    const flexClass = motion === 'hinge' ? ('hinge' as const) : ('chain' as const)
    const commands: Command[] =
      is === 'solid'
        ? route.wires.map((id) => ({ type: 'updateWire', id, changes: { construction: 'flexible' } }))
        : route.cable === null
          ? [{ type: 'updateWire', id: route.wires[0]!, changes: { flexClass } }]
          : [{ type: 'updateCable', id: route.cable, changes: { flexClass } }]
    return {
      severity: is === 'solid' ? 'stop' : 'caution',
      subjects: [leadSubject(route), { kind: 'raceway', id: raceway }],
      alike: `${is} ${raceway}`,
      what:
        is === 'solid'
          ? `${leadName(context, route)} is solid and moves with ${wayName(context, raceway)}`
          : `${leadName(context, route)} is made to lie still and moves with ${wayName(context, raceway)}`,
      why:
        is === 'solid'
          ? 'It breaks inside its insulation after some hundred bends, and nobody sees where. Take fine strands, of a class made for bending.'
          : 'Its strands and its jacket are not made for bending day by day: it twists, kinks and breaks. Take a cable sold for chains.',
      fixes: [{ label: is === 'solid' ? 'Take fine strands' : `It is made for a ${flexClass}`, commands }],
    }
  },
})
