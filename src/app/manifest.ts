import type { MetadataRoute } from 'next'

/** What a phone needs to keep it on its first page. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Glad Rafter',
    short_name: 'Glad Rafter',
    description: 'Plan, wire and prove a mains-fed control enclosure',
    start_url: '/',
    display: 'standalone',
    background_color: '#1f2b33',
    theme_color: '#1f2b33',
    icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
  }
}
