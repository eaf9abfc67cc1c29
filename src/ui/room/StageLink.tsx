'use client'
import type { AnchorHTMLAttributes, MouseEvent } from 'react'
import { useRoom } from './PlanRoom'

/** Stages change in the browser alone: the plan is here, and the server may be out of reach. */
export function goToStage(planId: string, stage: string): void {
  window.history.pushState(null, '', `/plans/${planId}/${stage}`)
}

/** A link to a stage of the open plan. */
export function StageLink({ stage, ...rest }: { readonly stage: string } & AnchorHTMLAttributes<HTMLAnchorElement>) {
  const { id } = useRoom()
  const follow = (event: MouseEvent) => {
    if (
      event.defaultPrevented ||
      event.button !== 0 ||
      event.metaKey ||
      event.ctrlKey ||
      event.shiftKey ||
      event.altKey
    )
      return
    event.preventDefault()
    goToStage(id, stage)
  }
  return <a href={`/plans/${id}/${stage}`} onClick={follow} {...rest} />
}
