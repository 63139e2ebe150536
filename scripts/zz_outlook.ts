import { assessJob, outlookOf } from "#core/judge";
import { restOf } from "#core/schedule";
import { demoRecords } from "./bench/demoRecords.ts";
const recs = (await demoRecords()) as any;
const list = Array.isArray(recs) ? recs : [...recs.values()];
console.log(list.length, Object.keys(list[0]));
const times:number[]=[];
for (const r of list) { const rec = r.record ?? r; const v = assessJob(rec); const t=performance.now(); const o = outlookOf(rec, v.next); const d=performance.now()-t; times.push(d); if(o) console.log(d.toFixed(0), JSON.stringify(o.readings), JSON.stringify(restOf(rec,v,false).readings), v.action?.probability.toFixed(2)); }
times.sort((a,b)=>a-b); console.log(times.at(-1), times[Math.floor(times.length*0.95)], times[Math.floor(times.length/2)]);
