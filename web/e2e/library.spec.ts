// The library and the methods of triangles, corners, frames and grids, used as a quilter uses them.

import { expect, test } from "@playwright/test";
import { fromLibrary } from "./begin";

test("a block is chosen, sized, coloured, seen from both sides and put on the shelf", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("link", { name: "Blocks to begin with" }).click();
  await page.getByRole("button", { name: "Eight-pointed star" }).click();
  await expect(page.getByRole("img", { name: "Eight-pointed star, front" })).toBeVisible();
  await expect(page.getByRole("img", { name: "Eight-pointed star, seen from the back" })).toBeVisible();
  await expect(page.getByRole("img", { name: "Eight-pointed star beside itself" })).toBeVisible();
  await expect(page.getByText("One finishes 8″ × 8″; the quilt 32″ × 32″")).toBeVisible();

  // A size whose parts fall between two marks is named with the nearest that do not.
  await page.getByLabel("One finishes").fill("7 3/4");
  await expect(page.getByText(/At 73\/4″ these fall between two marks/)).toBeVisible();
  await page.getByRole("button", { name: "71/2″ falls on marks" }).click();
  await expect(page.getByText("One finishes 71/2″ × 71/2″; the quilt 30″ × 30″")).toBeVisible();
  // Nonsense is answered at its place, and nothing typed is lost.
  await page.getByLabel("One finishes").fill("wide");
  await expect(page.getByRole("alert").first()).toContainText("Write the finished size");
  await expect(page.getByRole("button", { name: "Put it on the shelf" })).toBeDisabled();
  await page.reload();
  await expect(page.getByLabel("One finishes")).toHaveValue("wide");
  await page.getByLabel("One finishes").fill("12");
  await page.getByLabel("Across").fill("3");
  await page.getByLabel("accent", { exact: true }).fill("Rowan");
  await expect(page.getByText("One finishes 12″ × 12″; the quilt 36″ × 48″")).toBeVisible();
  await page.getByLabel("Name of the quilt").fill("Star road");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByRole("heading", { name: "Star road" })).toBeVisible();
  await expect(page.getByText("Finishes 36″ × 48″", { exact: true })).toBeVisible();

  // Other ways to make the goose, for the 48 this quilt needs; one is chosen with one act.
  await page.locator("summary").filter({ hasText: "Goose" }).click();
  await page.getByRole("button", { name: "Other ways to make it" }).first().click();
  await expect(page.getByText("For the 48 this quilt needs:")).toBeVisible();
  await page.getByRole("button", { name: "Make it with flipped corners", exact: true }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeVisible();
  await expect(page.getByText("Finishes 36″ × 48″", { exact: true })).toBeVisible();

  // A corner larger than its base is said where it was typed; the rest stays usable and the mend works.
  await page.getByLabel("covers, finished").fill("4");
  await expect(page.getByText(/The top left corner of Goose is larger than its base/).last()).toBeVisible();
  await expect(page.getByRole("button", { name: /Keep this plan/ })).toBeDisabled();
  await page.getByLabel("covers, finished").fill("1 strip");
  await expect(page.getByText("Finishes 36″ × 48″", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  await page.getByRole("navigation").getByRole("link", { name: /^Sew/ }).click();
  await expect(page.getByRole("heading", { name: /Sew a square face down in the top left corner/ })).toBeVisible();
});

test("a unit of strip sets is held against the same of patches, and made so", async ({ page }) => {
  const quilt = await fromLibrary(page, "Four-patch", "By patches");
  await page.locator("summary").filter({ hasText: "Four-patch" }).click();
  await page.getByRole("button", { name: "Other ways to make it" }).click();
  const both = page.getByRole("region", { name: "Four-patch of patches" });
  // Sixteen blocks by pencil: 6 strips and 32 segments, 3 sets and 16 joins; 6 strips and 64 patches, 3 seams in each.
  await expect(both.getByRole("row", { name: /from strip sets/ })).toHaveText(/38\s*19/);
  await expect(both.getByRole("row", { name: /patch by patch/ })).toHaveText(/70\s*48/);
  await both.getByRole("button", { name: "Make Four-patch patch by patch" }).click();
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  await page.goto(`${quilt}/cut`);
  await expect(page.getByText("No strip sets in this quilt.")).toBeVisible();
  await page.goto(`${quilt}/quilt`);
  await page.getByRole("button", { name: /Undo the last change/ }).click();
  await page.goto(`${quilt}/cut`);
  await expect(page.getByText("No strip sets in this quilt.")).toBeHidden();
});

test("a colourway is counted apart, and shares what it does not change", async ({ page }) => {
  await page.goto("/library/pinwheel");
  await page.getByLabel("Name of the quilt").fill("Two winds");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await page.getByRole("button", { name: "Add a fabric" }).click();
  await page.getByRole("button", { name: "Add a colourway" }).click();
  await page.getByLabel("Colourway", { exact: true }).fill("Evening");
  await page.getByLabel("dark patches").last().selectOption("Fabric 3");
  await page.getByRole("button", { name: "Two colourways in turn" }).click();
  await expect(page.getByLabel("The other in")).toBeVisible();
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  await page.getByRole("navigation").getByRole("link", { name: /^Sew/ }).click();
  await expect(page.getByText("One chain with 2 kinds, 8 in all").first()).toBeVisible();
  await expect(page.getByRole("link", { name: "Half-square unit: pairs 0/4" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Half-square unit, Evening: pairs 0/4" })).toBeVisible();
  await expect(page.getByText(/Pinwheel, Evening/).first()).toBeVisible();
});

test("a unit of its own is put together in the grid", async ({ page }) => {
  await page.goto("/library/half-square");
  await page.getByLabel("Name of the quilt").fill("Own grid");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await page.getByLabel("Add", { exact: true }).selectOption("a grid of units");
  await page.getByRole("button", { name: "Add it" }).click();
  await page.locator("summary").filter({ hasText: "New block" }).click();
  await page.getByLabel(/Row 1, column 1: Half-square unit/).click();
  await page.getByRole("button", { name: "A column on the right" }).click();
  await page.getByLabel(/Row 1, column 2: Half-square unit/).click();
  await page.getByRole("button", { name: "Turn", exact: true }).click();
  await expect(page.getByLabel(/Row 1, column 2: Half-square unit, a quarter right/)).toBeVisible();
  await page.getByLabel("Block", { exact: true }).selectOption("New block");
  await expect(page.getByText("Finishes 48″ × 32″")).toBeVisible(); // 3 × 2 units of 4″, four by four
  await page.getByLabel("In turn with").selectOption("Half-square unit");
  await expect(
    page.getByText(/Half-square unit measures 41\/2″ × 41\/2″ unfinished where New block/).first(),
  ).toBeVisible();
});

test("every block of the library goes from the shelf to the bench", async ({ page, request }) => {
  test.setTimeout(400_000);
  const blocks: { id: string; name: string }[] = await (await request.get("/api/library")).json();
  expect(blocks.length).toBeGreaterThanOrEqual(25);
  for (const block of blocks) {
    await page.goto(`/library/${block.id}`);
    await expect(page.getByRole("img", { name: `${block.name}, front` })).toBeVisible();
    await expect(page.getByRole("img", { name: `${block.name}, seen from the back` })).toBeVisible();
    await page.getByRole("button", { name: "Put it on the shelf" }).click();
    await page.waitForURL(/\/q\/.*\/quilt/);
    await expect(page.getByText(/^Finishes/)).toBeVisible();
    const at = new URL(page.url()).pathname.replace("/quilt", "");
    const project = await (await request.get(`/api${at.replace("/q/", "/quilts/")}`)).json();
    // The step that makes the block itself, with its true picture, counted at the bench.
    const steps: { id: string; make: number; stage: string; picture: string }[] = project.plan.steps;
    const last =
      steps.findLast((s) => s.stage === "blocks") ?? steps.findLast((s) => s.picture !== "" && s.stage !== "rows");
    if (!last) throw new Error(`${block.id} has no step`);
    await page.goto(`${at}/bench/${encodeURIComponent(last.id)}`);
    await expect(page.getByTestId("to-go")).toHaveText(String(last.make));
    await page.keyboard.type(String(last.make));
    await page.keyboard.press("Enter");
    await expect(page.getByTestId("good")).toHaveText(String(last.make));
    await expect(page.getByTestId("to-go")).toHaveText("0");
    const made = async () => {
      const { progress } = await (await request.get(`/api${at.replace("/q/", "/quilts/")}/progress`)).json();
      return progress.steps.find((s: { id: string }) => s.id === last.id).made;
    };
    await expect.poll(made).toBe(last.make);
    await request.post(`/api${at.replace("/q/", "/quilts/")}/away`, { data: { away: true } });
  }
});

test("both hands of a pair fall out of the same pairs", async ({ page, request }) => {
  await page.goto("/library/four-patch-halves");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByText("Halved four-patch, left hand: 32 · Halved four-patch, right hand: 32")).toBeVisible();
  const at = new URL(page.url()).pathname.replace("/quilt", "");
  await page.goto(`${at}/bench/halved%3Ab`);
  await expect(page.getByTestId("to-go")).toHaveText("32");
  await page.keyboard.type("30");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("to-go")).toHaveText("2");
  // The other hand falls out of the same pairs.
  await page.goto(`${at}/bench/halved`);
  await expect(page.getByTestId("to-go")).toHaveText("2");
  const progress = await (await request.get(`/api${at.replace("/q/", "/quilts/")}/progress`)).json();
  const of = (id: string) => progress.progress.steps.find((s: { id: string }) => s.id === id);
  expect(of("halved/pair").used).toBe(15); // two of each hand from a pair
});
