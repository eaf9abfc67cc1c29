import * as z from 'zod'
import { plan as planSchema } from '@/core/plan/schema'

/** The published JSON Schema of a plan file. What it cannot say (that every reference leads somewhere) the reader checks beside it. */
export function planJsonSchema(): unknown {
  return {
    $comment:
      'Made by "npm run schema" from src/core/plan; references between records are checked when a plan is read.',
    ...z.toJSONSchema(planSchema, { io: 'input', unrepresentable: 'any', reused: 'ref' }),
  }
}
