export { defineCalculator, runCalculator, type Calculator, type CalculatorFault, type CalculatorOutcome } from './calculator'
export { issuesOf, type Issue } from './issues'
export * from './fields'
