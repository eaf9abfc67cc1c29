'use client'
import { useState } from 'react'
import { Button, INPUT, Labelled, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import type { MeterDesk } from './useMeter'

/** What the readings are taken with: a meter in the hand, one on the line, or the stand-in. */
export function MeterPanel({ meter }: { readonly meter: MeterDesk }) {
  const { id, plan } = useRoom()
  const [host, setHost] = useState('127.0.0.1')
  const [port, setPort] = useState('5025')
  const [wrong, setWrong] = useState<string | null>(null)
  const { state } = meter
  const connect = () => {
    const read = readNumber(port, 'The port')
    if ('error' in read) return setWrong(read.error)
    setWrong(null)
    meter.connect(host.trim(), read.value)
  }
  return (
    <details className="rounded-xl border border-hair bg-sheet">
      <summary className="px-3 py-2 text-[15px]">
        <strong>Meter:</strong> {meter.name || 'in the hand, no name yet'}; <strong>by:</strong>{' '}
        {meter.by || 'nobody named'}
        {state ? <span className="text-good"> – on the line</span> : null}
      </summary>
      <div className="space-y-2 border-t border-hair p-3">
        <div className="grid gap-2 md:grid-cols-2">
          <Labelled label="Who measures" hint="It goes into the record with each reading.">
            {(props) => (
              <input
                {...props}
                maxLength={80}
                className={INPUT}
                value={meter.by}
                onChange={(event) => meter.setBy(event.target.value)}
              />
            )}
          </Labelled>
          <Labelled label="Name of the meter">
            {(props) => (
              <input
                {...props}
                maxLength={80}
                className={INPUT}
                value={meter.name}
                onChange={(event) => meter.setName(event.target.value)}
              />
            )}
          </Labelled>
        </div>
        {state ? (
          <p className="flex flex-wrap items-center justify-between gap-2 text-[15px]">
            <span>
              {state.identity}, at {state.host}:{state.port}
            </span>
            <Button onClick={meter.disconnect}>Take it off the line</Button>
            {state.boards.length > 0 ? (
              <span className="w-full text-[14px] text-mute">
                Boards answer plain lines (list, set NAME on, get NAME):{' '}
                {state.boards
                  .map(({ device, port }) => `${plan.devices[device]?.tag ?? device} at 127.0.0.1:${port}`)
                  .join(', ')}
              </span>
            ) : null}
          </p>
        ) : (
          <>
            <div className="grid grid-cols-[1fr_90px_auto] items-end gap-2">
              <Labelled label="Bench meter at">
                {(props) => (
                  <input {...props} className={INPUT} value={host} onChange={(event) => setHost(event.target.value)} />
                )}
              </Labelled>
              <Labelled label="Port" error={wrong}>
                {(props) => (
                  <input
                    {...props}
                    inputMode="numeric"
                    className={`${INPUT} figures`}
                    value={port}
                    onChange={(event) => setPort(event.target.value)}
                  />
                )}
              </Labelled>
              <Button disabled={meter.isBusy} onClick={connect}>
                Connect
              </Button>
            </div>
            {meter.asks ? (
              <div role="alert" className="rounded-lg border border-caution/40 bg-caution-wash p-2.5 text-[15px]">
                <p>
                  This will speak to <strong className="figures">{meter.asks.address}</strong>, port{' '}
                  <strong className="figures">{meter.asks.port}</strong>. Is your meter there?
                </p>
                <p className="mt-1.5 flex gap-2">
                  <Button onClick={() => meter.confirm(true)}>It is there: connect</Button>
                  <Button look="quiet" onClick={() => meter.confirm(false)}>
                    No
                  </Button>
                </p>
              </div>
            ) : null}
            <p className="text-[13px] text-mute">
              One that speaks SCPI text over the network. Its probes are placed by you; its figures come by themselves.
            </p>
            <Button disabled={meter.isBusy} onClick={() => meter.simulate(id, null)}>
              Use the stand-in on the virtual bench
            </Button>
          </>
        )}
        {meter.error ? (
          <p role="alert" className="text-[14px] font-semibold text-stop">
            {meter.error}
          </p>
        ) : null}
      </div>
    </details>
  )
}
