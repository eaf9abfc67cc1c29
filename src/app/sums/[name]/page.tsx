import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { calculatorNamed, type CalculatorName } from '@/core/calculators'
import { QuickSums } from '@/ui/sums'

export const metadata: Metadata = { title: 'Quick sums' }

export default async function SumPage({ params }: { readonly params: Promise<{ readonly name: string }> }) {
  const { name } = await params
  if (!calculatorNamed(name)) notFound()
  return <QuickSums name={name as CalculatorName} />
}
