import { chromium } from "playwright";
export const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args:["--no-sandbox"] });
export const p = await (await b.newContext({ baseURL: "http://127.0.0.1:8398", viewport:{width:1280,height:900} })).newPage();
export async function begin(block, name) {
  await p.goto(`/library/${block}`);
  await p.getByLabel("Name of the quilt").fill(name);
  await p.getByRole("button", { name: "Put it on the shelf" }).click();
  await p.waitForURL(/\/q\/.*\/quilt/);
  await p.getByText(/^Finishes/).waitFor();
  return new URL(p.url()).pathname.split("/")[2];
}
export const get = (id, what="") => p.evaluate(async (u)=>await (await fetch(u)).json(), `/api/quilts/${id}${what}`);
export async function count(id, step, n) {
  await p.goto(`/q/${id}/bench/${encodeURIComponent(step)}`);
  await p.getByTestId("good").waitFor();
  await p.waitForTimeout(300);
  await p.keyboard.type(String(n));
  await p.keyboard.press("Enter");
  await p.waitForTimeout(700);
}
export async function table(id, all) {
  const q = await get(id), pr = (await get(id, "/progress")).progress;
  for (const s of pr.steps) {
    const st = q.plan.steps.find((x)=>x.id===s.id);
    if (all || s.made||s.presumed||s.used||s.toGo) console.log(`${st.name}`.padEnd(40), "make",s.make,"made",s.made,"pres",s.presumed,"aside",s.aside,"used",s.used,"hand",s.onHand,"togo",s.toGo, "prs", s.pressed, s.pressAgain);
  }
  console.log("doubts", pr.doubts.map(d=>d.says), "noLonger", pr.noLonger.map(n=>`${n.says} left ${n.left}`), "next", pr.next);
  return q;
}
export async function rows(id, n) {
  await p.goto(`/q/${id}/quilt`);
  await p.getByLabel("Blocks down").fill(String(n));
  await p.keyboard.press("Tab");
  await p.waitForTimeout(800);
  await p.getByRole("button", { name: /Keep this plan/ }).click();
  await p.getByText("Changed, not kept yet").waitFor({state:"hidden"});
}
