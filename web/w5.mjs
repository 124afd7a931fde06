import {b,p,begin,get,count,table,rows} from "./walk.mjs";
// nine-patch half counted, then another fabric, look at left over on the quilt page; unpicked panel; thread card
const id = await begin("nine-patch","Looks");
const q = await get(id);
for (const s of q.plan.steps) { if (s.stage==="rows"||s.stage==="top") break; const pr=(await get(id,"/progress")).progress.steps.find(x=>x.id===s.id); if (pr.toGo>0) await count(id,s.id,Math.max(1,pr.toGo-4)); }
await p.keyboard.press("x"); await p.waitForTimeout(500);
await p.goto(`/q/${id}/bench/block`); await p.waitForTimeout(1200);
await p.keyboard.press("x"); await p.waitForTimeout(600); await p.screenshot({path:"/tmp/s5.png"});
await p.goto(`/q/${id}/quilt`); await p.waitForTimeout(800);
await p.getByRole("button",{name:"Add a fabric"}).click(); await p.waitForTimeout(600);
await p.screenshot({path:"/tmp/s6.png", fullPage:true});
await b.close();
