'use client'
import { useDrag } from '@use-gesture/react'
import { useRef, useState, type RefObject } from 'react'

export type Point = readonly [x: number, y: number]

export interface Stroke {
  readonly from: Point
  readonly to: Point
}

/**
 * A stroke drawn over a picture by mouse, pen or finger, in the picture's own units; a press without a move is a stroke to
 * where it began. Bound to the picture itself, or to the things in it from which a stroke can begin, with their key.
 */
export function useStroke(isOn: boolean, onDrawn: (stroke: Stroke, begunAt: string | undefined) => void) {
  const svg = useRef<SVGSVGElement>(null)
  const [stroke, setStroke] = useState<Stroke | null>(null)
  const [begunAt, setBegun] = useState<string | undefined>(undefined)
  const bind = useDrag(
    ({ args: [key], first, last, canceled, xy, memo }) => {
      const to = pointIn(svg, xy)
      const from = first ? to : (memo as Point)
      if (canceled || last) setStroke(null)
      else {
        setStroke({ from, to })
        setBegun(key as string | undefined)
      }
      if (last && !canceled) onDrawn({ from, to }, key as string | undefined)
      return from
    },
    { enabled: isOn, pointer: { keys: false } },
  )
  return { svg, bind, stroke, begunAt: stroke ? begunAt : undefined }
}

function pointIn(svg: RefObject<SVGSVGElement | null>, [x, y]: readonly number[]): Point {
  const at = new DOMPoint(x, y).matrixTransform(svg.current!.getScreenCTM()!.inverse())
  return [at.x, at.y]
}
