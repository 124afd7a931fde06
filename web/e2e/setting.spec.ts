// What lies round the blocks: on point, pieced borders, assortments, and ends of strips used up.
import { expect, test } from "@playwright/test";

test("a quilt is set on point, its triangles cut with the grain, its sizes refused and mended at their place", async ({
  page,
}) => {
  await page.goto("/library/nine-patch");
  await page.getByLabel("Name of the quilt").fill("Kites");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await page.getByLabel("Set", { exact: true }).selectOption("on point");
  await expect(page.getByText(/Finishes ≈/)).toBeVisible();
  await page.getByLabel("Cut larger by").fill("lots");
  await expect(page.getByRole("alert").first()).toContainText("how much larger");
  await page.getByLabel("Cut larger by").fill("1/2");
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  await expect(page.getByText(/on point, \d+ blocks/).first()).toBeVisible();
  await page.getByRole("navigation").getByRole("link", { name: /^Cut/ }).click();
  await expect(page.getByText(/Square for side triangles/).first()).toBeVisible();
  await page.getByRole("navigation").getByRole("link", { name: /^Sew/ }).click();
  await expect(page.getByRole("heading", { name: /Cut each square on both diagonals/ })).toBeVisible();
  await expect(
    page.getByRole("heading", { name: /trim the edges of the quilt to 1\/4″ beyond the points/ }),
  ).toBeVisible();
  await page.getByRole("navigation").getByRole("link", { name: "Trim" }).click();
  await expect(page.getByText(/cut from squares of/).first()).toBeVisible();
});

test("a border is pieced; where it does not meet, the border that makes it is named", async ({ page }) => {
  await page.goto("/library/eight-pointed-star");
  await page.getByLabel("Name of the quilt").fill("Flock");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await page.getByRole("button", { name: "Add a border" }).click();
  await page.getByLabel("Border of", { exact: true }).selectOption("pieced: Goose");
  await expect(page.getByText("Finishes 36″ × 36″", { exact: true })).toBeVisible();
  await page.getByLabel("Along the top it lies").selectOption("turned 180°");
  await page.getByLabel("Blocks across").fill("3");
  // Geese of 4″ fit 24″ by 32″ as well; corners of another size do not fit at all.
  await expect(page.getByText("Finishes 28″ × 36″", { exact: true })).toBeVisible();
  await page.getByLabel("Its corners").selectOption("Eight-pointed star");
  await expect(page.getByRole("alert").first()).toContainText("the corners of this border are");
  // The rest is drawn, and says that it is not all.
  await expect(page.getByText(/Drawn without its borders, until that is mended/)).toBeVisible();
  await page.getByLabel("Its corners").selectOption("Corner");
  await expect(page.getByText("Finishes 28″ × 36″", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await page.getByRole("navigation").getByRole("link", { name: /^Sew/ }).click();
  await expect(page.getByRole("heading", { name: /Sew the border, top of \d+ units/ })).toBeVisible();
});

test("prints share an assortment evenly, and ends of strips are used where that saves one", async ({ page }) => {
  await page.goto("/q/demo-weather-vane/cut");
  await page.getByRole("button", { name: "Use the ends" }).click();
  await expect(page.getByText(/which saves \d+ strip/)).toBeVisible();
  await expect(page.getByText(/from what is left of/).first()).toBeVisible();
  await page.getByRole("button", { name: "Keep the ends whole" }).click();
  await expect(page.getByText(/would be saved/)).toBeVisible();
  await page.goto("/q/demo-weather-vane/quilt");
  await page.getByLabel(/print/i).first().selectOption("assorted");
  await page.getByLabel(/how many prints/).fill("6");
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  await page.goto("/q/demo-weather-vane/cut");
  await expect(page.getByText(/of each of \d prints/).first()).toBeVisible();
});
