import { chromium } from "@playwright/test";
const [,, url, out, w = "1280", h = "800", mode = "light", full = ""] = process.argv;
const b = await chromium.launch({ executablePath: process.env.CHROMIUM || "/usr/bin/chromium", args: ["--no-sandbox"] });
const p = await b.newPage({ viewport: { width: +w, height: +h }, colorScheme: mode });
p.on("console", (m) => m.type() === "error" && console.log("console:", m.text()));
await p.goto(url); await p.waitForLoadState("networkidle"); await p.waitForTimeout(400);
await p.screenshot({ path: out, fullPage: full === "full" });
await b.close();
