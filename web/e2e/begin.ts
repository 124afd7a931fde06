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
