import { database } from '@/server/database'
import { PlanStore } from '@/server/planStore'
import { Shelf } from '@/ui/shelf'

export default async function ShelfPage() {
  return <Shelf plans={await new PlanStore(await database()).list()} />
}
