export { heatCalculator } from './calculator'
export { coolingSurface_m2, enclosureHeat, WALL_MATERIALS, WALL_W_PER_M2K, type EnclosureHeat, type EnclosureHeatRequest, type WallMaterial } from './enclosureHeat'
