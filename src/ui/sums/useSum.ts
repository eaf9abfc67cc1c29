'use client'
import { useEffect, useState } from 'react'
import type { CalculatorOutcome } from '@/core/calculator'
import { CALCULATORS, type CalculatorName } from '@/core/calculators'
import { workOutSum } from '@/workers'

/** Those that search for the best answer: long enough to be felt while typing. */
const SEARCHES: ReadonlySet<CalculatorName> = new Set(['bundle', 'gland', 'cuts'])
const PAUSE_ms = 200

/** The answer to a request as it is typed; `outcome` is null until there is a first one of this sum. */
export function useSum(
  name: CalculatorName,
  request: unknown,
): { readonly outcome: CalculatorOutcome | null; readonly isWorking: boolean } {
  const asked = JSON.stringify(request)
  const [found, setFound] = useState<{
    readonly name: CalculatorName
    readonly asked: string
    readonly outcome: CalculatorOutcome
  } | null>(null)
  const isSearch = SEARCHES.has(name)
  useEffect(() => {
    if (!isSearch) return
    const stop = new AbortController()
    const timer = setTimeout(async () => {
      const outcome = await workOutSum(name, JSON.parse(asked), stop.signal)
      if (outcome === null) return
      setFound({
        name,
        asked,
        outcome:
          outcome instanceof Error ? { kind: 'bad-input', error: { message: outcome.message, issues: [] } } : outcome,
      })
    }, PAUSE_ms)
    return () => {
      clearTimeout(timer)
      stop.abort()
    }
  }, [isSearch, name, asked])
  if (!isSearch) return { outcome: CALCULATORS[name].run(request), isWorking: false }
  return {
    outcome: found?.name === name ? found.outcome : null,
    isWorking: found?.name !== name || found.asked !== asked,
  }
}
