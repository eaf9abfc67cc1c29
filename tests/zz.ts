import { DEMOS } from '@demo/scenarios'
import { evaluate } from '@/core/evaluate'
for (const [k, f] of Object.entries(DEMOS)) {
  const p = evaluate(f!()).procedure
  console.log(k, p.length, p.flatMap((s) => s.acts).length, p.reduce((a, s) => a + s.minutes, 0))
  if (k === process.argv[2]) for (const s of p) console.log('  ', s.phase, '|', s.title, '|', s.acts.length, s.minutes, s.hands, s.tools.join(','), '|', s.takes.join('; ').slice(0, 200))
}
