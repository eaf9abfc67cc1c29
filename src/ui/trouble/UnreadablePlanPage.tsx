'use client'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { Button } from '@/ui/primitives'
import { problemText, request } from '@/ui/room'

/** A plan whose stored document cannot be read: why, and the document as it is. */
export function UnreadablePlanPage({
  id,
  name,
  why,
}: {
  readonly id: string
  readonly name: string
  readonly why: string
}) {
  const router = useRouter()
  const [problem, setProblem] = useState<string | null>(null)
  const remove = async () => {
    const reply = await request('DELETE', `/api/plans/${id}`)
    if (reply.status === 200) router.push('/')
    else setProblem(problemText(reply.body))
  }
  return (
    <main className="mx-auto max-w-xl p-10">
      <h1 className="text-2xl font-bold [overflow-wrap:anywhere]">{name || 'A plan'} cannot be read</h1>
      <p className="mt-3 rounded-lg border border-stop/40 bg-stop-wash p-3 [overflow-wrap:anywhere]">{why}.</p>
      <p className="mt-3">
        Its stored document is whole as far as it goes and was not touched. Save it: what can be mended in it by hand
        can be opened again as a plan file. The other plans are not affected.
      </p>
      <p className="mt-4 flex flex-wrap gap-2">
        <a
          href={`/api/plans/${id}/raw`}
          download
          className="rounded-lg border border-accent bg-accent px-3 py-1.5 font-semibold text-accent-ink hover:brightness-110"
        >
          Save its document
        </a>
        <Button look="danger" onClick={() => void remove()}>
          Remove it from the shelf
        </Button>
        <Link href="/" className="px-3 py-1.5 font-semibold text-accent underline">
          To the plans
        </Link>
      </p>
      {problem ? (
        <p role="alert" className="mt-3 font-semibold text-stop">
          {problem}
        </p>
      ) : null}
    </main>
  )
}
