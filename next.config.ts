import type { NextConfig } from 'next'

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'sqlite3', 'umzug'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // Types are checked by "npm test", once.
  typescript: { ignoreBuildErrors: true },
}

export default config
