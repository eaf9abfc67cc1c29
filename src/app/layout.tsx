import type { Metadata, Viewport } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { EARLY_SCRIPT, EarlyActs } from '@/ui/early'
import { KeepAtHand } from '@/ui/phone'
import './globals.css'

export const metadata: Metadata = {
  title: { default: 'Glad Rafter', template: '%s · Glad Rafter' },
  description: 'Plan, wire and prove a mains-fed control enclosure',
}
export const viewport: Viewport = { width: 'device-width', initialScale: 1 }

export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  // Reading the request keeps pages dynamic: each gets the nonce of its own content security policy.
  const nonce = (await headers()).get('x-nonce') ?? undefined
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: EARLY_SCRIPT }} />
        {children}
        <EarlyActs />
        <KeepAtHand />
      </body>
    </html>
  )
}
