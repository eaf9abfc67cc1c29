import { database } from '@/server/database'
import { shown } from '@/server/page'
import { PlanStore } from '@/server/planStore'
import { Shelf } from '@/ui/shelf'
import { DataTroublePage } from '@/ui/trouble'

export default async function ShelfPage() {
  const page = await shown(async () => new PlanStore(await database()).list())
  return page.kind === 'trouble' ? <DataTroublePage message={page.message} /> : <Shelf plans={page.value} />
}
