export {
  defineCalculator,
  runCalculator,
  type Calculator,
  type CalculatorFault,
  type CalculatorOutcome,
} from './calculator'
export { IssueList, MOST_ISSUES, readWith, type Issue, type Reading } from './issues'
export * from './fields'
