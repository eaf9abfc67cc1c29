import { DEFAULT_PRACTICE } from '../practice'
import { defineView, type View } from './view'

export { boxPlans } from './boxPlans'
export type { View }

const ONE_SCHEME = DEFAULT_PRACTICE.IEC.colours

/** What the circuit reads: everything but where things are on their faces, what colour they have, and what people noted. */
export const circuitView = defineView({
  devices: (device) => ({
    ...device,
    note: '',
    place:
      device.place.kind === 'face'
        ? {
            kind: 'face',
            enclosure: device.place.enclosure,
            face: device.place.face,
            x_mm: 0,
            y_mm: 0,
            rotation_deg: 0,
          }
        : device.place,
    fixedWith: null,
    screw_mm: null,
  }),
  wires: (wire) => ({ ...wire, note: '', colour: null }),
  enclosures: (enclosure) => ({ ...enclosure, faces: {} }),
  rest: ({ practice }) => ({
    name: '',
    description: '',
    raceways: {},
    practice: { ...practice, colours: ONE_SCHEME },
  }),
})

/** What is drawn on faces: parts, places, holes and raceways, and nothing of the circuit. */
export const placesView = defineView({
  devices: (device) => ({ ...device, note: '', loads: {}, fitted: {}, reserves: [], safeState: null }),
  rest: ({ practice }) => ({
    name: '',
    description: '',
    wires: {},
    cables: {},
    states: {},
    practice: { ...practice, colours: ONE_SCHEME },
  }),
})

/** Circuit and places together: everything but colours and notes. */
export const layoutView = defineView({
  devices: (device) => ({ ...device, note: '' }),
  wires: (wire) => ({ ...wire, note: '', colour: null }),
  rest: ({ practice }) => ({ name: '', description: '', practice: { ...practice, colours: ONE_SCHEME } }),
})
