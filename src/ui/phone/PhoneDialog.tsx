'use client'
import qrcode from 'qrcode-generator'
import { useEffect, useState } from 'react'
import { Button, Choice, Modal } from '@/ui/primitives'
import { problemText, request } from '@/ui/room'

interface Sharing {
  readonly addresses: readonly string[]
  readonly code: string
  readonly endsAt: string
  readonly paired: number
}

const LOOK_MS = 3000

/** Opens the plan for a phone in the same network: with a code, for a while, and shut again by hand or by itself. */
export function PhoneDialog({
  open,
  onClose,
  planId,
  planName,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly planId: string
  readonly planName: string
}) {
  const [sharing, setSharing] = useState<Sharing | null>(null)
  const [minutes, setMinutes] = useState('120')
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => {
    if (!open) return
    const look = () =>
      void request<{ readonly sharing: Sharing | null }>('GET', '/api/sharing').then(({ status, body }) => {
        if (status === 200) setSharing(body.sharing)
        else setProblem(status === 403 ? 'This is done at the machine itself' : problemText(body))
      })
    look()
    const timer = setInterval(look, LOOK_MS)
    return () => clearInterval(timer)
  }, [open])
  const start = async () => {
    const { status, body } = await request<{ readonly sharing: Sharing }>('POST', '/api/sharing', {
      minutes: Number(minutes),
    })
    setProblem(status === 201 ? null : problemText(body))
    if (status === 201) setSharing(body.sharing)
  }
  const stop = async () => {
    await request('DELETE', '/api/sharing')
    setSharing(null)
  }
  return (
    <Modal open={open} onClose={onClose} title="On a phone">
      {sharing === null ? (
        <div className="space-y-3">
          <p>
            Now this application answers this machine alone. For the bench it can be opened to phones in the same
            network, for a while: who gives the code sees and signs everything. The way there is not encrypted; do not
            open it in a network of strangers.
          </p>
          <Choice
            label="For how long"
            value={minutes}
            options={[
              { value: '30', label: 'half an hour' },
              { value: '120', label: 'two hours' },
              { value: '300', label: 'the evening, five hours' },
            ]}
            onChoose={setMinutes}
          />
          <Button look="main" onClick={() => void start()}>
            Open it with a code
          </Button>
        </div>
      ) : (
        <div className="space-y-3">
          <p>
            Open until{' '}
            <strong className="figures">
              {new Date(sharing.endsAt).toLocaleTimeString('en-GB', { timeStyle: 'short' })}
            </strong>
            , then shut by itself.{' '}
            {sharing.paired === 0
              ? 'No phone yet.'
              : `${sharing.paired} came in; the next one needs the code shown now.`}
          </p>
          {sharing.addresses.length === 0 ? (
            <p className="font-semibold text-caution">This machine is in no network that a phone could share.</p>
          ) : (
            <>
              <p className="figures text-[22px] font-bold tracking-widest" aria-label="The code">
                {sharing.code}
              </p>
              {sharing.addresses.map((address) => (
                <div key={address} className="flex flex-wrap items-center gap-3">
                  <Squares text={`${address}/pair?to=/plans/${planId}/build#${sharing.code}`} />
                  <p>
                    Point the phone at the squares, or type
                    <br />
                    <strong className="figures">{address}</strong>
                    <br />
                    <span className="text-mute">then open {planName} there.</span>
                  </p>
                </div>
              ))}
            </>
          )}
          <Button look="danger" onClick={() => void stop()}>
            Shut it now
          </Button>
        </div>
      )}
      {problem ? (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {problem}
        </p>
      ) : null}
    </Modal>
  )
}

/** A matrix code (ISO/IEC 18004) of an address. */
function Squares({ text }: { readonly text: string }) {
  const code = qrcode(0, 'M')
  code.addData(text)
  code.make()
  const count = code.getModuleCount()
  const dark = Array.from({ length: count * count }, (_, i) => [Math.floor(i / count), i % count] as const).filter(
    ([row, column]) => code.isDark(row, column),
  )
  return (
    <svg
      viewBox={`-4 -4 ${count + 8} ${count + 8}`}
      className="size-40 bg-white"
      role="img"
      aria-label="The address with its code, for a camera"
    >
      <path d={dark.map(([row, column]) => `M${column} ${row}h1v1h-1z`).join('')} fill="#000" />
    </svg>
  )
}
