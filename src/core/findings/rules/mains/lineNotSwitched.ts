import { SOURCES } from '@/core/reference'
import { terminalKey, waysFrom, type Passage } from '@/core/model'
import { isCommanded, moverOf, outletOf, type DeviceId, type TerminalId } from '@/core/plan'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly load: DeviceId
  readonly problem: 'neutral-switched' | 'relay-in-neutral' | 'one-pole' | 'fuse-in-neutral' | 'one-live-fused'
  readonly switches: readonly DeviceId[]
}

/** The pair of terminals by which a device takes mains. */
function mainsTerminals(context: JoinedContext, id: DeviceId): readonly (readonly [TerminalId, TerminalId])[] {
  const part = context.part(id)
  const pairs = part.draws.map((draw) => [draw.plus, draw.minus] as const)
  // What is plugged into an outlet is behind the same contacts.
  if (part.behaviour.kind === 'outlet') {
    const of = (fn: 'L' | 'N') =>
      (Object.keys(part.terminals) as TerminalId[]).find((key) => part.terminals[key]!.function === fn)
    const [line, neutral] = [of('L'), of('N')]
    return line && neutral ? [...pairs, [line, neutral] as const] : pairs
  }
  return part.behaviour.kind === 'supply' ? [...pairs, [part.behaviour.line, part.behaviour.neutral] as const] : pairs
}

const fuses = (way: readonly Passage[]) =>
  way.filter(({ link }) => link.kind === 'protective').map(({ device }) => device)
/** A residual-current breaker has one lever for its protected pole and its neutral. */
const byHand = (context: JoinedContext, way: readonly Passage[]) =>
  way
    .filter(
      ({ device, link }) =>
        (link.kind === 'contact' && moverOf(context.part(device), link).by === 'hand') ||
        (link.kind === 'protective' && context.part(device).behaviour.kind === 'residual-current-device'),
    )
    .map(({ device }) => device)
const byCommand = (context: JoinedContext, way: readonly Passage[]) =>
  way
    .filter(
      ({ device, link }) =>
        link.kind === 'semiconductor' || (link.kind === 'contact' && isCommanded(context.part(device), link)),
    )
    .map(({ device }) => device)

export const lineNotSwitched = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Switched in the wrong conductor',
  stage: 'connect',
  source: SOURCES.iec60204Supply,
  find(context) {
    const found: Facts[] = []
    for (const inlet of context.devices) {
      const { behaviour } = inlet.part
      if (behaviour.kind !== 'mains-inlet') continue
      // Either pole may be live, or both are.
      const isReversible =
        outletOf(context.plan, inlet.id).plug.kind === 'reversible' || context.plan.site.livePoles === 2
      const fromLine = waysFrom(context.model, terminalKey(inlet.id, behaviour.line))
      const fromNeutral = waysFrom(context.model, terminalKey(inlet.id, behaviour.neutral))
      for (const { id } of context.devices) {
        for (const [a, b] of mainsTerminals(context, id)) {
          const [ja, jb] = [a, b].map((terminal) => context.model.jointOf(terminalKey(id, terminal))) as [
            number,
            number,
          ]
          // Either way round: a supply does not mind.
          const [line, neutral] =
            fromLine.has(ja) && fromNeutral.has(jb)
              ? [fromLine.get(ja)!, fromNeutral.get(jb)!]
              : [fromLine.get(jb), fromNeutral.get(ja)]
          if (!line || !neutral) continue
          const [fuseL, fuseN] = [fuses(line), fuses(neutral)]
          if (!isReversible && fuseN.length > 0 && fuseL.length === 0)
            found.push({ load: id, problem: 'fuse-in-neutral', switches: fuseN })
          if (context.plan.site.livePoles === 2 && fuseL.length > 0 !== fuseN.length > 0)
            found.push({ load: id, problem: 'one-live-fused', switches: [...fuseL, ...fuseN] })
          const [handL, handN] = [byHand(context, line), byHand(context, neutral)]
          if (isReversible) {
            if (handL.length > 0 !== handN.length > 0)
              found.push({ load: id, problem: 'one-pole', switches: [...handL, ...handN] })
          } else if (handN.length > 0 && handL.length === 0)
            found.push({ load: id, problem: 'neutral-switched', switches: handN })
          else if (byCommand(context, neutral).length > 0 && byCommand(context, line).length === 0)
            found.push({ load: id, problem: 'relay-in-neutral', switches: byCommand(context, neutral) })
        }
      }
    }
    return found
  },
  word({ load, problem, switches }, context) {
    const tag = context.device(load).tag
    const names = [...new Set(switches)].map((id) => context.device(id).tag).join(', ')
    const subjects = [...new Set([load, ...switches])].map((id) => ({ kind: 'device' as const, id }))
    const areBothLive = context.plan.site.livePoles === 2
    if (problem === 'one-pole') {
      return {
        subjects,
        what: `${tag}: ${names} switches one pole only, and ${areBothLive ? 'both are live' : 'the plug can go in either way round'}`,
        why: areBothLive
          ? 'Off, it is still live by the other pole. Switch both together.'
          : 'Half the time it is the neutral that is switched: the load is off and still live. Switch line and neutral together.',
      }
    }
    if (problem === 'one-live-fused')
      return {
        subjects,
        what: `${tag}: ${names} protects one of two live poles`,
        why: 'A short from the other pole to earth passes no protection of the box, and only the outlet’s breaker ends it. Protect both, by one device of two poles.',
      }
    if (problem === 'fuse-in-neutral')
      return {
        subjects,
        what: `${tag}: ${names} protects the neutral and nothing the line`,
        why: 'Blown, it leaves everything behind it live; and a short from line to earth passes no fuse at all. Put it in the line.',
      }
    const how = problem === 'neutral-switched' ? 'switches the neutral and not the line' : 'sits in the neutral'
    return {
      subjects,
      what: `${tag}: ${names} ${how}`,
      why: 'Switched off, the load and all wires to it stay live against earth. Put the contact in the line conductor.',
    }
  },
})
