import type { Issue } from './issues'

type Visit = (value: number, path: string) => void

function eachNumber(value: unknown, path: string, visit: Visit): void {
  if (typeof value === 'number') return visit(value, path)
  if (typeof value !== 'object' || value === null) return
  for (const [key, inner] of Object.entries(value)) eachNumber(inner, path === '' ? key : `${path}.${key}`, visit)
}

/**
 * No answer holds a number that is not finite: where arithmetic left the range of numbers, the input is at fault, and of
 * its figures the most extreme one (the one whose logarithm lies farthest from 0). Null where the answer is sound.
 */
export function beyondNumbers(
  input: unknown,
  answer: { readonly result: unknown; readonly trace: unknown },
): Issue | null {
  let isSound = true
  eachNumber(answer.result, '', (value) => (isSound &&= Number.isFinite(value)))
  if (isSound) return null
  let worst = { path: '', reach: -1 }
  eachNumber(input, '', (value, path) => {
    const reach = value === 0 ? 0 : Math.abs(Math.log10(Math.abs(value)))
    if (reach > worst.reach) worst = { path, reach }
  })
  return {
    path: worst.path,
    message: 'is so large or so small that the answer leaves the range of numbers; give one nearer to life',
  }
}
