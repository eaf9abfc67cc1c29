import { DEMOS } from '@demo/scenarios'
import { routesOf, reckon } from '@/core/figures'
import { evaluate } from '@/core/evaluate'
for (const [name, make] of Object.entries(DEMOS as any)) {
  const plan = (make as any)()
  const routes = routesOf(plan)
  const by: Record<string, number> = {}
  for (const l of routes.leads) { const k = l.laid.kind+(l.isUnmeasured?' unmeasured':'')+(l.laid.despite!=='nothing'?' '+l.laid.despite:''); by[k]=(by[k]??0)+1 }
  console.log('==',name, by)
  for (const [id,f] of routes.fills) console.log('  ', plan.raceways[id].name, plan.raceways[id].kind, plan.raceways[id].thread ?? '', f.leads.length, f.fill_percent?.toFixed(0))
  const ev = evaluate(plan)
  for (const f of ev.findings) console.log('   ', f.severity, f.rule, f.what.slice(0,200))
  const froms: Record<string, number> = {}; for (const w of Object.values(ev.reckoning.wires) as any[]) froms[w.lengthFrom]=(froms[w.lengthFrom]??0)+1
  console.log(froms)
  console.log(Object.values(ev.reckoning.wires).slice(10,60).map((w:any)=>`${w.id.slice(5)} ${w.size} ${w.length_mm}`).join(', '))
}
