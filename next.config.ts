import type { NextConfig } from 'next'
import { SECURITY_HEADERS } from './src/server/securityHeaders'

const everywhere = SECURITY_HEADERS.map(([key, value]) => ({ key, value }))
const fileOnly = { key: 'content-security-policy', value: "default-src 'self'; frame-ancestors 'none'" }

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'sqlite3'],
  poweredByHeader: false,
  reactStrictMode: true,
  // Saved data comes in as one body; each address has its own, smaller limit.
  experimental: { proxyClientMaxBodySize: '260mb' },
  devIndicators: false,
  // Types are checked by "npm test", once.
  typescript: { ignoreBuildErrors: true },
  // What the proxy does not see: files of the build. Pages and addresses under /api get theirs there.
  headers: async () => [
    { source: '/:path*', headers: everywhere },
    { source: '/_next/static/:path*', headers: [...everywhere, fileOnly] },
  ],
}

export default config
