// From what lies on the table: squares that come in a stack say how large the unit is, and how large a quilt they are enough for.
import { expect, test } from "@playwright/test";
import { fromLibrary } from "./begin";

test("two stacks of squares come to a quilt without a sum", async ({ page }) => {
  const quilt = await fromLibrary(page, "Half-square unit", "Two stacks");
  await page.goto(`${quilt}/quilt`);
  await page.locator("summary", { hasText: "half-square triangles" }).first().click();
  await page.getByLabel("or squares in hand").fill("10");
  // Two at a time: 10 − 1.4142 × ¼ = 9.646, so 9⅝.
  await expect(
    page.getByText(/9⅛″ × 9⅛″, trimmed to 9⅝″ × 9⅝″|91\/8″ × 91\/8″, trimmed to 95\/8″ × 95\/8″/),
  ).toBeVisible();
  await expect(page.getByLabel("Finished size")).toHaveValue("");
  await page.getByLabel("or squares in hand").fill("10 miles");
  await expect(page.getByText(/Write a length such as/).first()).toBeVisible();
  await page.getByLabel("or squares in hand").fill("10");
  await page.getByLabel("Beyond the quilt").first().fill("2000");
  await expect(page.getByText(/2000 of .* cannot be made beyond the quilt/).first()).toBeVisible();
  await page.getByLabel("Beyond the quilt").first().fill("4");
  await page.locator("summary", { hasText: "How large a quilt" }).click();
  const packs = page.getByLabel("as in");
  for (const i of [0, 1]) {
    await packs.nth(i).selectOption("Stack of 10″ squares");
    await expect(page.getByLabel("How many", { exact: true }).nth(i)).toHaveValue("42");
  }
  await page.getByLabel("How many", { exact: true }).first().fill("20");
  await page.getByRole("button", { name: "How large?" }).click();
  // Twenty pairs give forty units, four of them loose: 6 × 6 of the others.
  await expect(page.getByText(/^6 × 6 blocks/)).toBeVisible();
  // Five larger squares of the same beside them give a pair each; a length of nothing is refused at its place.
  await page
    .getByRole("button", { name: /^and something else of/ })
    .first()
    .click();
  await packs.nth(1).selectOption("Stack of 10″ squares");
  await page.getByLabel("How many", { exact: true }).nth(1).fill("5");
  await page.getByLabel("Long", { exact: true }).nth(1).fill("a bit");
  await page.getByRole("button", { name: "How large?" }).click();
  await expect(page.getByText(/Write how large it is/).first()).toBeVisible();
  await page.getByLabel("Long", { exact: true }).nth(1).fill("12");
  await page.getByRole("button", { name: "How large?" }).click();
  // 25 pairs are fifty units, less the loose ones 46; nearly as many and square enough are 42.
  await expect(page.getByText(/^(6 × 7|7 × 6) blocks/)).toBeVisible();
  await expect(page.getByText(/The most that comes out of it is 46 blocks/)).toBeVisible();
  await page.getByRole("button", { name: "Make it so" }).click();
  await expect(page.getByLabel("Blocks down")).toHaveValue(/6|7/);
});
