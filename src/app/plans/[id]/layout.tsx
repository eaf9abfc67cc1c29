import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import type { ReactNode } from 'react'
import { database } from '@/server/database'
import { Logbook } from '@/server/logbook'
import { PlanStore } from '@/server/planStore'
import { PlanRoom } from '@/ui/room'
import { Shell } from '@/ui/shell'

interface Props {
  readonly params: Promise<{ readonly id: string }>
  readonly children: ReactNode
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const stored = await new PlanStore(await database()).load((await params).id)
  return { title: stored?.plan.name ?? 'Nothing here' }
}

export default async function PlanLayout({ params, children }: Props) {
  const { id } = await params
  const db = await database()
  const stored = await new PlanStore(db).load(id)
  if (!stored) notFound()
  const log = await new Logbook(db).read(id)
  return (
    <PlanRoom key={id} start={{ ...stored, log }}>
      <Shell>{children}</Shell>
    </PlanRoom>
  )
}
