import { heats, moverOf, type Device, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule, isCommandable, passesThermostat } from '@/core/judging'

/** A contact that a hand, a float or a carriage works says nothing of heat. */
const tellsHeat = (context: Context, id: DeviceId): boolean => {
  const part = context.part(id)
  return !part.links.some((link) => link.kind === 'contact' && moverOf(part, link).by !== 'heat')
}

/** What could be a thermistor or a probe: two leads and no feed of its own, or one that the plan calls warm. */
function isProbe(context: Context, id: DeviceId): boolean {
  const { behaviour, draws, terminals } = context.part(id)
  if (behaviour.kind !== 'sensor' || draws.length > 0 || !tellsHeat(context, id)) return false
  return Object.values(terminals).every((terminal) => terminal!.direction !== 'out')
}

export const heatUnwatched = defineRule<{ readonly heater: DeviceId; readonly by: DeviceId | null }>({
  severity: 'stop',
  title: 'Heat that nothing watches',
  stage: 'connect',
  source: SOURCES.iec60204Failure,
  find: (context) => {
    const heaters = context.devices.filter(
      ({ id, part }) =>
        heats(part) &&
        !(part.behaviour.kind === 'heater' && part.behaviour.openAir) &&
        // What heats only while a hand holds a button down is watched by whose hand it is.
        context.reckoning.handsOff.includes(id) &&
        isCommandable(context, id) &&
        // A thermostat watches as it commands.
        !passesThermostat(context, id),
    )
    const named = new Set(heaters.flatMap(({ device }) => device.watchedBy ?? []))
    const spare = context.devices.filter(({ id }) => isProbe(context, id) && !named.has(id)).length
    const watcherOf = ({ watchedBy }: Device) =>
      watchedBy !== null && context.model.deviceById.has(watchedBy) ? watchedBy : null
    const unnamed = heaters.filter(({ device }) => watcherOf(device) === null)
    const misnamed = heaters.flatMap(({ id, device }) => {
      const by = watcherOf(device)
      return by === null || tellsHeat(context, by) ? [] : [{ heater: id, by }]
    })
    // A probe that is in the plan and watches nobody by name may watch it.
    return [...unnamed.slice(spare).map(({ id }) => ({ heater: id, by: null })), ...misnamed]
  },
  word: ({ heater, by }, context) => ({
    subjects: [{ kind: 'device', id: heater }],
    what: `${context.device(heater).tag}, ${context.device(heater).name}, is switched by a program and ${by === null ? 'no sensor watches it' : `${context.device(by).tag}, ${context.device(by).name}, which is to watch it, tells no heat`}`,
    why: 'A program without a thermistor heats until something burns. Add the sensor, wire it to the board, and name it as what watches this heater; or put a thermostat in its feed.',
  }),
})
