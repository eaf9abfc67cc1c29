import { redirect } from 'next/navigation'

export default async function PlanPage({ params }: { readonly params: Promise<{ readonly id: string }> }) {
  redirect(`/plans/${(await params).id}/brief`)
}
