// The road of a quilter: from a new quilt to tallied units, in the real interface.
import { expect, test } from "@playwright/test";

test("from a new quilt to a tallied unit", async ({ page, context }) => {
  await page.goto("/");
  await expect(page.getByRole("heading", { name: "Boat shed" })).toBeVisible();
  await page.getByRole("link", { name: "Begin a quilt" }).click();
  await page.getByRole("radio", { name: "Nine-patch" }).click();
  await page.getByLabel("Between the blocks").selectOption("plain");
  await page.getByLabel("Blocks across").fill("3");
  await page.getByLabel("Blocks down").fill("5");
  // The plan follows at once: nine-patches of 2½″ strips finish 6″.
  await expect(page.getByText("Finishes 18″ × 30″")).toBeVisible();
  await page.getByLabel("Name").fill("Road test");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();

  await expect(page.getByRole("heading", { name: "Road test" })).toBeVisible();
  await expect(page.getByText(/All \d+ crossings of this quilt nest/)).toBeVisible();
  const quilt = new URL(page.url()).pathname.replace("/quilt", "");

  await page.getByRole("navigation").getByRole("link", { name: /^Cut/ }).click();
  await expect(page.getByText("buy")).toHaveCount(3);
  await expect(page.getByText("16 at 2½″".replace("½", "1/2"))).toBeVisible(); // 8 blocks take two outer columns each
  await page.keyboard.press("w");
  await expect(page.getByText("391/2″ ÷ 21/2″ = 15 from each set, 2″ over").first()).toBeVisible();
  await page.keyboard.press("w");

  await page.getByRole("navigation").getByRole("link", { name: /^Sew/ }).click();
  await expect(page.getByRole("heading", { name: "Sew II to I, 8 times." })).toBeVisible();

  await page.getByRole("navigation").getByRole("link", { name: "Press" }).click();
  await expect(page.getByRole("img", { name: "Nine-patch, seen from the back" })).toBeVisible();
  await page.keyboard.press("t");
  await expect(page.getByRole("img", { name: "Nine-patch", exact: true })).toBeVisible();

  await page.getByRole("navigation").getByRole("link", { name: "Trim" }).click();
  await expect(page.getByRole("row", { name: /Nine-patch block/ })).toContainText("61/2″ × 61/2″");

  // At the bench: Space is one more, digits and Enter are that many, Z takes back, R sets aside.
  await page.goto(`${quilt}/bench/I`);
  const good = page.getByTestId("good");
  await expect(good).toHaveText("0");
  await page.keyboard.press("Space");
  await page.keyboard.press("Space");
  await expect(good).toHaveText("2");
  await page.keyboard.type("12");
  await expect(page.getByText("12 more: Enter")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(good).toHaveText("14");
  await page.keyboard.press("z");
  await expect(good).toHaveText("2");
  await page.keyboard.press("r");
  await page.getByRole("button", { name: /turned the wrong way/ }).click();
  await expect(good).toHaveText("1");
  await expect(page.getByTestId("aside")).toHaveText("1");
  await expect(page.getByTestId("to-go")).toHaveText("15");
  await page.keyboard.press("c");
  await page.keyboard.type("5");
  await page.keyboard.press("Enter");
  await expect(good).toHaveText("5");

  // A reload and a second tab change nothing of what was counted, and both count on.
  await page.reload();
  await expect(good).toHaveText("5");
  const other = await context.newPage();
  await other.goto(`${quilt}/bench/I`);
  await expect(other.getByTestId("good")).toHaveText("5");
  await other.keyboard.press("Space");
  await expect(other.getByTestId("good")).toHaveText("6");
  await expect(good).toHaveText("6");
  await page.keyboard.press("Space");
  await expect(other.getByTestId("good")).toHaveText("7");
});

test("nonsense is refused at its place, and nothing typed is lost", async ({ page }) => {
  await page.goto("/q/demo-lamp-room/quilt");
  const strip = page.getByLabel("Strips cut");
  await strip.fill("wide");
  await expect(page.getByRole("alert").filter({ hasText: "“wide” is not a length" }).first()).toBeVisible();
  await expect(page.getByRole("button", { name: /Keep this plan/ })).toBeDisabled();
  await page.reload();
  await expect(strip).toHaveValue("wide");
  await strip.fill("7 cm");
  await expect(page.getByRole("button", { name: /Keep this plan/ })).toBeEnabled();
  await page.getByLabel("Blocks down").fill("1000000000");
  await expect(page.getByText("at most 10,000 blocks in all", { exact: false }).first()).toBeVisible();
  await page.getByLabel("Blocks down").fill("9");
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
  await page.reload();
  await expect(strip).toHaveValue("7 cm");
});

test("a plan changed somewhere else is not overwritten unasked", async ({ page, context }) => {
  await page.goto("/q/demo-boat-shed/quilt");
  await expect(page.getByLabel("Name")).toHaveValue("Boat shed");
  const other = await context.newPage();
  await other.goto("/q/demo-boat-shed/quilt");
  await page.getByLabel("Spares of every kind").fill("3");
  await other.evaluate(() => localStorage.clear()); // another device, which knows nothing of this draft
  await other.reload();
  await other.getByLabel("Blocks down").fill("9");
  await other.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(other.getByText("Changed, not kept yet")).toHaveCount(0);
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("This quilt was changed somewhere else", { exact: false })).toBeVisible();
  await expect(page.getByLabel("Spares of every kind")).toHaveValue("3");
  await page.getByRole("button", { name: "Keep mine as the newest" }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
  await expect(page.getByLabel("Spares of every kind")).toHaveValue("3");
  await expect(page.getByLabel("Blocks down")).toHaveValue("7");
});
