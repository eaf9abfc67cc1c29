'use client'
import type { ReactNode } from 'react'
import { later } from './later'

export interface ModalProps {
  readonly title: string
  readonly open: boolean
  readonly onClose: () => void
  readonly children: ReactNode
  /** "most": as wide as the window lets it be. */
  readonly wide?: boolean | 'most'
}

const Frame = later(async () => ({ default: (await import('./DialogFrame')).DialogFrame }))

/** A dialog over the page; Escape and a click beside it close it. */
export function Modal(props: ModalProps) {
  return props.open ? <Frame {...props} /> : null
}
