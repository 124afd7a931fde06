import { chromium } from "playwright";
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args:["--no-sandbox"] });
const p = await (await b.newContext({ baseURL: "http://127.0.0.1:8398", viewport:{width:1280,height:900} })).newPage();
// wave
await p.goto("/library/gentle-wave");
await p.getByLabel("Name of the quilt").fill("Wave");
await p.getByRole("button", { name: "Put it on the shelf" }).click();
await p.waitForURL(/\/q\/.*\/quilt/);
await p.waitForTimeout(1500);
await p.screenshot({path:"/tmp/s1.png", fullPage:true});
const id = new URL(p.url()).pathname.split("/")[2];
console.log(id);
const q = await p.evaluate(async (id)=>await (await fetch(`/api/quilts/${id}`)).json(), id);
for (const s of q.plan.steps) console.log(s.id,"|",s.name,"|",s.make,"|",s.stage);
await b.close();
