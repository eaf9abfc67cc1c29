'use client'
import { useCallback, useEffect, useState } from 'react'
import type { SituationName } from '@/core/diagnosis'
import type { TerminalKey } from '@/core/model'
import type { DeviceId } from '@/core/plan'
import type { ActTest } from '@/core/procedure'
import { useSigner } from '@/ui/bench'
import { request, writeText } from '@/ui/room'

/** A meter as the server has it. */
export interface MeterState {
  readonly identity: string
  readonly host: string
  readonly port: number
  /** The stand-in that ships: its probes are placed for it. */
  readonly isSimulated: boolean
  /** Boards of the plan that have a stand-in, too. */
  readonly boards: readonly { readonly device: DeviceId; readonly port: number }[]
}

export type MeterKind = 'ohms' | 'volts-ac' | 'volts-dc' | 'amperes'

/** Where the probes are, and how the bench stands meanwhile. */
export interface Placed {
  readonly red: TerminalKey | null
  readonly black: TerminalKey | null
  readonly situation: SituationName
  readonly held: ActTest['held']
}

interface Asks {
  readonly address: string
  readonly port: number
}

export interface MeterDesk {
  readonly name: string
  setName(name: string): void
  /** Who reads it. */
  readonly by: string
  setBy(by: string): void
  readonly state: MeterState | null
  readonly isConnected: boolean
  readonly isBusy: boolean
  readonly error: string | null
  /** Where the meter would be, until somebody has said once that it is there. */
  readonly asks: Asks | null
  connect(host: string, port: number): void
  /** That it is there, or that it is not. */
  confirm(isThere: boolean): void
  /** The stand-in on this plan's bench, with a fault in it where one is named. */
  simulate(planId: string, fault: string | null): void
  disconnect(): void
  /** Says a line to a board's stand-in; its answer, or what went wrong. */
  tellBoard(device: DeviceId, line: string): Promise<string>
  /** A reading, Infinity for beyond the range, or what went wrong. */
  take(kind: MeterKind, at: Placed): Promise<number | string>
}

const MODES = { ohms: 'resistance', 'volts-ac': 'volts AC', 'volts-dc': 'volts DC', amperes: 'amperes DC' } as const

const KEPT = 'meter-name'

type Answer = {
  readonly meter?: MeterState | null
  readonly value?: number | null
  readonly said?: string
  readonly confirm?: Asks
  readonly error?: { readonly message: string }
}

/** "Maker,model,serial,version", as IEEE 488.2 has it, in words; whatever else a meter says stays as it is. */
function identityWords(identity: string): string {
  const [maker, model, serial] = identity.split(',').map((part) => part.trim())
  if (!maker || !model) return identity
  return [model, maker, ...(serial && serial !== '0' ? [`no. ${serial}`] : [])].join(', ')
}

/** The meter on the line, if there is one, and what the hand-held one is called. */
export function useMeter(): MeterDesk {
  const [name, setName] = useState('')
  const { by, setBy } = useSigner()
  const [state, setState] = useState<MeterState | null>(null)
  const [isBusy, setBusy] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const [asks, setAsks] = useState<Asks | null>(null)
  useEffect(() => {
    setName(localStorage.getItem(KEPT) ?? '')
    void request('GET', '/api/meter').then(({ body }) => setState((body as Answer).meter ?? null))
  }, [])
  const call = useCallback(async (body: object): Promise<Answer> => {
    setBusy(true)
    const { body: answer, status } = await request('POST', '/api/meter', body)
    setBusy(false)
    const own = (answer ?? {}) as Answer
    setAsks(own.confirm ?? null)
    if (own.confirm) return own
    if (status >= 300 || status === 0) {
      const message = own.error?.message ?? 'The server does not answer'
      setError(message)
      return { error: { message } }
    }
    setError(null)
    if ('meter' in own) setState(own.meter ?? null)
    return own
  }, [])
  const rename = (next: string) => {
    setName(next)
    writeText(KEPT, next)
  }
  return {
    // One on the line says itself what it is.
    name: state ? identityWords(state.identity) : name,
    setName: rename,
    by,
    setBy,
    state,
    isConnected: state !== null,
    isBusy,
    error,
    asks,
    connect: (host, port) => void call({ do: 'connect', host, port }),
    confirm(isThere) {
      setAsks(null)
      if (isThere && asks) void call({ do: 'connect', host: asks.address, port: asks.port, confirmed: asks.address })
    },
    simulate: (plan, fault) => void call({ do: 'simulate', plan, fault }),
    disconnect: () => void call({ do: 'disconnect' }),
    async tellBoard(device, line) {
      const answer = await call({ do: 'board', device, line })
      return answer.error?.message ?? answer.said ?? ''
    },
    async take(kind, { red, black, situation, held }) {
      if (state?.isSimulated && red !== null && black !== null) {
        const placed = await call({ do: 'place', red, black, situation, held })
        if (placed.error) return placed.error.message
      }
      const answer = await call({ do: 'measure', what: MODES[kind] })
      if (answer.error) return answer.error.message
      return answer.value ?? Infinity
    },
  }
}
