'use client'

/** What went wrong is in the server's log under the digest; a person gets what to do, and no stack. */
export default function PageError({
  error,
  reset,
}: {
  readonly error: Error & { readonly digest?: string }
  readonly reset: () => void
}) {
  return (
    <main className="mx-auto max-w-md p-10">
      <h1 className="text-2xl font-bold">This page stumbled</h1>
      <p className="mt-2">What was saved is saved; edits on their way are kept in this browser and sent again.</p>
      {error.digest ? <p className="figures mt-2 text-[13px] text-mute">In the server’s log: {error.digest}</p> : null}
      <button
        type="button"
        className="mt-4 rounded-lg border border-hair bg-sheet px-3 py-1.5 font-semibold"
        onClick={reset}
      >
        Try again
      </button>
    </main>
  )
}
