'use client'
import { useState } from 'react'
import { Button, INPUT, Labelled } from '@/ui/primitives'
import { useSigner } from './signer'

/** Who signs: a field until somebody has said it, a line from then on. */
export function SignerField() {
  const { by, setBy } = useSigner()
  const [typed, setTyped] = useState('')
  const [isChanging, setChanging] = useState(false)
  if (by !== '' && !isChanging)
    return (
      <p className="flex flex-wrap items-baseline gap-2 text-[15px]">
        <span className="text-mute">Signed by</span> <strong>{by}</strong>
        <button
          type="button"
          className="min-h-9 text-[14px] underline"
          onClick={() => {
            setTyped(by)
            setChanging(true)
          }}
        >
          Somebody else
        </button>
      </p>
    )
  const keep = () => {
    if (typed.trim() === '') return
    setBy(typed.trim())
    setChanging(false)
  }
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        keep()
      }}
    >
      <div className="min-w-0 flex-1">
        <Labelled label="Who signs" hint="Asked once; it stands beside every signature.">
          {(props) => (
            <input
              {...props}
              maxLength={80}
              autoComplete="name"
              className={INPUT}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              onBlur={keep}
            />
          )}
        </Labelled>
      </div>
      <Button type="submit">Keep</Button>
    </form>
  )
}
