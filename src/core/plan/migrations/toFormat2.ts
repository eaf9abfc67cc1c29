import { liftPart } from './partOfFormat1'
import { isRecord, mapRecords, records, type Raw } from './raw'

/** Movers get names, contacts the positions in which they close, and states say which mover is held where. */
export function toFormat2(document: Raw): Raw {
  const parts = mapRecords(document.parts, liftPart)
  const moversOf = (device: string): readonly string[] => {
    const own = isRecord(document.devices) ? document.devices[device] : undefined
    const part = isRecord(own) && isRecord(parts) ? parts[String(own.part)] : undefined
    const movers = isRecord(part) && Array.isArray(part.actuators) ? (part.actuators as { readonly id: string }[]) : []
    return movers.map(({ id }) => id)
  }
  return {
    ...document,
    parts,
    states: mapRecords(document.states, (state) => ({
      ...state,
      positions: isRecord(state.positions)
        ? Object.fromEntries(
            records(state.positions).flatMap(([device, position]) => {
              const movers = moversOf(device)
              return typeof position === 'string' && movers.length > 0
                ? [[device, Object.fromEntries(movers.map((mover) => [mover, position]))]]
                : typeof position === 'string'
                  ? []
                  : [[device, position]]
            }),
          )
        : state.positions,
    })),
  }
}
