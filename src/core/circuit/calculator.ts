import * as z from 'zod'
import { defineCalculator, nonNegative, positive, signed } from '@/core/calculator'
import { formatNumber } from '@/core/quantity'
import { step } from '@/core/trace'
import { solveCircuit } from './solveCircuit'
import type { CircuitElement, CircuitSolution } from './types'

const NAME_MAX = 120
const ELEMENTS_MAX = 200_000
const HELD_SHOWN = 20
const label = (what: string) =>
  z
    .string({ error: `must be the name of ${what}` })
    .min(1, { error: 'must not be empty' })
    .max(NAME_MAX, { error: `must be ${NAME_MAX} characters or fewer` })
    .refine((text) => text !== '__proto__', { error: 'is not a name that can be used' })

const branch = { id: label('the element'), a: label('a node'), b: label('a node') }

const element = z.discriminatedUnion(
  'type',
  [
    z.strictObject({ ...branch, type: z.literal('R'), value: nonNegative() }),
    z.strictObject({
      ...branch,
      type: z.literal('V'),
      value: signed(),
      resistance_ohm: nonNegative().optional(),
      limit_A: positive().optional(),
    }),
    z.strictObject({ ...branch, type: z.literal('I'), value: signed() }),
    z.strictObject({ ...branch, type: z.literal('P'), value: nonNegative(), minimum_V: nonNegative().optional() }),
  ],
  { error: 'must be of type "R", "V", "I" or "P"' },
)

export const circuitCalculator = defineCalculator({
  name: 'circuit',
  title: 'Volts and amperes of a direct-current network',
  input: z
    .strictObject({
      ground: label('a node'),
      elements: z.array(element).max(ELEMENTS_MAX, { error: `must be ${ELEMENTS_MAX} elements or fewer` }),
    })
    .superRefine(({ elements }, context) => {
      const seen = new Set<string>()
      elements.forEach(({ id }, i) => {
        if (seen.has(id))
          context.addIssue({
            code: 'custom',
            path: ['elements', i, 'id'],
            message: `"${id}" is there already; ids are used once`,
          })
        seen.add(id)
      })
    }),
  output: z.object({
    feasible: z.boolean(),
    nodes: z.record(z.string(), z.number()),
    elements: z.record(z.string(), z.object({ current_A: z.number(), power_W: z.number() })),
    iterations: z.number(),
    reasons: z.array(z.string()).readonly(),
  }),
  answer: (request) => {
    const solution = solveCircuit(request)
    return { result: solution, trace: explain(request.elements, solution) }
  },
})

function explain(elements: readonly CircuitElement[], solution: CircuitSolution) {
  const method = step(
    'Method',
    `nodal analysis of ${elements.length} elements; ideal sources tie their nodes, constant power by Newton’s method`,
    "Kirchhoff's and Ohm's laws",
  )
  if (!solution.feasible) return [method, step('No answer', solution.reasons.join('; '))]
  const sums = new Map<string, number>()
  let given_W = 0
  let drawn_W = 0
  for (const { id, a, b } of elements) {
    const { current_A, power_W } = solution.elements[id]!
    sums.set(a, (sums.get(a) ?? 0) + current_A)
    sums.set(b, (sums.get(b) ?? 0) - current_A)
    if (power_W < 0) given_W -= power_W
    else drawn_W += power_W
  }
  let residual_A = 0
  for (const sum of sums.values()) residual_A = Math.max(residual_A, Math.abs(sum))
  const held = elements.flatMap((element) => {
    const { current_A } = solution.elements[element.id]!
    if (element.type === 'V' && element.limit_A !== undefined && Math.abs(current_A) >= element.limit_A * (1 - 1e-9))
      return [`${element.id} limits at ${formatNumber(element.limit_A)} A`]
    return element.type === 'P' && element.value > 0 && current_A === 0
      ? [`${element.id} is below its least voltage and draws nothing`]
      : []
  })
  return [
    method,
    step('Solved', `${Object.keys(solution.nodes).length} nodes in ${solution.iterations} solutions of the network`),
    ...(held.length > 0
      ? [
          step(
            'Limits',
            `${held.slice(0, HELD_SHOWN).join('; ')}${held.length > HELD_SHOWN ? `; and ${held.length - HELD_SHOWN} more` : ''}`,
          ),
        ]
      : []),
    step(
      'Balance',
      `given ${formatNumber(given_W, 6)} W, drawn ${formatNumber(drawn_W, 6)} W; at no node do currents miss by more than ${formatNumber(residual_A)} A`,
    ),
  ]
}
