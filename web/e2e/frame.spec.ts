// The frame: thread, two sides, working, schools, history, values, files, the two counts, and the whole road by keyboard.
import { readFileSync } from "node:fs";
import { expect, type Page, test } from "@playwright/test";

async function begin(page: Page, name: string) {
  await page.goto("/new");
  await page.getByRole("radio", { name: "Nine-patch" }).click();
  await page.getByLabel("Between the blocks").selectOption("plain");
  await page.getByLabel("Blocks across").fill("3");
  await page.getByLabel("Blocks down").fill("3");
  await page.getByLabel("Name").fill(name);
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByRole("heading", { name })).toBeVisible();
  return new URL(page.url()).pathname.replace("/quilt", "");
}

test("the thread shows where the work stands and opens a card for each knot", async ({ page }) => {
  await page.goto("/q/demo-boat-shed/thread");
  const list = page.getByRole("list", { name: "From cloth to quilt" });
  await expect(list.getByRole("listitem")).toHaveCount(3 + 25 + 1); // fabrics, steps, quilt
  await expect(list.getByRole("button", { name: /^Chain block.*7 of 18, at the machine/ })).toBeVisible();
  await list.getByRole("button", { name: /^Half,/ }).click();
  const card = page.getByRole("region", { name: "What it is" });
  await expect(card).toContainText("18 for Half + III + 18 for Chain block = 36");
  await expect(card).toContainText("goes into");
  await card.getByRole("link", { name: "To the machine" }).click();
  await expect(page.getByRole("heading", { name: "Half" })).toBeVisible();
});

test("every number can show its working", async ({ page }) => {
  await page.goto("/q/demo-boat-shed/cut");
  await expect(page.getByText("Cloth to strips")).toBeVisible();
  await expect(page.getByText("40″ − 1/2″ to square up = 391/2″")).toHaveCount(0);
  await page.keyboard.press("w");
  await expect(page.getByText("40″ − 1/2″ to square up = 391/2″").first()).toBeVisible();
  await expect(page.getByText("3 × 2 for Set I + 3 × 2 for Set II + 2 for Set III = 14")).toBeVisible();
  await page.keyboard.press("w");
  await page.getByRole("button", { name: "Cloth of Drizzle: show the working" }).click();
  await expect(page.getByText("25 × 21/2″ + 1/2″ to square up = 63″")).toBeVisible();

  // And the rule it rests on, where that comes from, and what else rests on it here.
  await page.getByRole("link", { name: /This rule in the book: Strips lie side by side/ }).click();
  const rule = page.getByRole("article", { name: /Strips lie side by side/ });
  await expect(rule).toBeInViewport();
  await expect(rule.getByText("common practice", { exact: true })).toBeVisible();
  await expect(rule.getByText(/TestTheChainQuiltStandsUpToAPencil in core\/plan/)).toBeVisible();
  await expect(rule.getByText("25 × 21/2″ + 1/2″ to square up = 63″")).toBeVisible();
  await expect(page.getByRole("article", { name: /A goose is trimmed/ })).toContainText(
    "Nothing in this quilt rests on it.",
  );
  await page.goto("/q/demo-boat-shed/trim");
  await page.getByRole("link", { name: "The book of rules" }).click();
  await expect(page.getByRole("article", { name: /Two seams that meet lock/ })).toContainText("In this quilt");
});

test("schools change what the plan says, for the project and for one step", async ({ page }) => {
  const quilt = await begin(page, "Schools");
  await page.getByLabel("Set the seam first").selectOption("yes");
  await page.getByLabel("The shop sells by").selectOption("10 cm");
  await page.getByLabel("Step", { exact: true }).selectOption({ label: "Set I" });
  await page.getByRole("button", { name: "Do it differently there" }).click();
  await page.getByLabel("Press").last().selectOption("every seam open");
  await expect(page.getByText(/crossings/).first()).toBeVisible();
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
  await page.goto(`${quilt}/press`);
  await expect(page.getByText("flat as sewn first, then open every seam flat")).toBeVisible();
  await page.goto(`${quilt}/cut`);
  await expect(page.getByText(/buy [\d.]+ m/).first()).toBeVisible();
});

test("a number that is emptied keeps its last good value, and a step presses late by itself", async ({ page }) => {
  await begin(page, "Emptied");
  const down = page.getByLabel("Blocks down");
  const was = await down.inputValue();
  await down.fill("");
  await page.getByLabel("Blocks across").focus();
  await expect(down).toHaveValue(was);
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
  await down.fill("0");
  await expect(page.getByText("Changed, not kept yet")).toBeVisible();
  await down.fill(was);
  await page.getByLabel("Step", { exact: true }).selectOption({ index: 1 });
  await page.getByRole("button", { name: "Do it differently there" }).click();
  await page.getByLabel("Press").last().selectOption("so that seams nest, the last seams late");
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
  await expect(page.getByLabel("Press").last()).toHaveValue("late");
});

test("changes can be undone and done again, and the list says what changed", async ({ page }) => {
  await begin(page, "History");
  await page.getByLabel("Blocks down").fill("5");
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
  await page.getByRole("button", { name: "Revisions" }).click();
  await expect(page.getByText("blocks down 5, was 3")).toBeVisible();
  await page.getByRole("button", { name: /Undo the last change/ }).click();
  await expect(page.getByLabel("Blocks down")).toHaveValue("3");
  await page.getByRole("button", { name: /Do it again/ }).click();
  await expect(page.getByLabel("Blocks down")).toHaveValue("5");
});

test("values are judged in grey, and lights and darks change places", async ({ page }) => {
  await begin(page, "Values");
  const first = page.getByRole("img", { name: "Values" }).locator("polygon").first();
  const before = await first.getAttribute("fill");
  await page.keyboard.press("g");
  await expect(first).not.toHaveAttribute("fill", before ?? "");
  await expect(first).toHaveAttribute("fill", /^#(..)\1\1$/);
  await page.keyboard.press("g");
  await page.getByRole("button", { name: "Swap lights and darks" }).click();
  await expect(first).not.toHaveAttribute("fill", before ?? "");
});

test("a project goes out as a file and comes back; a bad one is refused in a sentence", async ({ page }) => {
  await page.goto("/q/demo-lamp-room/quilt");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Project file (JSON)" }).click(),
  ]);
  const text = readFileSync(await download.path(), "utf8");
  expect(JSON.parse(text).vicis).toBe(1);
  const [csv] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Cut list (CSV)" }).click(),
  ]);
  expect(readFileSync(await csv.path(), "utf8")).toContain("sub-cut,Set I,");
  const [svg] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "This picture (SVG)" }).click(),
  ]);
  const drawn = readFileSync(await svg.path(), "utf8");
  expect(drawn).toContain('xmlns="http://www.w3.org/2000/svg"');
  expect(drawn).not.toContain("var(");

  await page.goto("/");
  const input = page.locator("#project-file");
  for (const [name, bad] of [
    ["picture.json", "\u0089PNG"],
    ["other.json", '{"openapi":"3.1.0"}'],
    ["newer.json", text.replace('"vicis": 1', '"vicis": 9')],
    ["half.json", text.slice(0, 400)],
  ]) {
    await input.setInputFiles({ name: name ?? "", mimeType: "application/json", buffer: Buffer.from(bad ?? "") });
    await expect(page.getByRole("alert")).toContainText("nothing has been changed");
  }
  await input.setInputFiles({ name: "large.json", mimeType: "application/json", buffer: Buffer.alloc(2_000_000, 32) });
  await expect(page.getByRole("alert")).toContainText("larger than 1 MB");
  await input.setInputFiles({ name: "lamp.json", mimeType: "application/json", buffer: Buffer.from(text) });
  await expect(page.getByRole("heading", { name: "Lamp room" })).toBeVisible();
});

test("a quilt is put away and brought back", async ({ page }) => {
  await begin(page, "Put away");
  await page.goto("/");
  await page.getByRole("button", { name: "Put away Put away" }).click();
  await expect(page.getByRole("heading", { name: "Put away" })).toHaveCount(0);
  await page.getByText(/quilts? put away/).click();
  await page.getByRole("button", { name: "Bring back Put away" }).click();
  await expect(page.getByRole("heading", { name: "Put away" })).toBeVisible();
});

test("own strip sets and blocks are made, laid and counted", async ({ page }) => {
  const quilt = await begin(page, "Own units");
  await page.getByLabel("Add", { exact: true }).selectOption("a strip set and its sub-cut");
  await page.getByRole("button", { name: "Add it" }).click();
  const unit = (name: string) =>
    page.locator("details", { has: page.locator("summary").getByText(name, { exact: true }) });
  const set = unit("New set");
  await set.locator("summary").click();
  await set.getByRole("button", { name: "Add a strip" }).click();
  await set.getByLabel("Width of strip 3").fill("ten");
  await expect(set.getByRole("alert")).toContainText("“ten” is not a length");
  await set.getByLabel("Width of strip 3").fill("1 strip");
  await expect(set.getByRole("alert")).toHaveCount(0);
  await page.getByLabel("Add", { exact: true }).selectOption("a block of columns");
  await page.getByRole("button", { name: "Add it" }).click();
  const block = unit("New block");
  await block.locator("summary").click();
  await block.getByLabel("Column 1", { exact: true }).selectOption({ label: "New sub-cut" });
  await block.getByLabel("Column 2", { exact: true }).selectOption({ label: "I" });
  await block.getByRole("button", { name: "Add a column" }).click();
  await block.getByLabel("Turn of column 3", { exact: true }).selectOption("turned by half");
  await page.getByLabel("Block", { exact: true }).selectOption({ label: "New block" });
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
  await page.goto(`${quilt}/sew`);
  await expect(page.getByRole("heading", { name: /Sew New set: 1 set of 3 strips/ })).toBeVisible();
  await expect(page.getByRole("heading", { name: /Sew I to New sub-cut, \d+ times/ })).toBeVisible();
  // A block that does not fit is refused with the mend, and the rest stays usable.
  await page.goto(`${quilt}/quilt`);
  const cut = unit("New sub-cut");
  await cut.locator("summary").click();
  await cut.getByLabel("Width, cut", { exact: true }).fill("39 3/4");
  await expect(cut.getByRole("alert")).toContainText("does not come out of a strip set");
  await page.getByRole("button", { name: "Let it go" }).click();
  await expect(page.getByText("Changed, not kept yet")).toHaveCount(0);
});

test("two counts must agree", async ({ page }) => {
  const quilt = await begin(page, "Two counts");
  await page.goto(`${quilt}/bench/block`);
  await expect(page.getByTestId("good")).toHaveText("0");
  await page.keyboard.type("5");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("good")).toHaveText("5");
  await page.goto(`${quilt}/iron/block`);
  await expect(page.getByTestId("to-go")).toHaveText("5");
  await page.keyboard.type("4");
  await page.keyboard.press("Enter");
  await expect(
    page.getByText("5 were counted at the needle, and 4 came to the iron. Two may stick together", { exact: false }),
  ).toBeVisible();
  await page.keyboard.press("Space");
  await expect(page.getByText("The count at the iron and the count at the needle agree.")).toBeVisible();
  await page.keyboard.press("Space");
  await expect(page.getByText("6 came to the iron, and 5 were counted at the needle", { exact: false })).toBeVisible();
  await page.keyboard.press("z");
  await expect(page.getByText("agree.")).toBeVisible();
});

/** Presses Tab until the wanted thing has the focus, as one does without a mouse. */
async function tabTo(page: Page, name: RegExp, role: "link" | "button" | "radio" | "textbox") {
  const wanted = page.getByRole(role, { name }).first();
  await expect(wanted).toBeVisible();
  for (let i = 0; i < 80; i++) {
    if (await wanted.evaluate((e) => e === document.activeElement)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`${name} cannot be reached with Tab`);
}

test("the whole road by keyboard alone", async ({ page }) => {
  await page.goto("/");
  await tabTo(page, /Begin a quilt/, "link");
  await page.keyboard.press("Enter");
  await tabTo(page, /Four-patch/, "radio");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("radio", { name: "Four-patch" })).toBeChecked();
  await tabTo(page, /Name/, "textbox");
  await page.keyboard.type("By keyboard");
  // "Plain with corners" does not go with four-patches: it is said, and mended with the arrow keys.
  await expect(page.getByText("Choose a plain block between", { exact: false })).toBeVisible();
  await page.getByLabel("Between the blocks").focus();
  await page.keyboard.press("ArrowUp");
  await expect(page.getByText("Choose a plain block between", { exact: false })).toHaveCount(0);
  await tabTo(page, /Put it on the shelf/, "button");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "By keyboard" })).toBeVisible();
  for (const [key, heading] of [
    ["2", "cloth"],
    ["3", "Cloth to strips"],
    ["4", "Strip sets"],
    ["6", "What it must measure"],
  ]) {
    await page.keyboard.press(key ?? "");
    await expect(page.getByText(heading ?? "", { exact: true }).first()).toBeVisible();
  }
  await page.keyboard.press("5");
  await expect(page.getByRole("img", { name: "Four-patch, seen from the back" })).toBeVisible();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  await expect(page.getByText("one that is cut again, with every pile of it")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog", { name: "Keys" })).toHaveCount(0);
  await page.keyboard.press("b");
  await expect(page.getByTestId("good")).toHaveText("0");
  await page.keyboard.press("Space");
  await expect(page.getByTestId("good")).toHaveText("1");
  await page.keyboard.press("r");
  await page.keyboard.press("3");
  await expect(page.getByTestId("aside")).toHaveText("1");
  await page.keyboard.press("Escape");
  await expect(page.getByText("Cloth to strips")).toBeVisible();
});

test("print sheets are light, of the paper chosen, one after another", async ({ browser }) => {
  const context = await browser.newContext({ colorScheme: "dark" });
  const page = await context.newPage();
  await page.goto("/q/demo-boat-shed/print");
  await expect(page.getByRole("button", { name: "Print on A4" })).toBeVisible();
  for (const sheet of ["The thread", "Cut list", "Order of sewing", "Trim card"]) {
    await expect(page.getByRole("heading", { name: `Boat shed: ${sheet}` })).toBeVisible();
  }
  const light = await page.evaluate(() => getComputedStyle(document.body).color);
  expect(light).toBe("rgb(35, 40, 43)");
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString("latin1");
  expect(pdf.match(/\/Type \/Page\b/g)?.length).toBeGreaterThanOrEqual(4);
  expect(pdf).toMatch(/\/MediaBox \[0 0 59\d[.\d]* 84\d[.\d]*\]/);
  await page.goto("/q/demo-boat-shed/thread");
  await expect(page.getByRole("list", { name: "From cloth to quilt" })).toBeVisible();
  expect(await page.evaluate(() => getComputedStyle(document.body).color)).not.toBe(light);
  await context.close();
});
