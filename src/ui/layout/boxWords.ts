import { SIDES, type Enclosure } from '@/core/plan'

export const BOX_SIDES = [
  ['width_mm', 'Width inside'],
  ['height_mm', 'Height inside'],
  ['depth_mm', 'Depth inside'],
] as const

export const MOST_mm = 5000

export const BOX_KINDS: readonly { readonly value: Enclosure['kind']; readonly label: string }[] = [
  { value: 'box', label: 'a box' },
  { value: 'open-frame', label: 'an open frame' },
  { value: 'rack-shelf', label: 'a rack shelf' },
  { value: 'machine-base', label: 'a machine base' },
]

export const WALLS: readonly { readonly value: Enclosure['wall']['material']; readonly label: string }[] = [
  { value: 'painted-steel', label: 'painted steel' },
  { value: 'stainless', label: 'stainless steel' },
  { value: 'aluminium', label: 'aluminium' },
  { value: 'plastic', label: 'plastic' },
  { value: 'wood', label: 'wood' },
]

export const AIR = [
  { value: 'breathing', label: 'breathing' },
  { value: 'sealed', label: 'sealed' },
]

export const ORIGINS: readonly { readonly value: Enclosure['origin']; readonly label: string }[] = [
  { value: 'new', label: 'new' },
  { value: 'there', label: 'there already' },
  { value: 'remove', label: 'comes out' },
]

/** Where a plate may stand, in words. */
export const PLATE_SIDES = SIDES.map((side) => ({
  value: side,
  label: {
    back: 'the back',
    front: 'the front',
    left: 'the left side',
    right: 'the right side',
    top: 'the top, hanging',
    bottom: 'the floor',
  }[side],
}))
