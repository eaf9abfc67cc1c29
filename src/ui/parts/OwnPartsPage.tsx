'use client'
import Link from 'next/link'
import { useRef, useState } from 'react'
import { partFacts } from '@/core/catalogue'
import { blankPart, type OwnPart } from '@/core/ownParts'
import type { Part, PartId } from '@/core/plan'
import { Button, Modal } from '@/ui/primitives'
import { PartList } from '@/ui/panels/PartList'
import { problemText, request } from '@/ui/room'
import { PartEditor } from './PartEditor'
import { useOwnParts } from './useOwnParts'

type Work = { readonly id: PartId | null; readonly part: Part } | 'choose' | null

/** The shelf of own parts: made from nothing or from a copy, changed, sent out and taken in. */
export function OwnPartsPage() {
  const { parts, trouble, reload } = useOwnParts()
  const [work, setWork] = useState<Work>(null)
  const [message, setMessage] = useState<string | null>(null)
  const file = useRef<HTMLInputElement>(null)
  const takeIn = async (chosen: File | undefined) => {
    if (!chosen) return
    let document: unknown
    try {
      document = JSON.parse(await chosen.text())
    } catch {
      return setMessage(`${chosen.name} is not JSON, so it holds no parts; nothing was changed`)
    }
    const { status, body } = await request<{ readonly parts: readonly OwnPart[] }>('POST', '/api/parts', document)
    setMessage(status === 201 ? `${body.parts.length} taken in` : problemText(body))
    reload()
  }
  const remove = async ({ id, part }: OwnPart) => {
    const { status, body } = await request('DELETE', `/api/parts/${encodeURIComponent(id)}`)
    setMessage(status === 200 ? `${part.name} is off the shelf; plans keep the copy that they have` : problemText(body))
    reload()
  }
  return (
    <main className="mx-auto max-w-5xl px-5 py-6">
      <p className="mb-3">
        <Link href="/" className="underline decoration-hair underline-offset-2 hover:decoration-accent">
          Plans
        </Link>
      </p>
      <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-[28px] leading-tight font-bold">Own parts</h1>
          <p className="max-w-prose text-mute">
            What lies on your bench and is not built in. A plan carries a copy of each part that it uses; when you
            change one here, plans that use the older are offered the newer.
          </p>
        </div>
        <div className="flex flex-wrap gap-2">
          <input
            ref={file}
            type="file"
            accept="application/json,.json"
            className="sr-only"
            tabIndex={-1}
            aria-label="File of parts"
            onChange={(event) => {
              void takeIn(event.target.files?.[0])
              event.target.value = ''
            }}
          />
          <Button onClick={() => file.current?.click()}>Take parts in</Button>
          {parts && parts.length > 0 ? (
            <a
              href="/api/parts?file"
              className="rounded-lg border border-hair bg-sheet px-3 py-1.5 text-[15px] font-semibold hover:border-accent"
            >
              Save them as a file
            </a>
          ) : null}
          <Button onClick={() => setWork('choose')}>Begin with a copy</Button>
          <Button look="main" onClick={() => setWork({ id: null, part: blankPart('other') })}>
            Make a part
          </Button>
        </div>
      </div>
      {message ? (
        <p role="status" className="mb-3 font-semibold">
          {message}
        </p>
      ) : null}
      {trouble ? (
        <p role="alert" className="font-semibold text-stop">
          {trouble}
        </p>
      ) : null}
      {parts === null && !trouble ? <p className="text-mute">Fetching them …</p> : null}
      {parts?.length === 0 ? (
        <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">
          Nothing here yet. Make a part from what is printed on it, or begin with a copy of one that is nearly right.
        </p>
      ) : null}
      <ul className="grid gap-3 sm:grid-cols-2">
        {(parts ?? []).map((own) => (
          <li key={own.id} className="rounded-xl border border-hair bg-sheet p-3.5">
            <h2 className="font-bold">{own.part.name}</h2>
            <p className="text-[13px] text-mute">
              {partFacts(own.part).join(' · ')} · version {own.version}
            </p>
            <div className="mt-2 flex flex-wrap gap-2">
              <Button onClick={() => setWork({ id: own.id, part: own.part })}>Change {own.part.name}</Button>
              <Button
                look="quiet"
                onClick={() =>
                  setWork({ id: null, part: { ...own.part, name: `${own.part.name} (copy)`.slice(0, 80) } })
                }
              >
                Copy it
              </Button>
              <Button look="danger" onClick={() => void remove(own)}>
                Take off the shelf
              </Button>
            </div>
          </li>
        ))}
      </ul>
      {work === 'choose' ? (
        <Modal wide title="Begin with a copy of" open onClose={() => setWork(null)}>
          <PartList
            own={{}}
            onPick={(_, part) => setWork({ id: null, part: { ...part, name: `${part.name}, mine`.slice(0, 80) } })}
          />
        </Modal>
      ) : null}
      {work !== null && work !== 'choose' ? (
        <PartEditor
          start={work}
          onClose={() => setWork(null)}
          onKept={({ part, version }) => {
            setMessage(`${part.name} is on the shelf, version ${version}`)
            setWork(null)
            reload()
          }}
        />
      ) : null}
    </main>
  )
}
