'use client'
import { useEffect, useRef, useState } from 'react'
import type { ExtraPoint } from '@/core/diagnosis'
import type { Plan } from '@/core/plan'
import { ProveClient, type Answers } from '@/workers'

export interface BenchDesk {
  readonly client: ProveClient | null
  /** All faults worked out: null until somebody asks, a share while it goes on. */
  readonly prepared: Answers['prepare'] | null
  readonly share: number | null
  readonly error: string | null
  prepare(): void
  cancel(): void
}

/** A bench of the plan in a worker, made anew when what is measured on it changes. */
export function useBench(plan: Plan, extra: readonly ExtraPoint[], isReady: boolean): BenchDesk {
  const [client, setClient] = useState<ProveClient | null>(null)
  const [prepared, setPrepared] = useState<Answers['prepare'] | null>(null)
  const [share, setShare] = useState<number | null>(null)
  const [error, setError] = useState<string | null>(null)
  const [round, setRound] = useState(0)
  const given = useRef(extra)
  given.current = extra
  // A note, a colour or a place changes no reading.
  const circuit = [plan.devices, plan.parts, plan.wires, plan.cables, plan.states, plan.site, isReady]
  useEffect(() => {
    if (!isReady) return
    const own = new ProveClient(plan, given.current)
    setClient(own)
    setPrepared(null)
    setShare(null)
    setError(null)
    return () => own.close()
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [...circuit, round])
  return {
    client,
    prepared,
    share,
    error,
    prepare() {
      if (!client || share !== null || prepared) return
      setShare(0)
      void client.ask({ type: 'prepare' }, setShare).then((answer) => {
        setShare(null)
        if (answer instanceof Error) setError(answer.message)
        else setPrepared(answer)
      })
    },
    cancel() {
      setRound(round + 1)
    },
  }
}
