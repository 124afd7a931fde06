// Cut again: from a four-patch to its parts moved, kept, cut at the mat and counted; and what cannot be, said at its place.
import { expect, test } from "@playwright/test";
import { fromLibrary } from "./begin";

test("a four-patch is cut again, its parts are moved, and it is counted to the block", async ({ page }) => {
  const quilt = await fromLibrary(page, "Four-patch", "Net needles");
  // Something sewn is cut again: a first cut, which is then moved.
  await page.getByLabel("Add", { exact: true }).selectOption({ label: "parts of something sewn, cut again" });
  await page.getByRole("button", { name: "Add it" }).click();
  await page.getByText("Part", { exact: true }).click();
  await page.getByRole("link", { name: "Move the lines and the parts" }).click();
  await page.getByRole("button", { name: "Join them again, and lay that block in the quilt" }).click();
  const parts = page.getByRole("group", { name: "Parts" });
  await expect(parts.getByRole("button")).toHaveCount(9);
  await expect(page.getByText("Inside the block 4 of 9 crossings clash")).toBeVisible();

  // A line is moved by keys: both go, for they are read on both sides of the middle.
  const lines = page.getByRole("slider");
  await expect(lines).toHaveCount(4);
  await lines.first().focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await expect(lines.first()).toHaveAttribute("aria-valuetext", "¾″ left of the middle");
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await expect(lines.first()).toHaveAttribute("aria-valuetext", "1″ left of the middle");

  // Parts are chosen, turned and exchanged; every step can be taken back.
  await parts.getByRole("button", { name: /^Row 1, column 2/ }).click();
  await page.keyboard.press("r");
  await expect(parts.getByRole("button", { name: "Row 1, column 2: part b1, turned by half" })).toBeVisible();
  await parts.getByRole("button", { name: /^Row 1, column 1/ }).click();
  await page.keyboard.press("x");
  await parts.getByRole("button", { name: /^Row 1, column 3/ }).click();
  await expect(parts.getByRole("button", { name: "Row 1, column 1: part c1, as it is" })).toBeVisible();
  // Dragged onto each other they change places back.
  await parts
    .getByRole("button", { name: /^Row 1, column 1/ })
    .dragTo(parts.getByRole("button", { name: /^Row 1, column 3/ }));
  await expect(parts.getByRole("button", { name: "Row 1, column 1: part a1, as it is" })).toBeVisible();
  await page.keyboard.press("z");
  await page.keyboard.press("z");
  await page.keyboard.press("z");
  await expect(parts.getByRole("button", { name: "Row 1, column 2: part b1, as it is" })).toBeVisible();

  // What else they can become: chosen, drawn, and what it costs.
  await page.getByRole("button", { name: /^Sides turned by half/ }).click();
  await expect(page.getByText("Inside the block 0 of 9 crossings clash")).toBeVisible();
  await expect(page.getByRole("row", { name: /^cut again/ })).toContainText(/\d+/);
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);

  // At the mat: where the knife goes, what comes off, and the count.
  await page.goto(`${quilt}/sew`);
  await page
    .getByRole("link", { name: /Part, upper middle/ })
    .first()
    .click();
  await expect(page.getByRole("img", { name: /and where it is cut for Part, upper middle/ })).toBeVisible();
  await expect(page.getByText(/Turn the mat, not the cloth/)).toBeVisible();
  await page.getByRole("button", { name: /^One more/ }).click();
  await expect(page.getByText("1 made")).toBeVisible();
  // One four-patch cut is a part on every pile; taken back, it is off all of them.
  await page.keyboard.press("a");
  await expect(page.getByText("2 made")).toBeVisible();
  const corners = `${quilt}/bench/${encodeURIComponent(new URL(page.url()).pathname.split("/").at(-1)?.split("%3A")[0] ?? "")}`;
  await page.keyboard.press("z");
  await expect(page.getByText("1 made")).toBeVisible();
  await page.keyboard.press("a");
  await expect(page.getByText("2 made")).toBeVisible();
  await page.goto(corners);
  await expect(page.getByText("4 made")).toBeVisible();
});

test("what cannot be cut is said where it is typed, and nothing typed is lost", async ({ page }) => {
  await page.goto("/q/demo-rope-walk/again");
  await page.getByText("Type the cuts, or what it measured").click();
  const across = page.getByRole("group", { name: "From top to bottom" });
  await across.getByLabel("Distance of line 1").fill("1/4");
  await expect(page.getByText(/what remains there falls apart/).first()).toBeVisible();
  await expect(page.getByRole("button", { name: /Keep this plan/ })).toBeDisabled();
  await expect(across.getByLabel("Distance of line 1")).toHaveValue("1/4");
  await across.getByLabel("Distance of line 1").fill("1 1/2");
  await expect(page.getByText(/what remains there falls apart/)).toHaveCount(0);
  await page.getByLabel("Measured across").fill("24");
  await page.getByLabel("Measured down").fill("9 1/2");
  await expect(page.getByText(/It should measure 9/).first()).toBeVisible();
  await page.getByLabel("Measured across").fill("9 5/8");
  await expect(page.getByText("Part b1, 3″ × 31/2″", { exact: false })).toHaveCount(0);
  await page.getByRole("button", { name: "Let it go" }).click();
});

test("a last, narrower column is cut from a block and laid in the repeat", async ({ page }) => {
  const quilt = await fromLibrary(page, "Four-patch", "Jetty");
  await page.getByLabel("Add", { exact: true }).selectOption({ label: "parts of something sewn, cut again" });
  await page.getByRole("button", { name: "Add it" }).click();
  await page.getByText("Part", { exact: true }).click();
  await page.getByRole("group", { name: "From side to side" }).getByLabel("From side to side").selectOption("not cut");
  const across = page.getByRole("group", { name: "From top to bottom" });
  await across.getByLabel("Line 1 is read from").selectOption("the left edge");
  await across.getByLabel("Distance of line 1").fill("1 3/4");
  await page.getByLabel("Blocks across").fill("3");
  await page.getByLabel("Blocks down").fill("2");
  await page.getByText(/^The repeat, cell by cell/).click();
  const column = page.getByRole("group", { name: "Column 1", exact: true });
  await column.getByRole("button", { name: "A column on the right" }).click();
  await column.getByRole("button", { name: "A column on the right" }).click();
  const cells = page.getByRole("group", { name: "The repeat" });
  await cells.getByRole("button", { name: /^Row 1, column 3/ }).click();
  await page.getByLabel("Row 1, column 3 of the repeat").selectOption({ label: "Part a1" });
  // Two four-patches of 4″ and a column of 1¼″, two rows.
  await expect(page.getByText("Finishes 91/4″ × 8″")).toBeVisible();
  await expect(page.getByText("6 blocks of several sizes")).toBeVisible();
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
  await page.goto(`${quilt}/sew`);
  await expect(page.getByText(/13\/4″ from the left edge/).first()).toBeVisible();
  // A block that does not fit its column is said at its place.
  await page.goto(`${quilt}/quilt`);
  await page.getByText(/^The repeat, cell by cell/).click();
  await page.getByRole("group", { name: "Row 1", exact: true }).getByRole("button", { name: "A row below" }).click();
  await page
    .getByRole("group", { name: "The repeat" })
    .getByRole("button", { name: /^Row 2, column 3/ })
    .click();
  await page.getByLabel("Row 2, column 3 of the repeat").selectOption({ label: "Four-patch" });
  await expect(page.getByText(/Four-patch measures 41\/2″ × 41\/2″ unfinished where Part/).first()).toBeVisible();
});
