export { deviceIdOf, endOf, PlanBuilder } from './builder'
export { PATTERN_WORDS, PATTERNS, startingPattern, type PatternName } from './starting'
