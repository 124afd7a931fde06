// A quilt that is no demo, made through the screens alone, measured half-way and taken back. Worked by pencil first: of
// 10″ squares two half-square units at a time are 10 − √2 ÷ 4 = 9.6464″; on a ruler of quarters they are trimmed to 9½″:
// blocks of 18½″, four of them 72½″; a border 3⅛″ wide is cut 3¼″ and adds 2¾″ a side: 78″, 77½″ finished. Not trimmed
// a block is 2 × 9.6464 − ½ = 18.7929″, a row 4 × 18.2929 + ½ = 73.6716″. Seams beside the diagonal: 10√2 − ½ = 13.6421″.
import { expect, test } from "@playwright/test";
import { fromLibrary } from "./begin";

test("a unit is left as it is sewn, a border is as wide as it is cut, and a measurement says which", async ({
  page,
}) => {
  const at = await fromLibrary(page, "Pinwheel", "Weathercock");
  await page.goto(`${at}/quilt`);
  await page.locator("summary", { hasText: "Half-square" }).first().click();
  const half = page.locator("details", { has: page.locator("summary", { hasText: "Half-square" }) }).first();
  await half.getByLabel("Sewn").selectOption("two");
  await expect(half.getByLabel("Marked, and laid on top")).toHaveValue("");
  await half.getByLabel("Finished size").fill("");
  await half.getByLabel("or squares in hand").fill("10");
  await half.getByLabel("or squares in hand").blur();
  await page.getByLabel("Finest mark of your ruler").fill("1/4 in");
  await page.getByLabel("Finest mark of your ruler").blur();
  await page.getByRole("button", { name: "Add a border" }).click();
  await page.getByLabel("Border cut").fill("3 1/8");
  await page.getByLabel("Border cut").blur();
  await expect(page.getByText(/It is cut 31\/4″ wide, the next mark up, and sewn from that/)).toBeVisible();
  await expect(page.getByText("Finishes 771/2″ × 771/2″", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);

  // The light square is marked, and lies on top.
  await page.goto(`${at}/sew`);
  await expect(page.getByText("Draw one line on the back of Light, from corner to corner: 32")).toBeVisible();
  await expect(page.getByText(/Each 2 seams of ≈135\/8″/)).toBeVisible();
  await page.goto(`${at}/bench/half%2Fpair`);
  await expect(page.getByText(/Lay the Light square face down on the Dark square/)).toBeVisible();
  await page.getByRole("button", { name: "10 more" }).click();
  await expect(page.getByText("22 to go")).toBeVisible();
  await page.goto(`${at}/bench/half`);
  await page.getByRole("button", { name: "10 more" }).click();
  await expect(page.getByText("54 to go")).toBeVisible();

  // What measures so was not trimmed: the rest is not either, and the ten stay counted.
  await page.goto(`${at}/trim/half`);
  await page.getByLabel("It measures across").fill("9 41/64");
  await page.getByLabel("It measures down").fill("9 41/64");
  const way = page.getByRole("listitem", { name: /^Go on with/ });
  await expect(
    way.getByText("It is as large as where Half-square unit is not trimmed", { exact: false }),
  ).toBeVisible();
  await way.getByRole("button", { name: "Go on so" }).click();
  await expect(page.getByText("it should be ≈941/64″ × ≈941/64″")).toBeVisible();
  await expect(page.getByText("10 of 64 counted")).toBeVisible();
  await page.goto(`${at}/trim`);
  const row = (name: string) => page.getByRole("row").filter({ hasText: name });
  await expect(row("Half-square unit").getByText("unit, left as it is sewn")).toBeVisible();
  await expect(row("Pinwheel").getByText("≈1851/64″ × ≈1851/64″")).toBeVisible();
  await page.goto(`${at}/bench/half`);
  await expect(page.getByText("54 to go")).toBeVisible();

  // Taken back by the change that was made, in its field.
  await page.goto(`${at}/quilt`);
  await page.locator("summary", { hasText: "Half-square" }).first().click();
  await expect(page.getByRole("checkbox", { name: "Leave it untrimmed" })).toBeChecked();
  await page.getByRole("button", { name: /Undo the last change/ }).click();
  await expect(page.getByText("Finishes 771/2″ × 771/2″", { exact: true })).toBeVisible();
  await page.goto(`${at}/bench/half`);
  await expect(page.getByText("54 to go")).toBeVisible();
});

test("what is cut follows what it is said in terms of, and a block is trimmed when it is done", async ({ page }) => {
  const at = await fromLibrary(page, "Rails turned", "Fence");
  await page.goto(`${at}/quilt`);
  const unit = async (name: string) => {
    const summary = page.locator("summary").filter({ has: page.getByText(name, { exact: true }) });
    await summary.first().click();
    return page.locator("details", { has: summary }).first();
  };
  const rail = await unit("Rail");
  await rail.getByLabel("Width, cut: follows").selectOption({ index: 1 });
  await expect(rail.getByLabel("Width, cut").locator("option:checked")).toHaveText(/^as tall as /);
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
  const block = await unit("Rails turned");
  await block.getByLabel("Trim it to, across").fill("one foot");
  await block.getByLabel("Trim it to, across").blur();
  await expect(block.getByText(/Write what it measures/)).toBeVisible();
});
