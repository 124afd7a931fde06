// A quilt of one block is sewn by following the cards alone: every seam has a drawing, an interruption leaves one exactly there, and the
// totals are right to the unit.
import { expect, type Page, test } from "@playwright/test";
import { fromLibrary } from "./begin";

type Steps = { id: string; name: string; make: number; sewing?: object }[];
type Tallied = { progress: { next: string; steps: { id: string; good: number; toGo: number }[] } };

test("a block is sewn by its cards alone, interruptions included", async ({ page }) => {
  const quilt = await fromLibrary(page, "Churn dash", "By the cards");
  const id = quilt.replace("/q/", "");
  const plan = async () => (await (await page.request.get(`/api/quilts/${id}`)).json()).plan as { steps: Steps };
  const tallied = async () => (await (await page.request.get(`/api/quilts/${id}/progress`)).json()) as Tallied;
  const { steps } = await plan();
  let drawn = 0;
  for (let n = 0; n <= steps.length; n++) {
    const { next } = (await tallied()).progress;
    if (next === "") break;
    const step = steps.find((s) => s.id === next);
    if (!step) throw new Error(`${next} is not in the plan`);
    await page.goto(`${quilt}/bench/${encodeURIComponent(next)}`);
    await expect(page.getByTestId("good")).toHaveText("0");
    if (step.sewing) {
      await expect(page.getByRole("img", { name: /face down on/ }).first()).toBeVisible();
      drawn++;
    }
    if (next === "block") {
      await expect(page.getByTestId("seam")).toHaveText("seam 1 of 2");
      await page.keyboard.press("ArrowRight");
      await expect(page.getByTestId("seam")).toHaveText("seam 2 of 2");
      await expect(page.getByText(/face down on what is sewn so far|what is sewn so far face down on/)).toBeVisible();
      // The doorbell: the page is closed and opened again.
      await page.keyboard.press("Space");
      await expect(page.getByTestId("good")).toHaveText("1");
      await page.reload();
      await expect(page.getByTestId("good")).toHaveText("1");
      await expect(page.getByTestId("seam")).toHaveText("seam 2 of 2");
      await expect(page.getByText("Before the next one: which is right?")).toBeVisible();
      await page.keyboard.press("t");
      await expect(page.getByRole("img", { name: /seen from the back/ })).toBeVisible();
      await page.keyboard.press("t");
    }
    const rest = step.make - (await tallied()).progress.steps.reduce((g, s) => (s.id === next ? s.good : g), 0);
    if (rest > 0) {
      await page.keyboard.type(String(rest));
      await page.keyboard.press("Enter");
    }
    await expect
      .poll(async () => (await tallied()).progress.steps.find((s) => s.id === next)?.toGo, { message: step.name })
      .toBe(0);
  }
  expect(drawn).toBeGreaterThan(6);
  const end = await tallied();
  expect(end.progress.next).toBe("");
  for (const s of end.progress.steps) {
    expect(s.good, s.id).toBe(steps.find((one) => one.id === s.id)?.make);
  }
});

test("on a phone the card, the count and every button fit", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 });
  await page.goto("/q/demo-lamp-room/bench/block");
  await expect(page.getByRole("img", { name: "I face down on I + II" })).toBeVisible();
  for (const name of ["One more", "Take back", "Set aside", "Recount"]) {
    await expect(page.getByRole("button", { name: new RegExp(name) })).toBeInViewport({ ratio: 1 });
  }
  await expect(page.getByText(/each pair must lock/)).toBeInViewport({ ratio: 1 });
});

test("where the server does not tell the card, the batch is counted all the same", async ({ page }) => {
  await page.route("**/needle?*", (route) => route.abort());
  await page.goto("/q/demo-lamp-room/bench/block");
  await expect(page.getByRole("button", { name: /One more/ })).toBeVisible();
  await expect(page.getByText(/^Bring/)).toBeVisible();
});

test("the bobbin is told of, and the chain shows where it runs out", async ({ page }) => {
  const quilt = await fromLibrary(page, "Shoo-fly", "By the bobbin");
  const id = quilt.replace("/q/", "");
  const { document, rev } = (await (await page.request.get(`/api/quilts/${id}`)).json()) as {
    document: { settings: object };
    rev: number;
  };
  await page.request.put(`/api/quilts/${id}`, {
    headers: { "If-Match": `"${rev}"` },
    data: { ...document, settings: { ...document.settings, bobbin: 5 } },
  });
  await page.goto(`${quilt}/bench/${encodeURIComponent("block/row-1")}`);
  await expect(page.getByTestId("bobbin")).toHaveCount(0);
  await page.getByRole("button", { name: /A full bobbin is in/ }).click();
  // Two seams of 2½ in a row, 5 in or 0.127 m, at 1.4 times their length: 0.1778 m of 5 m, so 28.
  await expect(page.getByTestId("bobbin")).toHaveText("Bobbin: 28 more of these");
  await page.keyboard.type("10");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("bobbin")).toHaveText("Bobbin: 18 more of these");
  await page.goto(`${quilt}/tally`);
  await expect(page.getByText(/4 yd of 5 yd left on the bobbin/)).toBeVisible();
  await page.goto(`${quilt}/quilt`);
  await page.getByLabel("Thread on a full bobbin").fill("1");
  await expect(page.getByText(/No bobbin holds 1 m of thread/).last()).toBeVisible();
  await page.getByLabel("Stitches", { exact: true }).fill("2.3 miles");
  await expect(page.getByText(/is no length of a stitch/).last()).toBeVisible();
});

test("kinds that are sewn alike are one chain, each counted for itself", async ({ page }) => {
  await page.goto("/q/demo-gull-point/sew");
  await expect(page.getByText(/One chain with 2 kinds, 25 in all: sewn alike in other cloth/).first()).toBeVisible();
  await page.getByRole("link", { name: /^Eight-pointed star, Noon ?(press.*)?0\/12$/ }).click();
  await expect(page.getByTestId("kind")).toHaveText("kind 2 of 2 on this chain");
  await expect(page.getByTestId("good")).toHaveText("0");
  await page.keyboard.type("12");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/All made\. Next on this chain:/)).toBeVisible();
  await page.getByRole("link", { name: "Go on" }).click();
  await expect(page.getByTestId("kind")).toHaveText("kind 1 of 2 on this chain");
  await expect(page.getByTestId("good")).toHaveText("0");
});

/** Another way of working for a quilt that is there. */
async function work(page: Page, id: string, schools: object, top: object = {}) {
  const { document, rev } = (await (await page.request.get(`/api/quilts/${id}`)).json()) as {
    document: { schools: object; top: object };
    rev: number;
  };
  const answer = await page.request.put(`/api/quilts/${id}`, {
    headers: { "If-Match": `"${rev}"` },
    data: { ...document, schools: { ...document.schools, ...schools }, top: { ...document.top, ...top } },
  });
  expect(answer.status()).toBe(200);
}

test("a web is sewn column by column, and an interruption leaves one at its row", async ({ page }) => {
  const quilt = await fromLibrary(page, "Shoo-fly", "On one thread");
  await work(page, quilt.replace("/q/", ""), { rows: "web" }, { rows: 3, columns: 4 });
  await page.goto(`${quilt}/bench/${encodeURIComponent("rows/web/2")}`);
  await expect(page.getByTestId("good")).toHaveText("0");
  await expect(page.getByTestId("seam")).toHaveText("seam 1 of 3 · row 1");
  await expect(page.getByTestId("then")).toContainText("mark the upper edge of their first pieces");
  await page.keyboard.press("Space");
  await expect(page.getByTestId("seam")).toHaveText("seam 2 of 3 · row 2");
  await expect(page.getByTestId("then")).toHaveText("Do not cut the thread.");
  const sewn = async () =>
    (
      (await (await page.request.get(`/api/quilts/${quilt.replace("/q/", "")}/progress`)).json()) as Tallied
    ).progress.steps.find((s) => s.id === "rows/web/2")?.good;
  await expect.poll(sewn).toBe(1);
  await page.reload();
  await expect(page.getByTestId("good")).toHaveText("1");
  await expect(page.getByTestId("seam")).toHaveText("seam 2 of 3 · row 2");
  await expect(page.getByRole("img", { name: "The web: column 2, row 2 is at the needle" })).toBeVisible();
  await page.keyboard.press("Space");
  await expect(page.getByTestId("good")).toHaveText("2");
  await expect(page.getByTestId("then")).toContainText("Half-way: after this one lay the web down, 2 columns wide");
  await page.keyboard.press("Space");
  await expect(page.getByText(/All made\./)).toBeVisible();
  // Its rows are pressed once the last column is on, and seen by the first of them.
  await page.goto(`${quilt}/press`);
  await page.getByRole("button", { name: /^The rows of the web/ }).click();
  await expect(page.getByRole("heading", { name: "The rows of the web, seen from the back" })).toBeVisible();
  // Two more rows half-way: what hangs in the web stays, and the column goes on.
  await work(page, quilt.replace("/q/", ""), {}, { rows: 5 });
  await page.goto(`${quilt}/bench/${encodeURIComponent("rows/web/2")}`);
  await expect(page.getByTestId("good")).toHaveText("3");
  await expect(page.getByTestId("seam")).toHaveText("seam 4 of 5 · row 4");
});

test("in kits the bench says what this kit takes, and goes on with it", async ({ page }) => {
  const quilt = await fromLibrary(page, "Shoo-fly", "Two at a time");
  await work(page, quilt.replace("/q/", ""), { kit: 2 }, { rows: 3, columns: 2 });
  await page.goto(`${quilt}/sew`);
  await page.getByLabel("Show the batches").selectOption("kit");
  await expect(page.getByText(/^2 blocks, as they follow each other in the rows/)).toBeVisible();
  // Two blocks of two rows of three parts that are alike, and one of the middle: four and two.
  await page.goto(`${quilt}/bench/${encodeURIComponent("block/row-1")}`);
  await expect(page.getByTestId("kit")).toHaveText("4");
  await expect(page.getByTestId("to-go")).toHaveText("12");
  await page.keyboard.type("4");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("kit")).toHaveText("0");
  await expect(page.getByText(/Kit 1 of 3 has all of these\. Next for it:/)).toBeVisible();
  await page.getByRole("link", { name: "Go on" }).click();
  await expect(page.getByTestId("kit")).toBeVisible();
  await page.goto(`${quilt}/sew`);
  await page.getByLabel("Show the batches").selectOption("soonest");
  await expect(page.getByText(/seams? finish(es)? one Shoo-fly/)).toBeVisible();
  await page.goto(`${quilt}/quilt`);
  await page.getByLabel("Blocks in a kit").fill("2000");
  await expect(page.getByText(/A kit of 2000 blocks cannot be laid out/).last()).toBeVisible();
});
