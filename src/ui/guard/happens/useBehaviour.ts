'use client'
import { useEffect, useState } from 'react'
import type { BehaviourTable } from '@/core/behaviour'
import type { Plan } from '@/core/plan'
import type { Trace } from '@/core/trace'
import { BehaviourClient } from '@/workers'

export interface BehaviourDesk {
  /** Of this plan, or while that is solved of the one before; null until the first is there. */
  readonly table: BehaviourTable | null
  /** While a newer table is worked on: how much of it is done. */
  readonly share: number | null
  readonly error: string | null
  explain(situation: string, row: string): Promise<Trace | Error>
}

/** After so long without an edit the situations are solved anew. */
const REST_ms = 350

/** What happens when, solved in a worker that is kept as long as somebody looks. */
export function useBehaviour(plan: Plan): BehaviourDesk {
  const [client, setClient] = useState<BehaviourClient | null>(null)
  const [table, setTable] = useState<BehaviourTable | null>(null)
  const [share, setShare] = useState<number | null>(0)
  const [error, setError] = useState<string | null>(null)
  useEffect(() => {
    const own = new BehaviourClient()
    setClient(own)
    return () => own.close()
  }, [])
  // A note, a colour or a place does nothing.
  const circuit = [plan.devices, plan.parts, plan.wires, plan.cables, plan.states, plan.site]
  useEffect(() => {
    if (!client) return
    setShare(0)
    const timer = setTimeout(
      () =>
        void client.ask({ type: 'table', plan }, setShare).then((answer) => {
          if (answer === null) return
          setShare(null)
          setError(answer instanceof Error ? answer.message : null)
          if (!(answer instanceof Error)) setTable(answer)
        }),
      table ? REST_ms : 0,
    )
    return () => clearTimeout(timer)
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [client, ...circuit])
  return {
    table,
    share,
    error,
    explain: async (situation, row) =>
      client ? client.ask({ type: 'explain', situation, row }) : new Error('the situations have not been solved yet'),
  }
}
