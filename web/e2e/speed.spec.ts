// How smoothly a picture of ten thousand patches is panned. Reported, not asserted: no machine is quiet.
import { expect, test } from "@playwright/test";

test("a quilt of ten thousand patches is panned (reported)", async ({ page }) => {
  const begun = await page.request.post("/api/starters", {
    data: {
      name: "Ten thousand",
      block: "chain",
      squares: 5,
      companion: "none",
      rows: 20,
      columns: 20,
      measure: "in",
      strip: "2 1/2",
    },
  });
  const document = (await begun.json()).document;
  await page.request.post("/api/quilts", { data: { id: "ten-thousand-patches", document } });
  await page.goto("/q/ten-thousand-patches/quilt");
  const frame = page.getByRole("group", { name: /drag to move/ });
  await expect(frame).toBeVisible();
  const patches = await page.evaluate(() => {
    const svg = window.document.querySelector("[role=group] svg");
    const each = new Map(
      [...(svg?.querySelectorAll("defs > g") ?? [])].map((g) => [`#${g.id}`, g.querySelectorAll("polygon").length]),
    );
    return [...(svg?.querySelectorAll("use") ?? [])].reduce(
      (n, u) => n + (each.get(u.getAttribute("href") ?? "") ?? 0),
      0,
    );
  });
  expect(patches).toBe(10_000);
  await page.getByRole("button", { name: "Larger" }).click();
  await page.getByRole("button", { name: "Larger" }).click();
  const box = await frame.boundingBox();
  if (!box) throw new Error("no picture");
  await page.evaluate(() => {
    const times: number[] = [];
    (window as unknown as { times: number[] }).times = times;
    const tick = (t: number) => {
      times.push(t);
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  for (let i = 0; i < 60; i++) await page.mouse.move(box.x + box.width / 2 + 3 * i, box.y + box.height / 2 + i);
  await page.mouse.up();
  const gaps = await page.evaluate(() => {
    const t = (window as unknown as { times: number[] }).times;
    return t.slice(1).map((x, i) => x - (t[i] ?? 0));
  });
  gaps.sort((a, b) => a - b);
  const at = (q: number) => (gaps[Math.floor(gaps.length * q)] ?? 0).toFixed(1);
  console.log(`    10,000 patches panned: ${gaps.length} frames, median ${at(0.5)} ms, 95 % under ${at(0.95)} ms`);
  expect(gaps.length).toBeGreaterThan(5);
});
