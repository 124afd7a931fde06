// Measure once, and everything follows: a set that came out narrow, the ways on side by side, one of them gone, and back again; a batch with the
// caliper; a test strip that sets the allowance; what waits for a measurement.
import { expect, type Page, test } from "@playwright/test";

/** A quilt of rails, made up here: sets of three strips, squares of them turned, plain blocks and a border. Where it is. */
async function rails(page: Page, id: string, change: (d: Record<string, unknown>) => void = () => {}) {
  const set = (role: string, n: number) => ({ id: `s${n}`, role });
  const cell = (unit: string, turn = 0) => (turn ? { unit, turn } : { unit });
  const document = {
    vicis: 1,
    name: `Rails ${id}`,
    measure: "in",
    ruler: "1/8",
    seam: { stitched: "1/4", fold: "0" },
    cloth: { usable: "40", squaring: "1/2" },
    strip: "2 1/2",
    spares: {},
    schools: {},
    settings: {},
    fabrics: [
      { id: "f1", name: "Woad", colour: "#2A5B78" },
      { id: "f2", name: "Cotton", colour: "#F5F0E6" },
      { id: "f3", name: "Madder", colour: "#A6402B" },
    ],
    roles: ["a", "b", "c"].map((r, i) => ({ id: r, name: `Role ${r}`, fabric: `f${i + 1}` })),
    units: [
      { id: "rail", name: "Rail set", how: { by: "strip set", strips: [set("a", 1), set("b", 2), set("c", 3)] } },
      { id: "square", name: "Rail square", how: { by: "sub-cut", from: "rail", width: "3 strips" } },
      {
        id: "block",
        name: "Rail block",
        how: {
          by: "grid",
          rows: [
            { id: "r1", cells: [cell("square"), cell("square", 90)] },
            { id: "r2", cells: [cell("square", 90), cell("square")] },
          ],
        },
      },
      { id: "plain", name: "Plain block", how: { by: "patch", role: "b", width: "12 1/2", height: "12 1/2" } },
    ],
    top: {
      rows: 4,
      columns: 4,
      repeat: [
        [cell("block"), cell("plain")],
        [cell("plain"), cell("block")],
      ],
      borders: [{ id: "b1", name: "Border", role: "a", width: "3 1/2" }],
      binding: { role: "c" },
    },
  };
  change(document);
  const made = await page.request.post("/api/quilts", { data: { id, document } });
  expect(made.ok()).toBe(true);
  return made.json();
}

/** So many of a step are counted. */
async function count(
  page: Page,
  quilt: { id: string; plan: { steps: { id: string; exact: string; look: string }[] } },
  step: string,
  n: number,
) {
  const s = quilt.plan.steps.find((one) => one.id === step);
  const event = {
    id: `${quilt.id}-${step}`,
    step,
    kind: "made",
    n,
    exact: s?.exact,
    look: s?.look,
    at: "2026-11-27T09:00:00Z",
  };
  expect((await page.request.post(`/api/quilts/${quilt.id}/events`, { data: { events: [event] } })).ok()).toBe(true);
}

test("a set that measures 6⅜ is gone on with, and taken back", async ({ page }) => {
  const quilt = await rails(page, "rails-adapted");
  await count(page, quilt, "rail", 3);
  await page.goto("/q/rails-adapted/trim");
  await page.getByText("What did it measure?").first().click();
  await page
    .getByRole("link", { name: /Under the ruler/ })
    .first()
    .click();
  await expect(page.getByRole("heading", { name: "Rail set, measured" })).toBeVisible();
  const gauge = page.getByRole("group", { name: "Rail set, measured" });
  for (const reads of ["6 3/8", "6 3/8"]) {
    await gauge.getByLabel("It measured").fill(reads);
    await gauge.getByRole("button", { name: "Keep it" }).click();
  }
  await expect(gauge.getByText(/The seams take 9\/32″, 1\/32″ too much/)).toBeVisible();

  const way = (name: string) => page.getByRole("listitem", { name });
  await expect(page.getByText("Each of its 2 seams takes 9/32″ instead of 1/4″")).toBeVisible();
  await expect(way("Go on with 6⅜″").getByText("53″ × 53″")).toBeVisible();
  await expect(way("Sew everything so").getByText("523/8″ × 523/8″")).toBeVisible();
  await expect(way("Mend the seams").getByText(/Sewn and not cut yet: 3\. 6 seams to take out/)).toBeVisible();
  await expect(way("Trim all to 6⅜″").getByText("Sewn already: 3. Trim those too.")).toBeVisible();
  await way("Go on with 6⅜″").getByRole("button", { name: "Go on so" }).click();
  await expect(page.getByText(/The quilt is planned on 63\/8 in/)).toBeVisible();

  // Cut list, sizes, the quilt and the tally follow; nothing that was counted is lost.
  await page.goto("/q/rails-adapted/trim");
  await expect(page.getByRole("row").filter({ hasText: "Rail block" }).getByText("121/4″ × 121/4″")).toBeVisible();
  await expect(page.getByRole("row").filter({ hasText: "Plain block" }).getByText("121/4″ × 121/4″")).toBeVisible();
  await expect(page.getByRole("row").filter({ hasText: "With Border" }).getByText("53″ × 53″")).toBeVisible();
  await page.goto("/q/rails-adapted/sew");
  await expect(page.getByText("3 / 6").first()).toBeVisible();
  await page.goto("/q/rails-adapted/cut/mat");
  await expect(page.getByText(/63\/8″/).first()).toBeVisible();

  // Measured as it should be, everything goes back.
  await page.goto("/q/rails-adapted/trim/rail");
  await page.getByLabel("It measures across its strips").fill("6 1/2");
  await way("Go on with 6½″").getByRole("button", { name: "Go on so" }).click();
  await expect(page.getByText(/The quilt is planned on/)).toHaveCount(0);
  await page.goto("/q/rails-adapted/trim");
  await expect(page.getByRole("row").filter({ hasText: "With Border" }).getByText("54″ × 54″")).toBeVisible();
});

test("everything is sewn as it was, and what is counted is counted under what it measures", async ({ page }) => {
  const quilt = await rails(page, "rails-sewn-on");
  await count(page, quilt, "rail", 3);
  await page.goto("/q/rails-sewn-on/trim/rail");
  await page.getByLabel("It measures across its strips").fill("6 1/4");
  // Four squares of 6¼″ joined two by two at 5⁄16″: 12½ − ⅝ = 11⅞″.
  const way = page.getByRole("listitem", { name: "Sew everything so" });
  await expect(way.getByText("117/8″ × 117/8″").first()).toBeVisible();
  await way.getByRole("button", { name: "Go on so" }).click();
  await expect(page.getByText("it should be 61/4″ wide")).toBeVisible();
  await expect(page.getByText("3 of 6 counted")).toBeVisible();
  const told = async () => (await (await page.request.get("/api/quilts/rails-sewn-on/progress")).json()).progress;
  await expect.poll(async () => (await told()).noLonger).toEqual([]);
  expect((await told()).steps.find((s: { id: string }) => s.id === "rail").good).toBe(3);
});

test("a block that came out smaller is gone on with: plain blocks and borders are cut to it", async ({ page }) => {
  await rails(page, "rails-block");
  await page.goto("/q/rails-block/trim/block");
  const gauge = page.getByRole("group", { name: "Rail block, measured" });
  for (const way of ["across", "down"]) {
    await gauge.getByLabel("in which way").selectOption(way);
    await gauge.getByLabel("It measured").fill("12 1/4");
    await gauge.getByRole("button", { name: "Keep it" }).click();
    await expect(gauge.getByText(`121/4, ${way}`)).toBeVisible();
  }
  const go = page.getByRole("listitem", { name: "Go on with 12¼″ × 12¼″" });
  await expect(go.getByText("53″ × 53″")).toBeVisible();
  await go.getByRole("button", { name: "Go on so" }).click();
  await page.goto("/q/rails-block/cut");
  await expect(page.getByLabel("A block measures across")).toHaveValue("12 1/4 in");
});

test("the seams are mended, and what cannot be measured is refused at its field", async ({ page }) => {
  const quilt = await rails(page, "rails-mended");
  await count(page, quilt, "rail", 4);
  await page.goto("/q/rails-mended/trim/rail");
  const field = page.getByLabel("It measures across its strips");
  await field.fill("65");
  await expect(page.getByRole("alert").filter({ hasText: "It should measure 61/2″, and 65″ was read." })).toBeVisible();
  await field.fill("wide");
  await expect(page.getByRole("alert").filter({ hasText: "not a length" })).toBeVisible();
  await expect(field).toHaveValue("wide");
  await field.fill("6 1/4");
  const mend = page.getByRole("listitem", { name: "Mend the seams" });
  await mend.getByRole("button", { name: "They are taken apart" }).click();
  await expect(page.getByText("0 of 6 counted")).toBeVisible();
  await expect(page.getByText("6½″").or(page.getByText("it should be 61/2″ wide"))).toBeVisible();
});

test("a batch is read with the caliper, and shown one after the other", async ({ page }) => {
  await rails(page, "rails-caliper");
  await page.goto("/q/rails-caliper/trim/rail");
  const gauge = page.getByRole("group", { name: "Rail set, measured" });
  for (let i = 0; i < 3; i++) {
    await gauge.getByRole("button", { name: "Read the caliper" }).click();
    await expect(gauge.getByLabel("It measured")).toHaveValue(/^6\.[45]\d*$/);
    await gauge.getByRole("button", { name: "Keep it" }).click();
    await expect(gauge.getByLabel("It measured")).toHaveValue("");
  }
  await expect(page.getByRole("img", { name: /^3 measurements/ })).toBeVisible();
  await expect(page.getByText("No limits yet: they take eight measurements")).toBeVisible();
});

test("a test strip is kept by name, sets the allowance, and is there for another quilt", async ({ page }) => {
  await rails(page, "rails-tested");
  await page.goto("/q/rails-tested/sew");
  const strip = page.getByRole("group", { name: "Test strip" });
  await strip.getByText("What did yours measure?").click();
  await strip.getByLabel("Machine, foot, needle position").fill("quarter foot, middle");
  await strip.getByLabel("all measured").fill("65");
  await strip.getByRole("button", { name: "Keep the test strip" }).click();
  await expect(strip.getByRole("alert")).toContainText("Measure it again across all strips");
  await strip.getByLabel("all measured").fill("6 1/4");
  await strip.getByRole("button", { name: "Keep the test strip" }).click();
  await expect(strip.getByText(/Its seams take 5\/16″/)).toBeVisible();
  await strip.getByRole("button", { name: "What follows from it: quarter foot, middle" }).click();
  const follows = strip.getByRole("listitem", { name: "Sew everything so" });
  await expect(follows.getByText("117/8″ × 117/8″").first()).toBeVisible();
  await follows.getByRole("button", { name: "Go on so" }).click();
  await expect(strip.getByText("That is what is planned.")).toBeVisible();
  await rails(page, "rails-other");
  await page.goto("/q/rails-other/sew");
  await strip.getByText("What did yours measure?").click();
  await strip.getByRole("button", { name: "Take quarter foot, middle" }).click();
  await expect(strip.getByText(/Its seams take 5\/16″/)).toBeVisible();
});

test("sub-cuts wait for their set to be measured, in the thread and at the mat; blocks are squared up and counted", async ({
  page,
}) => {
  const quilt = await rails(page, "rails-waiting", (d) => {
    d.schools = { later: "measured", square: "blocks" };
  });
  for (const s of ["strips/a/60960", "strips/b/60960", "strips/c/60960", "rail"])
    await count(page, quilt, s, 6).catch(() => {});
  await page.goto("/q/rails-waiting/cut/mat");
  await expect(page.getByText("Measure Rail set first.").first()).toBeVisible();
  await page.getByRole("link", { name: "Measure first" }).last().click();
  const gauge = page.getByRole("group", { name: "Rail set, measured" });
  await gauge.getByLabel("It measured").fill("6 1/2");
  await gauge.getByRole("button", { name: "Keep it" }).click();
  await expect(gauge.getByText("6 1/2: use").or(gauge.getByText(/61\/2: use/))).toBeVisible();
  await page.goto("/q/rails-waiting/cut/mat");
  await expect(page.getByText("Measure Rail set first.")).toHaveCount(0);
  await page.goto("/q/rails-waiting/sew");
  await expect(page.getByText(/Square up, trim to 121\/2″ × 121\/2″: 8 in all\./)).toBeVisible();
});
