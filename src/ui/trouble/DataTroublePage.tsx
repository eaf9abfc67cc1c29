'use client'
import { useRouter } from 'next/navigation'
import { useEffect } from 'react'
import { Button } from '@/ui/primitives'

const LOOK_AGAIN_MS = 2000

/** The data file cannot be used: what is wrong with it, what to do, and on by itself when the cause is gone. */
export function DataTroublePage({ message }: { readonly message: string }) {
  const router = useRouter()
  useEffect(() => {
    const timer = setInterval(() => router.refresh(), LOOK_AGAIN_MS)
    return () => clearInterval(timer)
  }, [router])
  return (
    <main className="mx-auto max-w-xl p-10">
      <h1 className="text-2xl font-bold">The data file cannot be used just now</h1>
      <p role="alert" className="mt-3 rounded-lg border border-stop/40 bg-stop-wash p-3 [overflow-wrap:anywhere]">
        {message}.
      </p>
      <p className="mt-3">
        Your plans are not touched. This page looks again every two seconds and goes on by itself when the cause is
        gone.
      </p>
      <p className="mt-4">
        <Button onClick={() => router.refresh()}>Look again now</Button>
      </p>
    </main>
  )
}
