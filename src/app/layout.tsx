import type { Metadata, Viewport } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { KeepAtHand } from '@/ui/phone'
import './globals.css'

export const metadata: Metadata = {
  title: { default: 'Glad Rafter', template: '%s · Glad Rafter' },
  description: 'Plan, wire and prove a mains-fed control enclosure',
}
export const viewport: Viewport = { width: 'device-width', initialScale: 1 }

export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  // Reading the request keeps pages dynamic: each gets the nonce of its own content security policy.
  await headers()
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        {children}
        <KeepAtHand />
      </body>
    </html>
  )
}
