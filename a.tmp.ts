import { readFileSync } from 'node:fs'
import { parsePlan } from '@/core/plan/schema/parsePlan'
import { review } from '@/core/findings'
import { withCauses } from '@/core/repair'
function patch(doc: any, ops: any[]) {
  const d = structuredClone(doc)
  const at = (path: string) => path.split('/').slice(1).map((s) => s.replace(/~1/g, '/').replace(/~0/g, '~'))
  const get = (p: string[]) => p.reduce((o, k) => o[k], d)
  for (const op of ops) { const p = at(op.path), key = p.pop()!, parent = get(p)
    if (op.op === 'add') { if (Array.isArray(parent)) key === '-' ? parent.push(op.value) : parent.splice(Number(key), 0, op.value); else parent[key] = op.value }
    else if (op.op === 'replace') parent[key] = op.value
    else if (op.op === 'remove') Array.isArray(parent) ? parent.splice(Number(key), 1) : delete parent[key] }
  return d }
for (const [f, i] of [['n1', 11], ['n1',16],['n2', 3], ['n2',22],['n3', 12], ['n3', 15], ['n3', 23], ['n3', 25], ['n3', 26]] as any) {
  const { right, edits } = JSON.parse(readFileSync(`../shared/builds/${f}.json`, 'utf8'))
  const read = (j: any) => (parsePlan(j) as any).plan
  const b = new Map(review(read(right)).map((x) => [x.id, x.severity]))
  const e = edits[i]; const p = read(patch(right, e.patch))
  console.log('\n##', f, i, e.why, JSON.stringify(e.patch).slice(0, 500))
  for (const x of withCauses(p, review(p))) if (x.severity !== 'note' && b.get(x.id) !== x.severity) console.log('-', x.severity, x.rule, x.what, '|| CAUSE', x.cause?.words, x.cause?.elsewhere, '|| ', x.why.slice(0, 260))
}
