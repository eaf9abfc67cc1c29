'use client'
import { createContext, useContext } from 'react'
import type { Plan } from '@/core/plan'
import { useRoom } from '@/ui/room'

/** The plan on the bench where it is not the open one: that of a lesson. */
export const BenchPlan = createContext<Plan | null>(null)

export function useBenchPlan(): Plan {
  const { plan } = useRoom()
  return useContext(BenchPlan) ?? plan
}
