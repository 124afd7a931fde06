import {b,p,begin,get,count,table,rows} from "./walk.mjs";
const id = await begin("gentle-wave","Wave more");
const q = await get(id);
let done = new Set();
for (const s of q.plan.steps) {
  if (s.stage==="rows"||s.stage==="top") continue;
  const pr=(await get(id,"/progress")).progress.steps.find(x=>x.id===s.id);
  if (pr.toGo>0) await count(id, s.id, pr.toGo);
}
await table(id);
await rows(id, 5);
console.log("--- five rows");
await table(id);
await p.goto(`/q/${id}/thread`); await p.waitForTimeout(1500); await p.screenshot({path:"/tmp/s2.png"});
await p.goto(`/q/${id}/cut`); await p.waitForTimeout(1500); await p.screenshot({path:"/tmp/s3.png", fullPage:true});
await rows(id, 4);
console.log("--- back");
await table(id);
await b.close();
