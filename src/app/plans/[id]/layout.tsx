import type { Metadata } from 'next'
import { headers } from 'next/headers'
import { notFound } from 'next/navigation'
import { cache, type ReactNode } from 'react'
import { pageAuthor } from '@/server/author'
import { database } from '@/server/database'
import { Logbook } from '@/server/logbook'
import { shown } from '@/server/page'
import { PlanStore } from '@/server/planStore'
import { PlanRoom } from '@/ui/room'
import { Shell } from '@/ui/shell'
import { DataTroublePage, UnreadablePlanPage } from '@/ui/trouble'

interface Props {
  readonly params: Promise<{ readonly id: string }>
  readonly children: ReactNode
}

/** Once a request, for the title and the page alike. */
const loadOnce = cache((id: string, author: string) =>
  shown(async () => {
    const db = await database()
    const loaded = await new PlanStore(db).load(id, author)
    return { loaded, log: loaded?.kind === 'plan' ? ((await new Logbook(db).read(id)) ?? []) : [] }
  }),
)

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const page = await loadOnce((await params).id, pageAuthor(await headers()))
  if (page.kind === 'trouble') return { title: 'The data file cannot be used' }
  const { loaded } = page.value
  return { title: loaded?.kind === 'plan' ? loaded.stored.plan.name : (loaded?.name ?? 'Nothing here') }
}

export default async function PlanLayout({ params, children }: Props) {
  const { id } = await params
  const page = await loadOnce(id, pageAuthor(await headers()))
  if (page.kind === 'trouble') return <DataTroublePage message={page.message} />
  const { loaded, log } = page.value
  if (!loaded) notFound()
  if (loaded.kind === 'unreadable') return <UnreadablePlanPage id={id} name={loaded.name} why={loaded.why} />
  const { plan, revision, lastEdit, undo, redo } = loaded.stored
  return (
    <PlanRoom key={id} start={{ id, plan, revision, lastEdit, undo, redo, log }}>
      <Shell>{children}</Shell>
    </PlanRoom>
  )
}
