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

test("loose blocks are made and not sewn together, and what is left is good for something", async ({ page }) => {
  const quilt = await fromLibrary(page, "Shoo-fly", "Loose");
  await page.goto(`${quilt}/cut`);
  // By pencil: ends of 22¼ and 37 of dark, 22¼ and 29½ of light, less three seams of ½, are 109½.
  await expect(
    page.getByText(/sewn end to end from 4 ends: 109½″ of it|sewn end to end from 4 ends: 1091\/2″ of it/),
  ).toBeVisible();
  await page.goto(`${quilt}/quilt`);
  await page.getByLabel("Blocks down").fill("3");
  await page.getByText("Loose blocks: made, and not sewn together").click();
  await expect(page.getByText("12 blocks, loose")).toBeVisible();
  await page.getByRole("button", { name: "Keep this plan" }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  await page.goto(`${quilt}/sew`);
  await expect(page.getByRole("heading", { name: "Blocks" })).toBeVisible();
  await expect(page.getByRole("heading", { name: "Rows" })).toHaveCount(0);
  // With a border they cannot be loose: said at its place, with the mend.
  await page.goto("/q/demo-rope-walk/quilt");
  await page.getByText("Loose blocks: made, and not sewn together").click();
  await expect(page.getByText(/there is a border. Take it away/).first()).toBeVisible();
  await page.getByRole("button", { name: "Take away what lies round them" }).click();
  await expect(page.getByText("30 blocks, loose").first()).toBeVisible();
  await page.getByRole("button", { name: "Let it go" }).click();
  await expect(page.getByText("30 blocks, loose")).toHaveCount(0);
});

test("corners are flipped onto squares in hand", async ({ page }) => {
  const quilt = await fromLibrary(page, "Snowball", "Fives");
  await page.goto(`${quilt}/quilt`);
  await page.locator("summary", { hasText: "flipped corners" }).first().click();
  // A square of 5 finishes 4½, and so does its height; squares of 2 cover 1½.
  for (const [label, typed, reads] of [
    ["Finished width", "5 unfinished", "4 1/2 in"],
    ["and height", "5 unfinished", "4 1/2 in"],
    ["covers, finished", "2 unfinished", "1 1/2 in"],
  ] as const) {
    await page.getByLabel(label, { exact: true }).first().fill(typed);
    await page.getByLabel(label, { exact: true }).first().blur();
    await expect(page.getByLabel(label, { exact: true }).first()).toHaveValue(reads);
  }
  await page.getByLabel("Finished width", { exact: true }).first().fill("1/4 unfinished");
  await expect(page.getByText(/Write a finished length such as/).first()).toBeVisible();
});
