// The tally of a quilt: a count that cannot be is named with where to look, put right in one act, taken back from the book; lines are
// corrected; the book goes out as a table and comes in again, all of it or nothing.
import { expect, test } from "@playwright/test";
import { fromLibrary } from "./begin";

type Tallied = { progress: { events: number; steps: { id: string; good: number; toGo: number }[]; doubts: object[] } };

test("more pairs than the parts allow: looked for, put right, and taken back", async ({ page }) => {
  const quilt = await fromLibrary(page, "Shoo-fly", "Out of step");
  const id = quilt.replace("/q/", "");
  const tallied = async () => (await (await page.request.get(`/api/quilts/${id}/progress`)).json()) as Tallied;
  const good = async (step: string) => (await tallied()).progress.steps.find((s) => s.id === step)?.good;
  const count = async (step: string, n: number) => {
    await page.goto(`${quilt}/bench/${encodeURIComponent(step)}`);
    await expect(page.getByTestId("good")).toHaveText("0");
    await page.keyboard.type(String(n));
    await page.keyboard.press("Enter");
    await expect.poll(() => good(step)).toBe(n);
  };
  await count("half/pair", 6);
  await count("half", 8);
  await count("block/row-1", 5);
  await page.goto(`${quilt}/tally`);
  await expect(page.getByText(/Later steps have taken 10 of Half-square unit, and only 8 were counted/)).toBeVisible();
  await expect(page.getByText(/stuck together were counted as one/)).toBeVisible();
  await page.getByRole("button", { name: /Only 4 of .*row 1.* were made/ }).click();
  await expect(page.getByText("Nothing that was counted contradicts the rest")).toBeVisible();
  expect(await good("block/row-1")).toBe(4);
  // The book has it on top, and lets it be taken back.
  const lines = page.getByRole("list", { name: /newest first/ }).getByRole("listitem");
  await expect(lines.first()).toContainText("4 counted again");
  await lines
    .first()
    .getByRole("button", { name: /Take back/ })
    .click();
  await expect(page.getByText(/Later steps have taken 10/)).toBeVisible();
  // A number that was mistyped is put right where it stands.
  const wrong = lines.filter({ hasText: "5 made" });
  await wrong.getByRole("button", { name: /Put right/ }).click();
  await page.getByLabel("How many there were").fill("x");
  await expect(page.getByText("Write a whole number up to 9999.")).toBeVisible();
  await page.getByLabel("How many there were").fill("3");
  await page.getByRole("button", { name: "So many" }).click();
  await expect.poll(() => good("block/row-1")).toBe(3);
  await expect(page.getByText("Nothing that was counted contradicts the rest")).toBeVisible();
  // Picked by step.
  await page.getByRole("combobox", { name: "Step" }).selectOption("half/pair");
  await expect(lines).toHaveCount(1);
  await page.getByLabel("Day", { exact: true }).fill("2020-01-01");
  await expect(page.getByText("Nothing was counted so.")).toBeVisible();

  // Out as a table, and in again: what is there counts once; a line more counts; a line that is wrong, and nothing is taken.
  const before = (await tallied()).progress.events;
  const table = await (await page.request.get(`/api/quilts/${id}/tally.csv`)).text();
  const read = (text: string) =>
    page.locator("#tally-table").setInputFiles({ name: "tally.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await read(table);
  await expect(page.getByText(/those that were there already count once/)).toBeVisible();
  expect((await tallied()).progress.events).toBe(before);
  await read("kind,n,step,at\nmade,2,half/pair,2026-11-27T10:00:00Z\nmade,two,half/pair,2026-11-27T10:00:00Z\n");
  await expect(page.getByText(/Line 3: “two” is no number to count/)).toBeVisible();
  expect((await tallied()).progress.events).toBe(before);
  await read("kind,n,step,at\nmade,2,half/pair,2026-11-27T10:00:00Z\n");
  await expect.poll(() => good("half/pair")).toBe(8);
});

test("pace and time left are told from one's own counts alone, and can be hidden", async ({ page }) => {
  const quilt = await fromLibrary(page, "Shoo-fly", "By the clock");
  const id = quilt.replace("/q/", "");
  await page.goto(`${quilt}/tally`);
  await expect(page.getByText(/Nothing is known yet: five counts/)).toBeVisible();
  const { steps } = (await (await page.request.get(`/api/quilts/${id}`)).json()).plan as {
    steps: { id: string; exact: string; look: string }[];
  };
  const step = steps.find((s) => s.id === "half/pair");
  const events = Array.from({ length: 8 }, (_, i) => ({
    id: `clock-${i}-${id}`.slice(0, 60),
    step: "half/pair",
    kind: "made",
    n: 1,
    exact: step?.exact,
    look: step?.look,
    at: new Date(Date.UTC(2026, 10, 20, 9, 0, 40 * i)).toISOString(),
  }));
  await page.request.post(`/api/quilts/${id}/events`, { data: { events } });
  await expect(page.getByText(/40 s each; half of them 40 s to 40 s/)).toBeVisible();
  await expect(page.getByText(/nothing is known of them/)).toBeVisible();
  const { document, rev } = (await (await page.request.get(`/api/quilts/${id}`)).json()) as {
    document: { settings: object };
    rev: number;
  };
  await page.request.put(`/api/quilts/${id}`, {
    headers: { "If-Match": `"${rev}"` },
    data: { ...document, settings: { ...document.settings, times: "hidden" } },
  });
  await expect(page.getByText(/40 s each/)).toHaveCount(0);
});

test("what can be sewn tonight is told by what it asks, and what waits is not among it", async ({ page }) => {
  await page.goto("/q/demo-boat-shed/sew");
  await expect(page.getByText(/crossings to match/).first()).toBeVisible();
  await page.getByLabel("Show the batches").selectOption("now");
  await expect(page.getByRole("heading", { name: "What can be sewn now" })).toBeVisible();
  const batches = page.locator("h3");
  await expect(batches.first()).toHaveText(/Sew Middle to IV/);
  await expect(page.getByText(/plain sewing/).first()).toBeVisible();
  await expect(page.getByText(/later pieces need it/).first()).toBeVisible();
  await expect(batches.filter({ hasText: /border/ })).toHaveCount(0);
});

test("what there is is summed by kind and by colourway", async ({ page }) => {
  await page.goto("/q/demo-gull-point/tally");
  await page.getByLabel("Summed by").selectOption("colourway");
  // 25 blocks, every other one at noon.
  await expect(page.getByRole("row", { name: /^Noon: blocks 12/ })).toBeVisible();
  await page.getByLabel("Summed by").selectOption("kind");
  await expect(page.getByRole("row", { name: /^Eight-pointed star ?2 steps 25/ })).toBeVisible();
});
