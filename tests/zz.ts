import { planCuts } from '@/core/cutting'
import { drawer } from '@/core/packing/circles'
for (const [n,seed] of [[120,1],[120,2],[120,3],[120,4],[120,5],[120,6],[249,1],[249,2],[501,1]] as const) {
  const d=drawer(seed*100+n); const ints=(a:number,b:number)=>a+Math.floor(d()*(b-a+1)); const ps:number[]=[]
  for(let k=0;k<n/3;k++){const a=ints(380,490);const b=ints(250,Math.floor((1000-a)/2));ps.push(a,b,1000-a-b)}
  const t=performance.now(); const r=planCuts({stock:[{id:'s',length_mm:1000}],pieces:ps.map((l,i)=>({id:`p${i}`,length_mm:l,count:1})),kerf_mm:0}).result
  console.log('t',n,r.stockUsed,r.lowerBound,(performance.now()-t).toFixed(0)+'ms')
}
for (const n of [120,250,500]) for (const seed of [1,2,3]) { const d=drawer(seed*100+n); const ps=Array.from({length:n},()=>20+Math.floor(d()*81))
  const t=performance.now(); const r=planCuts({stock:[{id:'s',length_mm:150}],pieces:ps.map((l,i)=>({id:`p${i}`,length_mm:l,count:1})),kerf_mm:0}).result
  console.log('u',n,r.stockUsed,r.lowerBound,(performance.now()-t).toFixed(0)+'ms') }
for (const seed of [1,2,3]) { const d=drawer(seed+50); const ps=Array.from({length:500},()=>80+Math.floor(d()*900))
  const t=performance.now(); const r=planCuts({stock:[{id:'a',length_mm:10000},{id:'b',length_mm:5000,count:4},{id:'c',length_mm:1200,count:9}],pieces:ps.map((l,i)=>({id:`p${i}`,length_mm:l,count:1})),kerf_mm:1,keepOffcut_mm:200}).result
  console.log('mix',r.stockUsed,r.lowerBound,r.waste_mm,(performance.now()-t).toFixed(0)+'ms') }
