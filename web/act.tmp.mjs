import { chromium } from "@playwright/test";
const [,, url, out, code, w = "1280", h = "800", mode = "light", full = ""] = process.argv;
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const p = await b.newPage({ viewport: { width: +w, height: +h }, colorScheme: mode });
p.on("console", (m) => ["error"].includes(m.type()) && console.log("console:", m.text()));
p.on("pageerror", (e) => console.log("page error:", e.message));
await p.goto(url); await p.waitForLoadState("networkidle");
try { await (new Function("p", `return (async () => {${code}})()`))(p); } catch (e) { console.log(String(e).slice(0, 400)); }
await p.waitForLoadState("networkidle"); await p.waitForTimeout(500);
await p.screenshot({ path: out, fullPage: full === "full" });
await b.close();
