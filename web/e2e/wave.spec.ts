// A wave of opened rings: from the library over its curve to the mat, the machine and the last row; and what cannot be, said at its place.
import { expect, type Page, test } from "@playwright/test";
import { fromLibrary } from "./begin";

const kept = async (page: Page) => {
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
};

test("a wave goes from its curve to the last row", async ({ page }) => {
  test.setTimeout(120_000);
  const quilt = await fromLibrary(page, "Gentle wave", "Low water");
  await page.getByLabel("Blocks across").fill("2");
  await page.getByLabel("Blocks down").fill("2");
  await expect(page.getByText("Finishes 15″ × 32″")).toBeVisible();
  await kept(page);
  await page.getByRole("link", { name: "Wave", exact: true }).click();

  // The curve, by keys: a column up by a step, and its mirror; every step can be taken back.
  const height = (k: number) => page.getByRole("slider", { name: `Height of column ${k}`, exact: true });
  await expect(height(2)).toHaveAttribute("aria-valuetext", "opened between Darkest (strip 1) and Very dark (strip 2)");
  await page.keyboard.press("m");
  await height(2).focus();
  await page.keyboard.press("ArrowUp");
  await expect(height(2)).toHaveAttribute("aria-valuetext", "opened between Very dark (strip 2) and Dark (strip 3)");
  await expect(height(6)).toHaveAttribute("aria-valuetext", "opened between Very dark (strip 2) and Dark (strip 3)");
  await expect(page.getByText(/of 35 crossings between its columns do not nest/)).toBeVisible();
  // What clashes has a remedy with its price: the second tube.
  await page.getByRole("button", { name: "What helps?" }).click();
  const second = page.getByRole("listitem").filter({ hasText: "Two tubes of Set of eight" });
  await expect(second.getByText(/kinds? more to press/)).toBeVisible();
  await second.getByRole("button").click();
  await expect(page.getByText(/All 35 crossings between its columns nest/)).toBeVisible();
  await page.keyboard.press("z");
  await page.keyboard.press("z");
  await expect(height(2)).toHaveAttribute("aria-valuetext", "opened between Darkest (strip 1) and Very dark (strip 2)");
  await page.keyboard.press("m");

  // By mouse: the last column goes up two steps, and the wave breaks off; a longer list that goes on is taken.
  const dot = await height(6).boundingBox();
  const one = ((await height(2).boundingBox())?.y ?? 0) - ((await height(3).boundingBox())?.y ?? 0);
  if (!dot) throw new Error("no handle");
  await page.mouse.move(dot.x + dot.width / 2, dot.y + dot.height / 2);
  await page.mouse.down();
  await page.mouse.move(dot.x + dot.width / 2, dot.y + dot.height / 2 - one);
  await page.mouse.move(dot.x + dot.width / 2, dot.y + dot.height / 2 - 2 * one, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText(/The wave breaks off/)).toBeVisible();
  await page.getByRole("button", { name: /^Take it: Back by equal steps/ }).click();
  await expect(page.getByText(/The wave goes on/)).toBeVisible();
  await page.keyboard.press("z");
  await page.keyboard.press("z");

  // A ring is cut wider by two marks of the ruler; the block follows.
  await page.getByRole("slider", { name: "Width of column 4", exact: true }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/= 8 ?1\/8″/)).toBeVisible();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/= 8 ?1\/4″/)).toBeVisible();
  // However fast keys come, each is a mark.
  for (const key of ["ArrowRight", "ArrowRight", "ArrowRight", "ArrowLeft", "ArrowLeft", "ArrowLeft", "ArrowRight"]) {
    await page.keyboard.press(key);
  }
  await expect(page.getByText(/= 8 ?3\/8″/)).toBeVisible();
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByText(/= 8 ?1\/4″/)).toBeVisible();
  await kept(page);

  // At the mat: every strip, then the tubes, ring by ring in the order of the list.
  await page.goto(`${quilt}/cut/mat`);
  const strips = page.getByRole("button", { name: /^All \d+ cut: Cut/ });
  await expect(strips).toHaveCount(8);
  for (let n = 8; n > 0; n--) {
    await strips.first().click();
    await expect(strips).toHaveCount(n - 1);
  }
  const tube = page.getByRole("list", { name: "Widths in order" }).first();
  await expect(tube.getByRole("listitem").first()).toHaveText("21/2″");
  await expect(tube.getByRole("listitem").nth(3)).toHaveText("11/4″");

  // At the machine: the sets, closed; the rings; opened; joined both ways; the rows.
  const seen: string[] = [];
  const shown = () => page.evaluate(() => document.body.textContent);
  for (let n = 0; n < 40; n++) {
    await page.goto(`${quilt}/bench`);
    const goes = page.getByTestId("to-go").or(page.getByText("Everything that is counted is made"));
    await expect(goes).toBeVisible();
    const told = async () => Number(await goes.textContent());
    await expect.poll(told).not.toBe(0); // what was counted last may still be on its way
    const left = await told();
    if (Number.isNaN(left)) break; // everything is made
    seen.push((await page.getByRole("heading", { level: 1 }).textContent()) ?? "");
    const before = await shown();
    await page.keyboard.type(String(left));
    await page.keyboard.press("Enter");
    await expect.poll(shown).not.toBe(before); // the next step comes by itself
    await expect(page.getByText(/waiting to be sent/)).toHaveCount(0);
  }
  expect(seen.some((s) => s.includes("flat"))).toBe(true);
  expect(seen.some((s) => s.includes("ring of"))).toBe(true);
  expect(seen.some((s) => s.includes("Wave, columns 2 and 6"))).toBe(true);
  expect(seen.at(-1)).toContain("Row to row");
  await page.goto(`${quilt}/thread`);
  await expect(page.getByText("2 / 2 ✓").first()).toBeVisible();
});

test("a wave changed half-way keeps what was counted", async ({ page }) => {
  await page.goto("/q/demo-harbour-swell/wave");
  const widths = page.getByRole("slider", { name: "Width of column 4", exact: true });
  await widths.focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/= 8 ?1\/8″/)).toBeVisible();
  await kept(page);
  // Blocks joined at the old width no longer fit, and are listed; rings of the other widths still count.
  await page.goto("/q/demo-harbour-swell/thread");
  await expect(page.getByText(/ring of 2 ?1\/2″/).first()).toBeVisible();
  await page.goto("/q/demo-harbour-swell/bench/wave:c2");
  await expect(page.getByText("30 made")).toBeVisible();
  await page.goto("/q/demo-harbour-swell/bench/wave:c4");
  await expect(page.getByText("0 made")).toBeVisible();
  // Rings of the old width have used up their tubes, without a doubt.
  await page.goto("/q/demo-harbour-swell/bench/set");
  await expect(page.getByText(/no longer fit/)).toHaveCount(0);
  await page.goto("/q/demo-harbour-swell/quilt");
  await expect(page.getByRole("button", { name: /^Undo/ })).toBeEnabled();
  await page.keyboard.press("u");
  await expect(page.getByText(/finishes 45 ?1\/2″/)).toBeVisible();
  await page.goto("/q/demo-harbour-swell/bench/wave:c4");
  await expect(page.getByText("15 made")).toBeVisible();
});

test("what cannot be opened is said where it is decided, with the mend", async ({ page }) => {
  await page.goto("/q/demo-harbour-swell/wave");
  await page.getByRole("button", { name: /^Half steps/ }).click();
  await page.getByRole("slider", { name: "Height of column 3", exact: true }).focus();
  await page.keyboard.press("ArrowUp");
  await expect(page.getByText(/is opened in the middle of a strip and is 1\/2″ shorter/).first()).toBeVisible();
  await expect(page.getByRole("button", { name: /Keep this plan/ })).toBeDisabled();
  await page.getByLabel("Columns of unlike length").selectOption("the longer ones are trimmed");
  await expect(page.getByText(/is opened in the middle of a strip and is/)).toHaveCount(0);
  await expect(page.getByText(/across the middle of/).first()).toBeVisible();
  await expect(page.getByText("1/4″ off both ends").first()).toBeVisible();
  await page.getByRole("button", { name: "Let it go" }).click();
  // A set that is opened has no rings: said at the column, at once.
  await page.goto("/q/demo-harbour-swell/quilt");
  await page.getByText("Set of eight", { exact: true }).first().click();
  await page.getByText("Closed to a tube").click();
  await expect(page.getByText(/which is not closed to a tube/).first()).toBeVisible();
  await page.getByRole("button", { name: "Let it go" }).click();
});
