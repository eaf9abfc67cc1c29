import { BENCHES } from './benches'
import { BOXES } from './boxes'
import type { Build } from './build'
import { CONTROLS } from './controls'
import { CORDS } from './cords'
import { EARTHS } from './earths'
import { FRAMES } from './frames'
import { KITS } from './kits'
import { LABS } from './labs'
import { LIGHTS } from './lights'
import { MACHINES } from './machines'
import { MAINS } from './mains'
import { RIBBONS } from './ribbons'
import { ROLES } from './roles'
import { SHEDS } from './sheds'
import { SHOPS } from './shops'
import { SIGNS } from './signs'
import { STAGED } from './staged'
import { TOWERS } from './towers'
import { WORKS } from './works'
import { YARDS } from './yards'

export const BUILDS: readonly Build[] = [
  ...KITS,
  ...MACHINES,
  ...LIGHTS,
  ...MAINS,
  ...CONTROLS,
  ...CORDS,
  ...EARTHS,
  ...FRAMES,
  ...RIBBONS,
  ...ROLES,
  ...BOXES,
  ...SHEDS,
  ...SHOPS,
  ...LABS,
  ...WORKS,
  ...BENCHES,
  ...SIGNS,
  ...STAGED,
  ...TOWERS,
  ...YARDS,
]
