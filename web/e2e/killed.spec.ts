// The server is killed while someone counts: what was counted stays in the browser and reaches the new server once.
import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";

const base = "http://127.0.0.1:8343";
let data = "";
let server: ChildProcess;

test.beforeEach(() => {
  data = join(mkdtempSync(join(tmpdir(), "vicis-killed-")), "demo.db");
});

async function start() {
  server = spawn("../bin/vicis", ["demo", "--listen", "127.0.0.1:8343", "--data", data]);
  await expect
    .poll(() =>
      fetch(`${base}/api/health`).then(
        (r) => r.status,
        () => 0,
      ),
    )
    .toBe(200);
}

const kill = () =>
  new Promise<void>((done) => {
    if (server.exitCode !== null || server.signalCode !== null) return done();
    server.once("exit", () => done());
    server.kill("SIGKILL");
  });

test.afterEach(() => kill());

test("a killed server changes nothing of what was counted", async ({ page }) => {
  await start();
  await page.goto(`${base}/q/demo-boat-shed/bench/block`);
  const good = page.getByTestId("good");
  await expect(good).toHaveText("7");
  await page.keyboard.press("Space");
  await expect(good).toHaveText("8");
  await kill();
  for (let i = 0; i < 3; i++) await page.keyboard.press("Space");
  await expect(good).toHaveText("11");
  await expect(page.getByText("The server does not answer", { exact: false })).toBeVisible();
  await page.keyboard.press("z");
  await expect(good).toHaveText("10");
  await start();
  await expect(page.getByText("The server does not answer", { exact: false })).toHaveCount(0);
  await expect(good).toHaveText("10");
  await page.reload();
  await expect(good).toHaveText("10");
  const stored = await (await fetch(`${base}/api/quilts/demo-boat-shed/progress`)).json();
  expect(stored.progress.steps.find((s: { id: string }) => s.id === "block").good).toBe(10);
});

test("a browser that keeps nothing still counts, and says so when it cannot", async ({ page }) => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException("no room", "QuotaExceededError");
    };
  });
  await start();
  await page.goto(`${base}/q/demo-boat-shed/bench/block`);
  const good = page.getByTestId("good");
  await expect(good).toHaveText("7");
  await page.keyboard.press("Space");
  await expect(good).toHaveText("8");
  // Stored, while the plan is still being worked out: that is not lost, and counts once.
  let answers = 0;
  await page.route(
    "**/events",
    async (route) => {
      await route.fetch();
      answers++;
      await route.fulfill({
        status: 503,
        contentType: "application/problem+json",
        json: { title: "Service Unavailable", status: 503, detail: "Stored.", code: "counted-soon" },
      });
    },
    { times: 1 },
  );
  await page.keyboard.press("Space");
  await expect(good).toHaveText("9");
  await expect.poll(() => answers).toBe(1); // the count is shown before it is answered
  await expect(page.getByText("This was not counted", { exact: false })).toHaveCount(0);
  await page.keyboard.press("z");
  await expect(good).toHaveText("8");
  // A count that was stored clears what an earlier one says, also where that is told later; and none that comes after it.
  for (const [first, then, says] of [
    ["abort", "continue", 0],
    ["continue", "abort", 1],
  ] as const) {
    let sent = 0;
    await page.route("**/events", async (route) => {
      sent += 1;
      const does = sent === 1 ? first : then;
      if (sent === 1) await new Promise((later) => setTimeout(later, 1500));
      await (does === "abort" ? route.abort() : route.continue());
    });
    const answered = page.waitForEvent("requestfailed", (r) => r.url().endsWith("/events"));
    await page.keyboard.press("Space");
    await page.keyboard.press("Space");
    await answered;
    await page.waitForTimeout(2000); // both have been answered
    await page.unroute("**/events");
    await expect(page.getByText("This was not counted", { exact: false })).toHaveCount(says);
    await page.keyboard.press("z");
    await expect(good).toHaveText("8");
  }
  await kill();
  await page.keyboard.press("Space");
  await expect(page.getByText("This was not counted", { exact: false })).toBeVisible();
  await expect(good).toHaveText("8");
  await start();
  await page.keyboard.press("Space");
  await expect(good).toHaveText("9");
  await expect(page.getByText("This was not counted", { exact: false })).toHaveCount(0);
});

test("a file that another program holds is told so; what was counted waits and is stored once", async ({ page }) => {
  await start();
  await page.goto(`${base}/q/demo-boat-shed/bench/block`);
  const good = page.getByTestId("good");
  await expect(good).toHaveText("7");
  const holds =
    "import sqlite3,sys;c=sqlite3.connect(sys.argv[1],isolation_level=None);c.execute('BEGIN IMMEDIATE');print(1,flush=True);sys.stdin.read()";
  const other = spawn("python3", ["-c", holds, data]);
  await new Promise((held) => other.stdout.once("data", held));
  for (let i = 0; i < 2; i++) await page.keyboard.press("Space");
  await expect(good).toHaveText("9");
  await expect(page.getByText(/^Another program holds the shelf's file.* 2 counted here and kept\.$/)).toBeVisible();
  await expect(page.getByText("The server does not answer", { exact: false })).toHaveCount(0);
  other.stdin.end();
  await expect(page.getByText("Another program holds", { exact: false })).toHaveCount(0);
  await expect(good).toHaveText("9");
  const stored = await (await fetch(`${base}/api/quilts/demo-boat-shed/progress`)).json();
  expect(stored.progress.steps.find((s: { id: string }) => s.id === "block").good).toBe(9);
});
