import Link from 'next/link'

export default function NotFound() {
  return (
    <main className="mx-auto max-w-md p-10">
      <h1 className="text-2xl font-bold">Nothing here</h1>
      <p className="mt-2">
        There is no such page or plan; a deleted plan can be brought back from the shelf right after it was deleted.
      </p>
      <p className="mt-4">
        <Link href="/" className="font-semibold text-accent underline">
          To the plans
        </Link>
      </p>
    </main>
  )
}
