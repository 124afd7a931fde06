// Cutting: the script at the mat, the width of the cloth, and how large a quilt comes out of the cloth there is.
import { expect, type Page, test } from "@playwright/test";

async function shelve(page: Page, block: string, name: string) {
  await page.goto(`/library/${block}`);
  await page.getByLabel("Name of the quilt").fill(name);
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await page.waitForURL(/\/q\/.*\/quilt/);
  return new URL(page.url()).pathname.replace("/quilt", "");
}

test("a quilt is cut from the script, and nothing is missing at the end", async ({ page, request }) => {
  const at = await shelve(page, "log-cabin", "Cut in order");
  const api = `/api${at.replace("/q/", "/quilts/")}`;
  const progress = async () => (await (await request.get(`${api}/progress`)).json()).progress;
  await page.getByRole("navigation").getByRole("link", { name: /^Cut/ }).click();
  await expect(page.getByText("10 strips: fewer cannot give them.")).toBeVisible();
  await page.getByRole("link", { name: "In order, at the mat" }).click();
  await expect(page.getByText(/Before you clean an edge: there must be/).first()).toBeVisible();

  // One strip, one more, then the others; each is a tally at once, and the last can be taken back.
  const light = page.getByRole("region", { name: "Light" });
  await light.getByRole("button", { name: /^1 cut: Cut 10 strips/ }).click();
  await light.getByRole("button", { name: /^1 cut: Cut 10 strips/ }).click();
  await expect(light.getByText("2 of 10")).toBeVisible();
  await light.getByRole("button", { name: /^Take back: Cut 10 strips/ }).click();
  await expect(light.getByText("1 of 10")).toBeVisible();
  await light.getByRole("button", { name: /^All 9 cut: Cut 10 strips/ }).click();
  await expect(light.getByText("all 10 cut ✓")).toBeVisible();
  await expect.poll(async () => (await progress()).counted).toBe(10);
  await page.reload();
  await expect(light.getByText("all 10 cut ✓")).toBeVisible();

  // A stack of two strips gives all that comes out of them, to several piles at once.
  await light
    .getByRole("button", { name: /^2 cut: 2 strips/ })
    .first()
    .click();
  await expect.poll(async () => (await progress()).counted).toBeGreaterThan(10);

  // Without the server what is ticked is kept, shown, and sent when it is back.
  await page.route("**/events", (route) => route.abort());
  await page
    .getByRole("region", { name: "Accent" })
    .getByRole("button", { name: /^1 cut/ })
    .first()
    .click();
  await expect(page.getByText(/what you tick is kept here/)).toBeVisible();
  await expect(page.getByRole("region", { name: "Accent" }).getByText("cut ✓").first()).toBeVisible();
  await page.unroute("**/events");
  await expect(page.getByText(/what you tick is kept here/)).toBeHidden();

  // The rest, line by line, as the table has it.
  const left = page.getByRole("button", { name: /^(1|2|All \d+) cut: / });
  for (let n = 0; (await left.count()) > 0; n++) {
    expect(n).toBeLessThan(120);
    // The last one may just have gone; what is missing at the end is counted below.
    await left
      .last()
      .click({ timeout: 10_000 })
      .catch(() => undefined);
  }
  await expect
    .poll(async () => {
      const p = await progress();
      return p.stages
        .filter((s: { stage: string }) => s.stage === "strips" || s.stage === "sub-cuts")
        .map((s: { make: number; done: number }) => s.make - s.done);
    })
    .toEqual([0, 0]);
  expect((await progress()).doubts).toEqual([]);
});

test("an inch of width and a stray length of cloth are judged", async ({ page }) => {
  await shelve(page, "eight-pointed-star", "Width and length");
  await page.getByText("How large a quilt comes out of the cloth there is?").click();
  await page.getByLabel("Dark, there is").fill("much");
  await page.getByRole("button", { name: "How large?" }).click();
  await expect(page.getByText(/“much” is not a length/)).toBeVisible();
  await page.getByLabel("Dark, there is").fill("1/4 yd");
  await page.getByRole("button", { name: "How large?" }).click();
  await expect(page.getByText("Dark runs out first.")).toBeVisible();
  const found = (await page.getByText(/^\d+ × \d+ blocks, /).textContent()) ?? "";
  await page.getByRole("button", { name: "Make it so" }).click();
  await expect(page.getByLabel("Blocks across")).toHaveValue(found.split(" ")[0] ?? "");
  await expect(page.getByLabel("Blocks down")).toHaveValue(found.split(" ")[2] ?? "");
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await page.getByRole("navigation").getByRole("link", { name: /^Cut/ }).click();
  await expect(page.getByRole("heading", { name: "How narrow the cloth may be" })).toBeVisible();
  await expect(page.getByText(/of usable width/).first()).toBeVisible();
});

test("cloth that shrinks, ends squared again and layers change the cutting at once", async ({ page }) => {
  const at = await shelve(page, "nine-patch", "Washed");
  const buys = async () => {
    await page.goto(`${at}/cut`);
    await expect(page.getByText(/^buy/).first()).toBeVisible();
    return page.getByText(/^buy/).allTextContents();
  };
  const before = await buys();
  await page.goto(`${at}/quilt`);
  await page.getByLabel("Shrinks, in a hundred").fill("20");
  await page.getByLabel("Bought beyond the plan").fill("many");
  await expect(page.getByRole("alert").filter({ hasText: "“many” is not a length" })).toBeVisible();
  await page.getByLabel("Bought beyond the plan").fill("1/4 yd");
  await page.getByLabel("Squared up again after cuts").fill("3");
  await page.getByLabel("Layers cut at once").fill("9");
  await expect(page.getByText("9 layers cannot be cut at once.").first()).toBeVisible();
  await page.getByLabel("Layers cut at once").fill("4");
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  const after = await buys();
  expect(after).not.toEqual(before);
  await page.getByRole("link", { name: "In order, at the mat" }).click();
  await expect(page.getByText("square up", { exact: true }).first()).toBeVisible();
});

test("borders wait for the measured top; corners, backing and binding are planned and sewn", async ({
  page,
  request,
}) => {
  const at = await shelve(page, "nine-patch", "Bordered");
  await page.getByRole("button", { name: "Add a border" }).click();
  await page.getByRole("button", { name: "Another border" }).click();
  await page.getByLabel("Its corners").last().selectOption("squares of Light");
  await page.getByRole("button", { name: "Add a backing" }).click();
  await page.getByLabel("Backing overhang").fill("wide");
  await expect(page.getByText(/“wide” is not a length/).first()).toBeVisible();
  await page.getByLabel("Backing overhang").fill("");
  await page.getByRole("button", { name: "Add a binding" }).click();
  await page.getByLabel("Binding cut").fill("1/2");
  await expect(page.getByText(/does not fold round the edge/).first()).toBeVisible();
  await page.getByLabel("Binding cut").fill("");
  await expect(page.getByText("Finishes 36″ × 36″")).toBeVisible();
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();

  await page.goto(`${at}/cut`);
  await expect(page.getByText(/once the pieced top has been measured/).first()).toBeVisible();
  await page.getByLabel("The top measures across").fill("24 1/4");
  await page.getByLabel("The top measures down").fill("long");
  await page.getByRole("button", { name: "Cut the borders to it" }).click();
  await expect(page.getByText(/“long” is not a length/).first()).toBeVisible();
  await page.getByLabel("The top measures down").fill("24 1/2");
  await page.getByRole("button", { name: "Cut the borders to it" }).click();
  await expect(page.getByText(/so the pieced top was measured/).first()).toBeVisible();
  await expect(page.getByText("2 of 241/2″ for the sides and 2 of 301/4″ for top and bottom")).toBeVisible();
  await page.goto(`${at}/cut/mat`);
  await expect(page.getByText(/^Cut 2 lengths of/)).toBeVisible();

  // To the last stitch: every step is counted, and nothing is in doubt.
  const api = `/api${at.replace("/q/", "/quilts/")}`;
  const { plan } = await (await request.get(api)).json();
  const events = plan.steps.map((s: { id: string; exact: string; make: number }, i: number) => ({
    id: `to-the-end-${i}`,
    step: s.id,
    kind: "made",
    n: s.make,
    exact: s.exact,
    at: "2026-01-01T00:00:00Z",
  }));
  await request.post(`${api}/events`, { data: { events } });
  const { progress } = await (await request.get(`${api}/progress`)).json();
  expect(progress.next).toBe("");
  expect(progress.doubts).toEqual([]);
  await page.goto(`${at}/sew`);
  await expect(page.getByRole("heading", { name: /Sew the binding round the quilt/ })).toBeVisible();
});

test("sashing with cornerstones lies between the blocks, is counted, and lets everything nest", async ({ page }) => {
  const at = await shelve(page, "churn-dash", "Between");
  await page.getByRole("button", { name: "Add sashing" }).click();
  await expect(page.getByText("Finishes 401/2″ × 401/2″")).toBeVisible(); // 4 × 9″ and 3 × 1½″
  await page.getByText("Round the outside too").click();
  await expect(page.getByLabel("Round the outside too")).toBeChecked();
  await expect(page.getByText("Finishes 431/2″ × 431/2″")).toBeVisible();
  await page.getByLabel("Sashing cut").fill("1/4");
  await expect(page.getByText(/is taken whole by its two seam allowances/).first()).toBeVisible();
  await page.getByLabel("Sashing cut").fill("");
  await expect(page.getByText(/^All \d+ crossings of this quilt nest/)).toBeVisible();
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  await page.goto(`${at}/sew`);
  await expect(page.getByRole("heading", { name: "Sew sashing row 1 of 9 pieces, 3 times." })).toBeVisible();
  await page.goto(`${at}/bench/${encodeURIComponent("sash@corner")}`);
  await expect(page.getByTestId("to-go")).toHaveText("25");
  // What is as long as a block waits until one has been measured.
  await page.goto(`${at}/cut/mat`);
  await expect(page.getByText("Held back: cut it once a pieced block has been measured.").first()).toBeVisible();
  await page.getByRole("link", { name: "Measure first" }).first().click();
  await page.getByText("Cut, sew and measure one block before you cut everything.").click();
  await expect(page.getByText("measure it: 91/2″ × 91/2″").last()).toBeVisible();
  await page.getByLabel("A block measures across").fill("9 3/8");
  await page.getByLabel("A block measures down").fill("9 1/2");
  await page.getByRole("button", { name: "Go on from it" }).click();
  await expect(page.getByText("20 at 93/8″")).toBeVisible(); // level pieces: 4 × 5
  await page.goto(`${at}/cut/mat`);
  await expect(page.getByText(/^Cut .* strips/).first()).toBeVisible();
  await expect(page.getByText(/Held back: cut it once a pieced/)).toHaveCount(0);
  await page.goto(`${at}/quilt`);
  await page.getByText("How many blocks come nearest to a size?").click();
  await page.getByLabel("Width wished for").fill("60");
  await page.getByLabel("and length").fill("72");
  await page.getByRole("button", { name: "How many?" }).click();
  await expect(page.getByRole("button", { name: /^6 × 7, 633\/4″ × 75″/ })).toBeVisible();
  await page.getByLabel("Where it crosses").selectOption("strips run through");
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByRole("button", { name: /Keep this plan/ })).toHaveCount(0);
  await page.goto(`${at}/cut`);
  await expect(page.getByText(/Cut 5 of 431\/2″/).first()).toBeVisible();
});

test("cloth lies on one shelf, is promised once, and what is left goes back", async ({ page }) => {
  await page.goto("/cloth");
  const lay = async (name: string, width: string, length: string, many: string) => {
    await page.getByLabel("Fabric").fill(name);
    await page.getByLabel("Kept as").selectOption("squares, quarters, scraps");
    await page.getByLabel("Width").fill(width);
    await page.getByLabel("Length", { exact: true }).fill(length);
    await page.getByLabel("How many", { exact: true }).fill(many);
    await page.getByRole("button", { name: "Put it on the shelf" }).click();
  };
  await lay("Moss", "10", "ten", "12");
  await expect(page.getByText(/“ten” is not a length/)).toBeVisible();
  await page.reload(); // nothing typed is lost
  await expect(page.getByLabel("Length", { exact: true })).toHaveValue("ten");
  await page.getByLabel("Length", { exact: true }).fill("10");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(page.getByText("12 of 12 free")).toBeVisible();

  const promise = async (name: string, many: string) => {
    const at = await shelve(page, "half-square", name);
    const moss = page.getByLabel("There is", { exact: true }).locator("option", { hasText: "Moss" });
    await page.getByLabel("There is", { exact: true }).selectOption((await moss.getAttribute("value")) ?? "");
    await page.getByRole("button", { name: "Promise it" }).click();
    await page.getByLabel("How many of Moss, 10″ × 10″").fill(many);
    await page.getByRole("button", { name: /Keep this plan/ }).click();
    return at;
  };
  const first = await promise("Mossy", "2");
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  await promise("Mossier", "11");
  await expect(page.getByText(/there is 12 on the shelf, promised already: 2 to Mossy/).first()).toBeVisible();
  await page.getByLabel("How many of Moss, 10″ × 10″").fill("10");
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();

  await page.goto(`${first}/cut`);
  await expect(page.getByText(/from 2 pieces of 10″ × 10″/).first()).toBeVisible();
  await page.getByRole("button", { name: /^All is cut: take what it used off the shelf/ }).click();
  await expect(page.getByText("All is cut, and the shelf is true ✓")).toBeVisible();
  await page.goto("/cloth");
  await expect(page.getByText("0 of 10 free")).toBeVisible(); // two are gone, ten are the other quilt's
  await expect(page.getByText(/left of Mossy/).first()).toBeVisible();
  await page.getByRole("link", { name: "Mossier" }).click();
  await expect(page.getByRole("heading", { name: "Mossier" })).toBeVisible();
});
