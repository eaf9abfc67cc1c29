'use client'
import { useState, type ReactNode } from 'react'
import { problemText, type Problem } from './api'
import { withProgress } from './longWork'

/** A file that takes the server a while: says how far it is, and why where it could not be made. Without a script it is a plain link. */
export function LongDownload({
  href,
  className,
  isDisabled = false,
  isMain = false,
  children,
}: {
  readonly href: string
  readonly className: string
  readonly isDisabled?: boolean
  /** It is what its stage is for. */
  readonly isMain?: boolean
  readonly children: ReactNode
}) {
  const [words, setWords] = useState<string | null>(null)
  const [isBusy, setBusy] = useState(false)
  const fetchIt = async () => {
    setBusy(true)
    setWords('Beginning …')
    try {
      setWords(await withProgress((job) => saved(`${href}${href.includes('?') ? '&' : '?'}job=${job}`), setWords))
    } finally {
      setBusy(false)
    }
  }
  return (
    <span className="inline-flex flex-col">
      <a
        className={`${className} ${isDisabled || isBusy ? 'pointer-events-none opacity-60' : ''}`}
        aria-disabled={isDisabled || isBusy}
        data-look={isMain ? 'main' : undefined}
        href={href}
        download
        onClick={(event) => {
          event.preventDefault()
          if (!isDisabled && !isBusy) void fetchIt()
        }}
      >
        {children}
      </a>
      {words ? (
        <span role="status" className="figures max-w-72 text-[13px] text-mute">
          {words}
        </span>
      ) : null}
    </span>
  )
}

/** Fetches a file and gives it to the browser to keep. Comes back with what is to be said, or null. */
async function saved(path: string): Promise<string | null> {
  try {
    const reply = await fetch(path)
    if (!reply.ok) return problemText((await reply.json()) as Problem)
    const name = /filename="([^"]+)"/.exec(reply.headers.get('content-disposition') ?? '')?.[1] ?? 'file'
    const url = URL.createObjectURL(await reply.blob())
    const link = document.createElement('a')
    link.href = url
    link.download = name
    link.click()
    setTimeout(() => URL.revokeObjectURL(url), 60_000)
    return null
  } catch {
    return 'The server does not answer; try again when it runs'
  }
}
