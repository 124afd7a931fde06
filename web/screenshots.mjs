// Takes one picture of each main view from the demo data: node screenshots.mjs [--out DIR] [--only NAME] [--dark]
// It starts a server of its own on made-up quilts and stops it at the end.
import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { chromium } from "@playwright/test";

const { values: args } = parseArgs({
  options: {
    out: { type: "string", default: "../docs/screenshots" },
    only: { type: "string", default: "" },
    dark: { type: "boolean", default: false },
  },
});
const port = 8341;
const base = `http://127.0.0.1:${port}`;
const quilt = "/q/demo-boat-shed";
const loft = "/q/demo-hay-loft";
const measureSets = async (page) => {
  for (const [i, reads] of ["10 3/8", "10 3/8", "10 3/8"].entries()) {
    await page.getByLabel("It measured", { exact: true }).first().fill(reads);
    await page.getByRole("button", { name: "Keep it" }).first().click();
    await page.getByRole("button", { name: /^Take back/ }).nth(i).waitFor();
  }
  await page.getByRole("listitem", { name: /^Go on with/ }).waitFor();
};
const views = [
  { name: "shelf", at: "/" },
  { name: "new", at: "/new" },
  { name: "library", at: "/library/eight-pointed-star" },
  { name: "quilt", at: `${quilt}/quilt` },
  { name: "thread", at: `${quilt}/thread` },
  { name: "cut", at: `${loft}/cut` },
  { name: "mat", at: `${loft}/cut/mat` },
  { name: "cloth", at: "/cloth" },
  { name: "sew", at: `${quilt}/sew` },
  { name: "press", at: `${quilt}/press` },
  { name: "trim", at: `${quilt}/trim/set-I`, act: measureSets, height: 1180 },
  { name: "bench", at: `${quilt}/bench/block` },
  { name: "iron", at: `${quilt}/iron/half` },
  { name: "print", at: `${quilt}/print` },
  { name: "prints", at: "/q/demo-button-tin/prints" },
  { name: "tally", at: `${quilt}/tally` },
  { name: "again", at: "/q/demo-rope-walk/again" },
  { name: "wave", at: "/q/demo-harbour-swell/wave" },
  { name: "bench-phone", at: `${quilt}/bench/block`, width: 390, height: 780 },
];

const dir = mkdtempSync(join(tmpdir(), "vicis-shots-"));
const server = spawn("../bin/vicis", ["demo", "--listen", `127.0.0.1:${port}`, "--data", join(dir, "demo.db")], { stdio: "inherit" });
try {
  for (let i = 0; ; i++) {
    try {
      if ((await fetch(`${base}/api/health`)).ok) break;
    } catch {
      if (i > 100) throw new Error("the server does not answer");
    }
    await new Promise((r) => setTimeout(r, 100));
  }
  const browser = await chromium.launch({ executablePath: "/usr/bin/chromium" });
  for (const v of views) {
    if (args.only && !args.only.split(",").includes(v.name)) continue;
    const page = await browser.newPage({
      viewport: { width: v.width ?? 1280, height: v.height ?? 800 },
      colorScheme: args.dark ? "dark" : "light",
      reducedMotion: "reduce",
    });
    page.on("console", (m) => ["error", "warning"].includes(m.type()) && console.log(v.name, m.type(), m.text()));
    page.on("pageerror", (e) => console.log(v.name, "error", e.message));
    await page.goto(base + v.at);
    await page.waitForLoadState("networkidle");
    await page.waitForFunction(() => !document.querySelector("[data-loading]"));
    await page.evaluate(() => document.fonts.ready);
    if (v.act) await v.act(page);
    await page.screenshot({ path: join(args.out, `${v.name}.png`) });
    await page.close();
  }
  await browser.close();
} finally {
  server.kill();
  rmSync(dir, { recursive: true, force: true });
}
