/** `npm run dev`: the development server, with the demo plans in an empty data file. */
import { ensureInstalled, run } from './install.mjs'

ensureInstalled()
process.exit(
  run('npx', ['next', 'dev', '-H', process.env.HOST ?? '127.0.0.1', '-p', process.env.PORT ?? '4180'], {
    stdio: 'inherit',
    env: { ...process.env, GLAD_RAFTER_DEMO: process.env.GLAD_RAFTER_DEMO ?? '1', NEXT_TELEMETRY_DISABLED: '1' },
  }),
)
