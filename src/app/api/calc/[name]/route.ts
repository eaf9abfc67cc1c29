import * as z from 'zod'
import { runCalculator } from '@/core/calculator'
import { CALCULATOR_NAMES, calculatorNamed } from '@/core/calculators'
import { answer, LIMITS, problem, readJson } from '@/server/http'
import { route } from '@/server/route'

const unknown = (name: string) =>
  problem(404, `There is no calculator "${name.slice(0, 40)}"; there are ${CALCULATOR_NAMES.join(', ')}`)

export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET(_request, { name = '' }) {
    const calculator = calculatorNamed(name)
    if (!calculator) return unknown(name)
    return answer({
      input: z.toJSONSchema(calculator.input, { io: 'input', unrepresentable: 'any' }),
      output: z.toJSONSchema(calculator.output, { unrepresentable: 'any' }),
    })
  },
  async POST(request, { name = '' }) {
    const calculator = calculatorNamed(name)
    if (!calculator) return unknown(name)
    const body = await readJson(request, LIMITS.small)
    if (body.kind === 'refused') return body.response
    const { isAnswer, body: result } = runCalculator(calculator, body.value)
    return answer(result, isAnswer ? 200 : 422)
  },
})
