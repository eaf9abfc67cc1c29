import { useRoom } from '@/ui/room'
import { tryEdit } from '@/workers'
import { fixDeskOf, type FixDesk } from './fixDesk'

/** Where the fixes of this plan are tried; it outlives the drawer. */
export function useFixDesk(): FixDesk {
  const { client, edit } = useRoom()
  return fixDeskOf(client, {
    plan: () => client.snapshot().plan,
    tryEdit: (plan, commands) => tryEdit(plan, commands, new AbortController().signal),
    edit,
  })
}
