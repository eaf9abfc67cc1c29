'use client'
import { useEffect, useId, useState } from 'react'
import { MOST_PHOTOS } from '@/core/procedure'
import { useDesk } from '@/ui/room'
import { keepSnapshot, sendSnapshots, takeSnapshot, waitingSnapshot } from './photos'

const RESEND_MS = 4000

/** Pictures to go with the next line of the logbook. */
export function PhotoPicker({
  photos,
  onChange,
}: {
  readonly photos: readonly string[]
  readonly onChange: (photos: readonly string[]) => void
}) {
  const { id: plan } = useDesk()
  const [problem, setProblem] = useState<string | null>(null)
  const field = useId()
  const take = async (files: FileList | null) => {
    const taken: string[] = []
    const troubles: string[] = []
    for (const file of [...(files ?? [])].slice(0, MOST_PHOTOS - photos.length)) {
      const snapshot = await takeSnapshot(file).catch(() => null)
      const trouble = snapshot
        ? await keepSnapshot(plan, snapshot)
        : 'it is no picture that can be read; JPEG and PNG are'
      if (snapshot && trouble === null) taken.push(snapshot.id)
      else troubles.push(`${file.name}: ${trouble}`)
    }
    setProblem(troubles.length > 0 ? troubles.join('; ') : null)
    if (taken.length > 0) {
      onChange([...photos, ...taken])
      void sendSnapshots(plan)
    }
  }
  return (
    <div>
      <label
        htmlFor={field}
        className="inline-flex min-h-11 cursor-pointer items-center rounded-lg border border-hair bg-sheet px-3 text-[15px] font-semibold focus-within:outline-2 hover:border-accent"
      >
        {photos.length === 0 ? 'Add a photograph' : 'Add another'}
        <input
          id={field}
          type="file"
          accept="image/jpeg,image/png"
          multiple
          className="sr-only"
          disabled={photos.length >= MOST_PHOTOS}
          onChange={(event) => {
            void take(event.target.files)
            event.target.value = ''
          }}
        />
      </label>
      {problem ? (
        <p role="alert" className="mt-1 text-[14px] font-semibold text-stop">
          {problem}
        </p>
      ) : null}
      <Photos photos={photos} />
    </div>
  )
}

/** Pictures of a line in the logbook; those that the server has not got yet come from this browser. */
export function Photos({ photos }: { readonly photos: readonly string[] }) {
  const { id: plan } = useDesk()
  if (photos.length === 0) return null
  return (
    <ul className="mt-1.5 flex flex-wrap gap-1.5">
      {photos.map((photo, i) => (
        <li key={photo}>
          <Photo plan={plan} id={photo} words={`Photograph ${i + 1}`} />
        </li>
      ))}
    </ul>
  )
}

function Photo({ plan, id, words }: { readonly plan: string; readonly id: string; readonly words: string }) {
  const [own, setOwn] = useState<string | null>(null)
  const [isGone, setGone] = useState(false)
  const path = `/api/plans/${plan}/photos/${id}`
  if (isGone)
    return <span className="block rounded border border-hair px-2 py-1 text-[13px] text-mute">{words} is not here</span>
  return (
    <a href={path} target="_blank" rel="noreferrer">
      <img
        src={own ? `data:image/jpeg;base64,${own}` : path}
        alt={words}
        className="h-20 w-24 rounded border border-hair object-cover"
        onError={() => {
          if (own) return setGone(true)
          void waitingSnapshot(plan, id).then((data) => (data === null ? setGone(true) : setOwn(data)))
        }}
      />
    </a>
  )
}

/** Sends pictures that wait, for as long as a bench screen is open. */
export function useSnapshotOutbox(): { readonly waiting: number; readonly refused: string | null } {
  const { id: plan } = useDesk()
  const [state, setState] = useState<{ waiting: number; refused: string | null }>({ waiting: 0, refused: null })
  useEffect(() => {
    let isOpen = true
    const send = async () => {
      const next = await sendSnapshots(plan)
      if (isOpen) setState((now) => (now.waiting === next.waiting && now.refused === next.refused ? now : next))
    }
    void send()
    const timer = setInterval(() => void send(), RESEND_MS)
    return () => {
      isOpen = false
      clearInterval(timer)
    }
  }, [plan])
  return state
}
