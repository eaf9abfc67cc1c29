import type { NextConfig } from 'next'
import { SECURITY_HEADERS } from './src/server/securityHeaders'

const everywhere = SECURITY_HEADERS.map(([key, value]) => ({ key, value }))
const policy = (value: string) => ({ key: 'content-security-policy', value: `${value}; frame-ancestors 'none'` })

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'sqlite3'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // Types are checked by "npm test", once.
  typescript: { ignoreBuildErrors: true },
  // Pages get a policy of their own, with a nonce, in the proxy.
  headers: async () => [
    { source: '/:path*', headers: everywhere },
    { source: '/_next/static/:path*', headers: [policy("default-src 'self'")] },
    { source: '/api/:path*', headers: [policy("default-src 'none'")] },
  ],
}

export default config
