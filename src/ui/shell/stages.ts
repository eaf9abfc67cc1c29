import type { Finding } from '@/core/findings'

export const STAGES = [
  { key: 'brief', name: 'Brief' },
  { key: 'feed', name: 'Feed' },
  { key: 'guard', name: 'Guard' },
  { key: 'layout', name: 'Lay out' },
  { key: 'connect', name: 'Connect' },
  { key: 'route', name: 'Route' },
  { key: 'terminate', name: 'Terminate' },
  { key: 'build', name: 'Build' },
  { key: 'prove', name: 'Prove' },
  { key: 'papers', name: 'Papers' },
] as const satisfies readonly { readonly key: Finding['stage'] | 'prove' | 'papers'; readonly name: string }[]

export type StageKey = (typeof STAGES)[number]['key']

export function isStage(key: string): key is StageKey {
  return STAGES.some((stage) => stage.key === key)
}
