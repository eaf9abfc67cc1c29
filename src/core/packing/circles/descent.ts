/** Limited-memory quasi-Newton descent (L-BFGS; Nocedal and Wright, Numerical Optimization, algorithm 7.5). */

/** Writes the gradient at `x` into `gradient` and returns the value. */
export type Objective = (x: Float64Array, gradient: Float64Array) => number

const MEMORY = 4
const ARMIJO = 1e-4
const MOST_HALVINGS = 12

/** Descends in place until the gradient's largest entry is below `still`, or `most` steps are taken; returns the steps. */
export function descend(objective: Objective, x: Float64Array, most: number, still: number): number {
  const n = x.length
  const gradient = new Float64Array(n)
  const nextGradient = new Float64Array(n)
  const next = new Float64Array(n)
  const direction = new Float64Array(n)
  const steps: { s: Float64Array; y: Float64Array; rho: number }[] = []
  let value = objective(x, gradient)
  let evaluations = 1
  while (evaluations < most) {
    if (largest(gradient) < still) break
    towards(direction, gradient, steps)
    let slope = dot(direction, gradient)
    if (!(slope < 0)) {
      steps.length = 0
      for (let i = 0; i < n; i += 1) direction[i] = -gradient[i]!
      slope = dot(direction, gradient)
    }
    let by = steps.length === 0 ? Math.min(1, 0.1 / Math.sqrt(-slope)) : 1
    let reached = Infinity
    let halvings = 0
    for (; halvings < MOST_HALVINGS; halvings += 1) {
      for (let i = 0; i < n; i += 1) next[i] = x[i]! + by * direction[i]!
      reached = objective(next, nextGradient)
      evaluations += 1
      if (reached <= value + ARMIJO * by * slope) break
      by *= 0.5
    }
    if (halvings === MOST_HALVINGS) break
    const kept = steps.length === MEMORY ? steps.shift()! : { s: new Float64Array(n), y: new Float64Array(n), rho: 0 }
    let sy = 0
    for (let i = 0; i < n; i += 1) {
      kept.s[i] = next[i]! - x[i]!
      kept.y[i] = nextGradient[i]! - gradient[i]!
      sy += kept.s[i]! * kept.y[i]!
    }
    x.set(next)
    gradient.set(nextGradient)
    value = reached
    if (sy > 1e-14) {
      kept.rho = 1 / sy
      steps.push(kept)
    }
  }
  return evaluations
}

/** The direction of descent by the steps remembered (the two-loop recursion). */
function towards(
  direction: Float64Array,
  gradient: Float64Array,
  steps: readonly { s: Float64Array; y: Float64Array; rho: number }[],
): void {
  const n = gradient.length
  for (let i = 0; i < n; i += 1) direction[i] = -gradient[i]!
  const alphas = ALPHAS
  for (let k = steps.length - 1; k >= 0; k -= 1) {
    const { s, y, rho } = steps[k]!
    let along = 0
    for (let i = 0; i < n; i += 1) along += s[i]! * direction[i]!
    const alpha = rho * along
    alphas[k] = alpha
    for (let i = 0; i < n; i += 1) direction[i]! -= alpha * y[i]!
  }
  const last = steps[steps.length - 1]
  if (last) {
    const { y } = last
    let square = 0
    for (let i = 0; i < n; i += 1) square += y[i]! * y[i]!
    const scale = 1 / (last.rho * square)
    for (let i = 0; i < n; i += 1) direction[i]! *= scale
  }
  for (let k = 0; k < steps.length; k += 1) {
    const { s, y, rho } = steps[k]!
    let along = 0
    for (let i = 0; i < n; i += 1) along += y[i]! * direction[i]!
    const by = alphas[k]! - rho * along
    for (let i = 0; i < n; i += 1) direction[i]! += by * s[i]!
  }
}

const ALPHAS = new Float64Array(MEMORY)

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i += 1) sum += a[i]! * b[i]!
  return sum
}

function largest(a: Float64Array): number {
  let most = 0
  for (let i = 0; i < a.length; i += 1) most = Math.max(most, Math.abs(a[i]!))
  return most
}
