import base from './vitest.config'
export default { ...base, test: { ...base.test, include: (process.env.T ?? '').split(',') } }
