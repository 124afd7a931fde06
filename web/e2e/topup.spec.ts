// A quilt of cloth that lies there, made through the screens alone and worked by pencil. Rails of three 2″ strips are cut 5″
// from sets: 39½ ÷ 5 = 7 from one, so 64 rails take 10 sets. Two of the three strips are of one assortment of 20 prints: 20
// strips, one of each print, 2″ + ½″ = 2½″, ⅛ yd. 16 lie there: 4 are missing, of any 4 prints. A fifth row makes 80 rails:
// 12 sets, 24 strips, 8 missing. Of one print alone they are 8 × 2″ + ½″ = 16½″, ½ yd.
import { expect, type Page, test } from "@playwright/test";
import { fromLibrary } from "./begin";

/** The plan is kept, and its cut list opened. */
async function keptAndCut(page: Page, at: string) {
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
  await page.goto(`${at}/cut`);
}

test("what is missing of strips that lie there is bought, of as many prints as one wishes", async ({ page }) => {
  await page.goto("/cloth");
  await page.getByLabel("Fabric", { exact: true }).fill("Roll");
  await page.getByLabel("Kept as").selectOption("strips");
  await page.getByLabel("Width").fill("2 in");
  await page.getByLabel("Length").fill("42 in");
  await page.getByLabel("How many", { exact: true }).fill("16");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByText("16 of 16 free")).toBeVisible();

  const at = await fromLibrary(page, "Rails turned", "Fence");
  await page.goto(`${at}/quilt`);
  await page.getByLabel("dark patches", { exact: true }).fill("Roll");
  await page.getByLabel("Print of Roll").selectOption("assorted");
  await page.getByLabel("Roll: how many prints").fill("20");
  await page.getByLabel("Fabric that plays accent").selectOption({ label: "is Roll" });
  await page.getByRole("button", { name: "Take Accent out" }).click();
  await expect(page.getByText("Accent is used nowhere.")).toHaveCount(0);
  await keptAndCut(page, at);
  await expect(page.getByText("buy 1/8 yd of each of 20 prints")).toBeVisible();
  await expect(page.getByText(/2″ Roll \(dark patches\) · 2″ Roll \(accent\) · 2″ Light/)).toBeVisible();

  await page.goto(`${at}/quilt`);
  await page.getByLabel("There is", { exact: true }).selectOption({ label: "16 × Roll, 2″ × 42″" });
  await page.getByRole("button", { name: "Promise it" }).click();
  await keptAndCut(page, at);
  const missing = page.getByRole("group", { name: "Missing of Roll" });
  await expect(missing).toContainText(
    "Missing of what lies there: 4 strips of 2″, of each of any 4 prints; or 4 more of 2″ × 42″, as they lie there.",
  );
  await expect(page.getByText("buy 1/8 yd of each of any 4 prints")).toBeVisible();

  // Three sets are sewn; then the quilt grows by a row, of one print more.
  await page.goto(`${at}/bench/rail-set`);
  await page.getByRole("button", { name: "One more" }).click();
  await expect(page.getByText("9 to go")).toBeVisible();
  await page.goto(`${at}/quilt`);
  await page.getByLabel("Blocks down").fill("5");
  await page.getByLabel("What is missing of Roll: of how many prints").fill("1");
  await keptAndCut(page, at);
  await expect(missing).toContainText("8 strips of 2″, of any one print; or 8 more of 2″ × 42″");
  await expect(page.getByText("buy 1/2 yd of any one print")).toBeVisible();
  await page.goto(`${at}/bench/rail-set`);
  await expect(page.getByText("11 to go")).toBeVisible();

  // And back.
  await page.goto(`${at}/quilt`);
  await page.getByLabel("Blocks down").fill("4");
  await page.getByLabel("What is missing of Roll: of how many prints").fill("0");
  await keptAndCut(page, at);
  await expect(missing).toContainText("4 strips of 2″, of each of any 4 prints");
});

// Squares of 10″ that lie there: none is cut, and nothing is bought of them.
test("squares in hand are taken as they are", async ({ page }) => {
  const at = await fromLibrary(page, "Pinwheel", "Windmill");
  await page.goto(`${at}/quilt`);
  await page.locator("summary", { hasText: "Half-square" }).first().click();
  const half = page.locator("details", { has: page.locator("summary", { hasText: "Half-square" }) }).first();
  await half.getByLabel("Finished size").fill("");
  await half.getByLabel("or squares in hand").fill("10");
  await half.getByLabel("or squares in hand").blur();
  await keptAndCut(page, at);
  await expect(page.getByText("buy nothing")).toHaveCount(2);
  await expect(page.getByText(/of 10″ × 10″ in hand, for/).first()).toBeVisible();
});

// Rails of 36½″ take a backing of 44½″: of cloth 40″ wide two lengths, of 60″ one; of 108″ × 3 yd that lies there one of
// 44½″, and 108″ − 45″ = 63″ are left.
test("a wide piece is a backing, and every fabric has a width of its own", async ({ page }) => {
  await page.goto("/cloth");
  await page.getByLabel("Fabric", { exact: true }).fill("Wide back");
  await page.getByLabel("Width").fill("108 in");
  await page.getByLabel("Length").fill("3 yd");
  await page.getByLabel("How many", { exact: true }).fill("1");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByText("Wide back, 108″ × 108″", { exact: true })).toBeVisible();
  const at = await fromLibrary(page, "Rails turned", "Wide");
  await page.goto(`${at}/quilt`);
  await page.getByRole("button", { name: "Add a fabric" }).click();
  await page.getByLabel("fabric 4", { exact: true }).fill("Wide back");
  await page.getByRole("button", { name: "Add a backing" }).click();
  await page.getByLabel("Backing of").selectOption({ label: "Wide back" });
  await page.getByLabel("Cloth of another width").selectOption({ label: "Wide back" });
  await page.getByLabel("Usable width of Wide back").fill("60 in");
  await page.getByLabel("Usable width of Wide back").blur();
  await keptAndCut(page, at);
  await expect(page.getByText(/60″ usable/)).toBeVisible();
  await page.goto(`${at}/quilt`);
  await page.getByLabel("There is", { exact: true }).selectOption({ label: "1 × Wide back, 108″ × 108″" });
  await page.getByRole("button", { name: "Promise it" }).click();
  await keptAndCut(page, at);
  await expect(
    page.getByText("1 length of 441/2″ from 108″ of cloth 108″ wide on the shelf; 63″ of it is left."),
  ).toBeVisible();
});
