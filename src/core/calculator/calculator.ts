import * as z from 'zod'
import type { Trace } from '@/core/trace'
import { beyondNumbers } from './beyondNumbers'
import { readWith, type Issue } from './issues'

/** One pure function with the schemas of its input and output: the same behind the plan, the quick sums, the route handler and the command line. */
export interface Calculator {
  readonly name: string
  /** A line for people: what it answers. */
  readonly title: string
  readonly input: z.ZodType
  readonly output: z.ZodType
  /** Parses and answers. */
  run(input: unknown): CalculatorOutcome
}

export interface CalculatorFault {
  readonly message: string
  readonly issues: readonly Issue[]
}

export type CalculatorOutcome =
  | { readonly kind: 'answer'; readonly result: unknown; readonly trace: Trace }
  | { readonly kind: 'bad-input'; readonly error: CalculatorFault }

export function defineCalculator<I extends z.ZodType, O extends z.ZodType>(definition: {
  readonly name: string
  readonly title: string
  readonly input: I
  readonly output: O
  readonly answer: (request: z.output<I>) => { readonly result: z.output<O>; readonly trace: Trace }
}): Calculator {
  const { name, title, input, output, answer } = definition
  return {
    name,
    title,
    input,
    output,
    run(value) {
      const refused = (issues: readonly Issue[]): CalculatorOutcome => ({
        kind: 'bad-input',
        error: { message: `The input of ${name} is not right`, issues },
      })
      const parsed = readWith(input, value)
      if (parsed.kind === 'refused') return refused(parsed.issues)
      const answered = answer(parsed.value)
      const issue = beyondNumbers(parsed.value, answered)
      return issue ? refused([issue]) : { kind: 'answer', ...answered }
    },
  }
}

/** The answer as it goes out of any door: exactly the contract's JSON. */
export function runCalculator(
  calculator: Calculator,
  input: unknown,
): { readonly isAnswer: boolean; readonly body: unknown } {
  const outcome = calculator.run(input)
  if (outcome.kind === 'bad-input') return { isAnswer: false, body: { error: outcome.error } }
  return { isAnswer: true, body: { result: outcome.result, trace: outcome.trace } }
}
