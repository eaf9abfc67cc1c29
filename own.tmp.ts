import { BUILDS as B } from './tests/builds'

const L = B
import { review } from '@/core/findings'
import { withCauses } from '@/core/repair'
const only = process.argv[2]
let sum = 0, n = 0
for (const { name, plan, mistakes, harmless } of L) {
  if (only && !name.includes(only)) continue
  const base = review(plan)
  console.log(`\n######## ${name}`)
  for (const f of base) if (f.severity !== 'note') console.log(`RIGHT ${f.severity} | ${f.rule} | ${f.what}`)
  const known = new Map(base.map((f) => [f.id, f.severity]))
  const fresh = (p: any, causes: boolean) => (causes ? withCauses(p, review(p)) : review(p)).filter((f: any) => f.severity !== 'note' && known.get(f.id) !== f.severity)
  for (const m of harmless) { const f = fresh(m.edit(plan), false); if (f.length) console.log('HARMLESS', m.is, f.map((x: any) => `${x.severity} ${x.rule}: ${x.what}`)) }
  for (const m of mistakes) {
    const found = fresh(m.edit(plan), true)
    n++; sum += found.length
    const ok = found.some((f: any) => f.severity === m.wants && m.says.test(`${f.title}\n${f.what}\n${f.why}`))
    console.log(`\n## ${ok ? '' : 'MISS '}${m.is} (${m.wants}) ${found.length > 1 ? '×' + found.length : ''}`)
    for (const f of found) console.log(`- ${f.severity} | ${f.rule} | ${f.title}: ${f.what}${f.cause ? ` || CAUSE: ${f.cause.words}${f.cause.elsewhere.length ? ' / or ' + f.cause.elsewhere.join(' / ') : ''}` : ''}${f.harm ? ` || HARM ${f.harm.words}` : ''} || ${f.why}${f.fixes.length ? ' || FIX ' + f.fixes.map((x: any) => x.label).join(' / ') : ''}`)
  }
}
console.log('mean', (sum / n).toFixed(2))
