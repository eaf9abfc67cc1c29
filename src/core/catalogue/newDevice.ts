import type { Device, DeviceGiven, PartId } from '@/core/plan'
import { makeDevice } from '@/core/plan/schema'

/** A device of a part, placed nowhere yet. */
export function newDevice(part: PartId, tag: string, name: string, rest: Partial<DeviceGiven> = {}): Device {
  return makeDevice({
    tag,
    name,
    part,
    place: { kind: 'unplaced', enclosure: null },
    origin: 'new',
    note: '',
    loads: {},
    fitted: {},
    settings: {},
    safeState: null,
    reserves: [],
    length_mm: null,
    ...rest,
  })
}
