import { redirect } from 'next/navigation'

export default function SumsPage() {
  redirect('/sums/wire')
}
