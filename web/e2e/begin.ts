import { expect, type Page } from "@playwright/test";

/** A quilt of a block of the library, put on the shelf under a name; where it is. */
export async function fromLibrary(page: Page, block: string, name: string) {
  await page.goto("/library");
  await page.getByRole("button", { name: block, exact: true }).click();
  await expect(page.getByRole("heading", { name: block, exact: true })).toBeVisible();
  await page.getByLabel("Name of the quilt").fill(name);
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByRole("heading", { name })).toBeVisible();
  return new URL(page.url()).pathname.replace("/quilt", "");
}

/** What a document of a quilt of one's own begins with. */
export const common = (name: string, measure: "cm" | "in") => ({
  vicis: 1,
  name,
  measure,
  spares: { count: 0 },
  schools: {},
  settings: measure === "cm" ? { buy: "m" } : {},
});
