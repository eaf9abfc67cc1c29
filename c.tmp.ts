import { readFileSync } from 'node:fs'
import { parsePlan } from '@/core/plan/schema/parsePlan'
import { review } from '@/core/findings'
import { nearBy } from './src/core/repair/near'
import { candidatesNear } from './src/core/repair/candidates'
import { changed, foundIn, mendedBy, stays } from './src/core/repair/trial'
function patch(doc: any, ops: any[]) {
  const d = structuredClone(doc)
  const at = (path: string) => path.split('/').slice(1).map((s) => s.replace(/~1/g, '/').replace(/~0/g, '~'))
  const get = (p: string[]) => p.reduce((o, k) => o[k], d)
  for (const op of ops) { const p = at(op.path), key = p.pop()!, parent = get(p)
    if (op.op === 'add') { if (Array.isArray(parent)) key === '-' ? parent.push(op.value) : parent.splice(Number(key), 0, op.value); else parent[key] = op.value }
    else if (op.op === 'replace') parent[key] = op.value
    else if (op.op === 'remove') Array.isArray(parent) ? parent.splice(Number(key), 1) : delete parent[key] }
  return d }
const go = (f: string, i: number, rule: string, re: RegExp) => {
  const { right, edits } = JSON.parse(readFileSync(`../shared/builds/${f}.json`, 'utf8'))
  const p = (parsePlan(patch(right, edits[i].patch)) as any).plan
  const all = review(p).filter((x) => x.severity !== 'note')
  console.log('##', f, i)
  for (const x of all) { if (x.rule !== rule) continue; const near = nearBy(p, all)(x); const cs = candidatesNear(near); console.log(cs.length, 'candidates'); cs.forEach((c, n) => { if (!re.test(c.words ?? '')) return; const a = changed(p, c); console.log(n, c.words, c.rank, a && stays(a, x), a && mendedBy({ plan: p, found: foundIn(p) }, a)); if (a) { const was = foundIn(p); for (const [id, s] of foundIn(a)) if (!was.has(id)) console.log('   new', s, id) } }) }
}
go('n3', 12, 'positives-joined', /G2/)
go('n2', 3, 'fuse-does-not-protect-wire', /W31|W35/)
go('n1', 16, 'single-insulated', /jacket/)
go('n3', 23, 'voltage-beyond-range', /W12/)
{ const { right, edits } = JSON.parse(readFileSync(`../shared/builds/n2.json`, 'utf8'))
  const p = (parsePlan(patch(right, edits[3].patch)) as any).plan
  for (const d of ['device:k1','device:s2','device:xl']) { console.log(d, JSON.stringify(Object.entries(p.parts[p.devices[d].part].terminals).map(([k,t]: any) => [k,t.function,t.block,t.direction,t.conductors.count]))); for (const w of Object.values(p.wires) as any[]) for (const s of ['from','to']) if (w[s].device === d) console.log('  ', w.label, w[s].terminal) } }
