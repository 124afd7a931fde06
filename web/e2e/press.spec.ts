// The press plan, used as a quilter uses it: why, what if, what helps, what is pressed already; and choosing a layout by its price.
import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "@playwright/test";

async function fromLibrary(page: Page, block: string, name: string) {
  await page.goto(`/library/${block}`);
  await page.getByLabel("Name of the quilt").fill(name);
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByRole("heading", { name })).toBeVisible();
  return page.url().replace(/\/quilt$/, "");
}

/** What is opened on a page has to be as sound as the page. */
const sound = async (page: Page) => expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

test("crossings that cannot nest are explained, and a remedy is taken with its price", async ({ page }) => {
  const quilt = await fromLibrary(page, "rail", "Fence");
  await page.goto(`${quilt}/press`);
  await expect(page.getByRole("heading", { name: /do not nest/ })).toBeVisible();
  await page.getByText("why not?").first().click();
  await expect(page.getByText(/meets itself, all being pressed alike/)).toBeVisible();
  await expect(page.getByText("Spin the crossings: all nest")).toBeVisible();
  await sound(page);
  await page.getByRole("button", { name: "Do it: Spin the crossings" }).click();
  await expect(page.getByRole("heading", { name: /^All .* nest$/ })).toBeVisible();
  await expect(page.getByText(/spun: sew with short stitches what ends there/)).toBeVisible();
  await expect(
    page.getByText(
      /undo the stitches of the seam of Rails turned: row 1 and .* that lie inside the allowance of this seam/,
    ),
  ).toBeVisible();
  await page.reload();
  await expect(page.getByRole("heading", { name: /^All .* nest$/ })).toBeVisible();
  // The needle is told too: it is the seams that end there which are sewn short, and the last one as usual.
  await page.goto(`${quilt}/sew`);
  await expect(
    page.getByText(/short stitches, 1.5 to 1.8 mm, because at crossings that are spun/).first(),
  ).toBeVisible();
  await expect(page.getByText(/spun at its crossings.* stitches of 2.1 to 2.5 mm/).first()).toBeVisible();
  // An undo takes it back, and two ways are another remedy: A and B are steps of their own.
  await page.goto(`${quilt}/quilt`);
  await page.getByRole("button", { name: /Undo the last change/ }).click();
  await page.getByRole("button", { name: "What helps?" }).click();
  await expect(page.getByText("Press the last seams two ways: all nest")).toBeVisible();
  await page.getByRole("button", { name: "Do it: Press the last seams two ways" }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeVisible();
  await expect(page.getByText(/Some kinds are pressed two ways, A and B/)).toBeVisible();
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await page.getByRole("navigation").getByRole("link", { name: /^Sew/ }).click();
  await expect(page.getByRole("heading", { name: /Sew Rails turned, A/ }).last()).toBeVisible();
  // They are sewn alike, on one chain, and each says how it is pressed.
  const b = page.getByRole("link", { name: /^Rails turned, B/ });
  await expect(b).toHaveCount(1);
  await expect(b).toContainText(/press (up|down|toward|to the)/);
});

test("a question that is overtaken is dropped on its way", async ({ page }) => {
  const quilt = await fromLibrary(page, "nine-patch", "Overtaken");
  await page.goto(`${quilt}/press`);
  await page.route("**/api/seam", async (route) => {
    await new Promise((done) => setTimeout(done, 3000));
    await route.continue().catch(() => undefined); // it may be gone by then
  });
  const dropped = page.waitForEvent("requestfailed", (r) => r.url().endsWith("/api/seam"));
  const seams = page.getByRole("list", { name: "Seams" });
  await seams.getByRole("button", { name: /^I set, seam 1:/ }).click();
  await seams.getByRole("button", { name: /^I set, seam 2:/ }).click();
  expect((await dropped).postData()).toContain("I-set/");
  await expect(page.getByRole("region", { name: /About seam 2 of I set/i })).toBeVisible();
});

test("a seam says why, what else would cost, and is held; contradictions are named", async ({ page }) => {
  const quilt = await fromLibrary(page, "nine-patch", "Square of squares");
  await page.goto(`${quilt}/press`);
  const seams = page.getByRole("list", { name: "Seams" });
  // Every seam of a drawing answers, in the list and where it is drawn: those of its parts too.
  await seams.getByRole("button", { name: /^I set, seam 1:/ }).click();
  await expect(page.getByRole("region", { name: /About seam 1 of I set/i })).toBeVisible();
  const drawn = page.getByRole("img", { name: "Nine-patch, seen from the back" }).locator('line[style*="pointer"]');
  for (let n = await drawn.count(); n > 0; n--) {
    await drawn.nth(n - 1).dispatchEvent("click");
    await expect(page.getByRole("region", { name: /^About / })).toBeVisible();
  }
  await page.getByRole("button", { name: /^Row 1 every/ }).click();
  await seams.getByRole("button", { name: /^Row 1, seam 1:/ }).click();
  const panel = page.getByRole("region", { name: /About seam 1 of Row 1/i });
  await expect(panel.getByText("Why?")).toBeVisible();
  await sound(page);
  await panel.getByRole("button", { name: "Hold it as it is" }).click();
  await expect(seams.getByRole("button", { name: /^Row 1, seam 1.*held/ })).toBeVisible();
  // Its neighbour in the row below is held against it: they clash, and the fewest seams to release are named.
  await page.getByRole("button", { name: /^Row 2 every/ }).click();
  await seams.getByRole("button", { name: /^Row 2, seam 1:/ }).click();
  const other = page.getByRole("region", { name: /About seam 1 of Row 2/i });
  await expect(other.getByText(/more than now/).first()).toBeVisible();
  await other
    .getByRole("listitem")
    .filter({ hasText: "more than now" })
    .getByRole("button", { name: /Press it toward/ })
    .click();
  await expect(page.getByText(/You hold seams so that more clash than must/)).toBeVisible();
  await page.getByRole("button", { name: "Do it: Release what is held" }).click();
  await expect(page.getByRole("heading", { name: /^All .* nest$/ })).toBeVisible();
});

test("what was counted while the server was away is sent from any page", async ({ page, request }) => {
  const pressed = async () => {
    const { progress } = await (await request.get("/api/quilts/demo-boat-shed/progress")).json();
    return progress.steps.find((s: { id: string }) => s.id === "half").pressed;
  };
  await page.goto("/q/demo-boat-shed/iron/half");
  const toGo = page.getByTestId("to-go");
  const before = Number(await toGo.innerText());
  const stored = await pressed();
  await page.route("**/events", (route) => route.abort());
  await page.keyboard.press("Space");
  await expect(toGo).toHaveText(String(before - 1));
  await page.goto("/q/demo-boat-shed/trim"); // the server is still away
  expect(await pressed()).toBe(stored);
  await page.unroute("**/events");
  await page.goto("/q/demo-boat-shed/press");
  await expect.poll(pressed).toBe(stored + 1);
});

test("what has been pressed is kept, and the whole quilt is seen from the back", async ({ page, request }) => {
  await page.goto("/q/demo-boat-shed/press");
  await page.getByRole("button", { name: "Whole quilt" }).click();
  await expect(page.getByRole("img", { name: "Boat shed, seen from the back" })).toBeVisible();
  await page.goto("/q/demo-boat-shed/iron/half");
  await expect(page.getByText(/the seam away from you/)).toBeVisible();
  const toGo = page.getByTestId("to-go");
  const before = Number(await toGo.innerText());
  await page.keyboard.press("Space");
  await page.keyboard.press("Space");
  await expect(toGo).toHaveText(String(before - 2));
  await expect(page.getByText(/not sent|waiting/i)).toBeHidden();
  await expect
    .poll(async () => {
      const { progress } = await (await request.get("/api/quilts/demo-boat-shed/progress")).json();
      return progress.steps.find((s: { id: string }) => s.id === "half").pressed;
    })
    .toBeGreaterThanOrEqual(2);
  await page.goto("/q/demo-boat-shed/press");
  await page
    .getByRole("button", { name: /are pressed so: keep it/ })
    .first()
    .click();
  await expect(page.getByText("kept as pressed").first()).toBeVisible();
  // To press it another way is to press it again, and that is said.
  await page.getByRole("button", { name: /^Half kept/ }).click();
  await page
    .getByRole("list", { name: "Seams" })
    .getByRole("button", { name: /^Half: / })
    .click();
  await expect(page.getByRole("heading", { name: /held by you, pressed already/ })).toBeVisible();
  await expect(page.getByText(/^Pressed already, and to press again: \d+ of Half/).first()).toBeVisible();
  await page.getByRole("button", { name: "No longer keep it so" }).click();
  await expect(page.getByText("kept as pressed")).toBeHidden();
  // Pressed another way all the same: at the iron and in the list it is said of how many.
  await page
    .getByRole("region", { name: "About The seam of Half" })
    .getByRole("button", { name: /^Press it toward / })
    .first()
    .click();
  const again = page.getByText(/^\d+ are pressed another way than planned now: press them again\.$/);
  await expect(again.first()).toBeVisible();
  await page.goto("/q/demo-boat-shed/iron/half");
  await expect(again).toBeVisible();
  // And back: nothing is to be done again.
  await page.goto("/q/demo-boat-shed/press");
  await page
    .getByRole("list", { name: "Seams" })
    .getByRole("button", { name: /^Half: / })
    .click();
  await page
    .getByRole("region", { name: "About The seam of Half" })
    .getByRole("button", { name: /^Press it toward / })
    .first()
    .click();
  await expect(again).toBeHidden();
});

test("ways to turn a block are chosen by their price", async ({ page }) => {
  await fromLibrary(page, "half-square", "Slopes");
  await page.getByRole("button", { name: "Ways to turn the block" }).click();
  const ways = page.getByRole("list", { name: "Arrangements" }).getByRole("listitem");
  await expect(ways.first()).toContainText("all nest");
  expect(await ways.count()).toBeGreaterThan(20);
  await sound(page);
  const clashing = ways.filter({ hasText: /\d+ of \d+ clash/ }).last();
  const price = await clashing.getByText(/of \d+ clash/).innerText();
  await clashing.getByRole("button").click();
  await expect(page.getByText(`${price.replace(" clash", "")} crossings do not nest`)).toBeVisible();
});
