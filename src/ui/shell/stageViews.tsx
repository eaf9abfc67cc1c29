import type { ComponentType } from 'react'
import { later } from '@/ui/primitives'
import { STAGES, type StageKey } from './stages'

const A_MOMENT = <p className="text-mute">A moment …</p>

/** Each stage's code comes when it is wanted; all of it soon after the first, while the server is there to ask. */
const LOADERS: Readonly<Record<StageKey, () => Promise<{ readonly default: ComponentType }>>> = {
  brief: async () => ({ default: (await import('@/ui/brief')).BriefStage }),
  feed: async () => ({ default: (await import('@/ui/feed')).FeedStage }),
  guard: async () => ({ default: (await import('@/ui/guard')).GuardStage }),
  layout: async () => ({ default: (await import('@/ui/layout')).LayoutStage }),
  connect: async () => ({ default: (await import('@/ui/connect')).ConnectStage }),
  route: async () => ({ default: (await import('@/ui/route')).RouteStage }),
  terminate: async () => ({ default: (await import('@/ui/terminate')).TerminateStage }),
  build: async () => ({ default: (await import('@/ui/build')).BuildStage }),
  prove: async () => ({ default: (await import('@/ui/prove')).ProveStage }),
  papers: async () => ({ default: (await import('@/ui/papers')).PapersStage }),
}

export const STAGE_VIEWS = Object.fromEntries(
  STAGES.map(({ key }) => [key, later(LOADERS[key], A_MOMENT)]),
) as unknown as Readonly<Record<StageKey, ComponentType>>
