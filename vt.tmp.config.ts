import base from './vitest.config'
import { mergeConfig } from 'vitest/config'
export default { ...base, test: { ...(base as any).test, include: (process.env.T ?? '').split(','), testTimeout: 600000 } }
