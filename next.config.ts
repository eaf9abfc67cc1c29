import type { NextConfig } from 'next'

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'sqlite3', 'umzug'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
}

export default config
