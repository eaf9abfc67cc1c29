import { CALCULATORS } from '@/core/calculators'
import { answer } from '@/server/http'

export function GET(): Response {
  return answer({ calculators: Object.values(CALCULATORS).map(({ name, title }) => ({ name, title })) })
}
