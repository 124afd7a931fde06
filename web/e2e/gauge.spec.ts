// A strip set is measured: what was read is kept, says what the seams took, and is taken back; a slip is asked about and kept.
import { expect, test } from "@playwright/test";

test("a set that came out narrow says what its seams took", async ({ page }) => {
  await page.goto("/q/demo-boat-shed/trim");
  await page.getByText("What did it measure?").first().click();
  const set = page.getByRole("group", { name: "Set I, measured" });
  await set.getByLabel("It measured").fill("9 1/2");
  await set.getByRole("button", { name: "Keep it" }).click();
  await expect(set.getByText(/was it read from the next mark/)).toBeVisible();
  await set.getByRole("button", { name: "Take back 9 1/2" }).click();
  await expect(set.getByText(/was it read from the next mark/)).toHaveCount(0);
  // Five strips of 2½″ that measure 10⅛″: (12½ − 10⅛) ÷ 8 = 19⁄64″.
  await set.getByLabel("It measured").fill("10 1/8");
  await set.getByRole("button", { name: "Keep it" }).click();
  await expect(set.getByText(/The seams take 19\/64″, 3\/64″ too much/)).toBeVisible();
  await expect(set.getByText("(121/2″ − 101/8″) ÷ 8 = 19/64″")).toBeVisible();
  await expect(set.getByText(/Move the guide 3\/64″ nearer to the needle/)).toBeVisible();
  // Nothing of it is counted, and it is there after the page is opened again.
  await page.reload();
  await expect(set.getByText(/The seams take 19\/64″/)).toBeVisible();
  await set.getByRole("button", { name: "Take back 10 1/8" }).click();
  await expect(page.getByText(/The seams take/)).toHaveCount(0);
});

test("what is measured while the server is away is kept and sent later", async ({ page }) => {
  await page.goto("/q/demo-lamp-room/trim");
  await page.getByText("What did it measure?").first().click();
  const set = page.getByRole("group", { name: /, measured$/ }).first();
  await page.route("**/events", (route) => route.abort());
  await set.getByLabel("It measured").fill("16,1");
  await set.getByRole("button", { name: "Keep it" }).click();
  await expect(set.getByText("16,1: on its way")).toBeVisible();
  await page.unroute("**/events");
  await expect(set.getByText(/0\.1 cm too much/)).toBeVisible();
  await set.getByRole("button", { name: "Take back 16,1" }).click();
  await expect(set.getByText(/too much/)).toHaveCount(0);
});

test("a block is measured both ways, and both say what its seams take", async ({ page }) => {
  await page.goto("/q/demo-boat-shed/trim");
  const row = page.getByRole("row").filter({ hasText: "Chain block" }).first();
  await row.getByText("What did it measure?").click();
  const block = row.getByRole("group", { name: /, measured$/ });
  for (const way of ["across", "down"]) {
    await block.getByLabel("in which way").selectOption(way);
    await block.getByLabel("It measured").fill("10 1/4");
    await block.getByRole("button", { name: "Keep it" }).click();
    await expect(block.getByText(`101/4, ${way}`)).toBeVisible();
  }
  // Five squares of 2½″ each way that measure 10¼″: (12½ − 10¼) ÷ 8.
  await expect(block.getByText(/The seams take 9\/32″/)).toBeVisible();
  for (const way of ["across", "down"]) {
    await block.getByRole("button", { name: `Take back 10 1/4` }).first().click();
    await expect(block.getByText(`101/4, ${way}`)).toHaveCount(0);
  }
});
