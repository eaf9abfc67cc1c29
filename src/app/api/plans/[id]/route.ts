import { database } from '@/server/database'
import { answer, notFound } from '@/server/http'
import { PlanStore } from '@/server/planStore'

type Context = { readonly params: Promise<{ readonly id: string }> }

export async function GET(_request: Request, { params }: Context): Promise<Response> {
  const stored = await new PlanStore(await database()).load((await params).id)
  return stored ? answer(stored) : notFound()
}

export async function DELETE(_request: Request, { params }: Context): Promise<Response> {
  return (await new PlanStore(await database()).remove((await params).id)) ? answer({ deleted: true }) : notFound()
}
