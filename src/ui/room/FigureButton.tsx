'use client'
import { memo, type ReactNode } from 'react'
import { formatNumber } from '@/core/quantity'
import type { Figure } from '@/core/trace'
import { useDesk } from './PlanRoom'

/** A figure that says how it was worked out when it is asked. */
export const FigureButton = memo(function FigureButton({
  figure,
  title,
  subject,
  children,
  className = '',
  significant,
}: {
  readonly figure: Figure
  readonly title: string
  readonly subject: string
  readonly children?: ReactNode
  readonly className?: string
  readonly significant?: number
}) {
  const { openFigure } = useDesk()
  const value = figure.value === null ? 'not derived' : formatNumber(figure.value, significant)
  return (
    <button
      type="button"
      title="How was this worked out?"
      onClick={() => openFigure({ title, subject, figure })}
      className={`figures rounded-sm underline decoration-hair decoration-dotted underline-offset-4 hover:decoration-accent ${className}`}
    >
      {children ?? (
        <>
          {value}
          {figure.value === null ? '' : `\u00a0${figure.unit}`}
        </>
      )}
    </button>
  )
})
