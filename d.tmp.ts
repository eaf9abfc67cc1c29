import { readFileSync } from 'node:fs'
import { parsePlan } from '@/core/plan/schema/parsePlan'
import { review } from '@/core/findings'
import { withCauses } from '@/core/repair'
import { patch } from './patch.tmp'
for (const [f, i] of process.argv.slice(2).map((x) => x.split('-')) as any) {
  const { right, edits } = JSON.parse(readFileSync(`../shared/builds/${f}.json`, 'utf8'))
  const read = (j: any) => (parsePlan(j) as any).plan
  const b = new Map(review(read(right)).map((x) => [x.id, x.severity]))
  const e = edits[i]; const p = read(patch(right, e.patch))
  console.log('\n##', f, i, e.why, JSON.stringify(e.patch).slice(0, 700))
  for (const x of withCauses(p, review(p))) if (x.severity !== 'note' && b.get(x.id) !== x.severity) console.log('-', x.severity, x.rule, x.what, '|| CAUSE', x.cause?.words, x.cause?.elsewhere, '|| ', x.why.slice(0, 360))
}
