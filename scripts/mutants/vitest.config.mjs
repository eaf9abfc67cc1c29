/** The tests as they are, with the one place altered that the file named by MUTANT tells. */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'

const root = join(import.meta.dirname, '../..')
const { file, start, end, by } = JSON.parse(readFileSync(process.env.MUTANT, 'utf8'))
const altered = join(root, file)

export default {
  root,
  resolve: { alias: { '@demo': join(root, 'demo'), '@': join(root, 'src') } },
  plugins: [
    {
      name: 'one-mistake',
      enforce: 'pre',
      load(id) {
        if (id.split('?')[0] !== altered) return null
        const text = readFileSync(altered, 'utf8')
        return `${text.slice(0, start)}${by}${text.slice(end)}`
      },
    },
  ],
  test: {
    include: ['src/**/*.test.ts', 'tests/unit/**/*.test.ts'],
    setupFiles: ['tests/seed.ts'],
    testTimeout: 120_000,
    pool: 'threads',
    maxWorkers: 1,
  },
}
