export { heatCalculator } from './calculator'
export {
  coolingSurface_m2,
  AIR_M3_PER_H,
  enclosureHeat,
  WALL_MATERIALS,
  WALL_W_PER_M2K,
  type EnclosureHeat,
  type EnclosureHeatRequest,
  type WallMaterial,
} from './enclosureHeat'
export { dayAndNight, dewPoint_C, sunOn_W, type DayAndNight, type DayAndNightRequest } from './dayAndNight'
export { thermostatFor, type ThermostatAdvice } from './thermostat'
