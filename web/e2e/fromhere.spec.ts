// A quilt that is changed while it is made: what is made stays made, by the screens alone. Every number is worked by pencil.
import { type APIRequestContext, expect, type Page, test } from "@playwright/test";
import { fromLibrary } from "./begin";
import { agrees, count, fill, keep, stands, storedOf, undo } from "./counting";

/** Counts all that is to go of everything up to the blocks. */
async function sewBlocks(page: Page, request: APIRequestContext, at: string) {
  for (const { id, toGo } of await stands(request, at)) {
    if (id.startsWith("row")) continue;
    const now = (await stands(request, at)).find((s) => s.id === id);
    if (toGo > 0 && now && now.toGo > 0) await count(page, at, id, now.toGo);
  }
}

test("a row more after all the blocks are sewn asks for its own blocks, and for nothing that is used up", async ({
  page,
  request,
}) => {
  test.setTimeout(240_000);
  const at = await fromLibrary(page, "Gentle wave", "One row more");
  await sewBlocks(page, request, at);
  const all = await stands(request, at);
  expect(all.filter((s) => s.toGo > 0 && !s.id.startsWith("row"))).toEqual([]);
  await fill(page, at, "Blocks down", "5");
  await keep(page);
  const more = await stands(request, at);
  const of = (name: RegExp) => more.filter((s) => name.test(s.name)).map((s) => [s.toGo, s.used, s.onHand]);
  // Four blocks more: 10 + 16 + 12 + 4 = 42″ of rings, which 168 of 5 × 39½″ cannot all give: one tube more.
  expect(of(/ring of 2½″/)).toEqual([[4, 16, 0]]);
  expect(of(/ring of 2″/)).toEqual([[8, 32, 0]]);
  expect(of(/ring of 1½″/)).toEqual([[8, 32, 0]]);
  expect(of(/ring of 1″/)).toEqual([[4, 16, 0]]);
  expect(of(/^Set of eight$/)).toEqual([[1, 5, 0]]);
  expect(of(/^2½″ /)).toEqual(Array(8).fill([1, 5, 0]));
  expect(of(/^Wave, [AB]$/).map(([toGo]) => toGo)).toEqual([4, 0]);
  await agrees(page, at);
  await undo(page, at);
  await expect.poll(() => stands(request, at)).toEqual(all);
});

test("squares of a strip that was cut short are cut from new strips, and from that one no more", async ({
  page,
  request,
}) => {
  const at = await fromLibrary(page, "Pinwheel", "Five by five");
  for (const [label, n] of [
    ["Blocks across", "1"],
    ["Blocks down", "1"],
  ] as const)
    await fill(page, at, label, n);
  await keep(page);
  await sewBlocks(page, request, at);
  const one = await stands(request, at);
  expect(one.filter((s) => s.toGo > 0)).toEqual([]);
  expect(one.every((s) => s.onHand >= 0)).toBe(true);
  await fill(page, at, "Blocks across", "5");
  await fill(page, at, "Blocks down", "5");
  await keep(page);
  const many = await stands(request, at);
  for (const s of many) expect([s.name, s.onHand < 0]).toEqual([s.name, false]);
  expect(many.find((s) => s.id === "block")?.toGo).toBe(24);
  // 96 units more, of which 4 come of the pair that was begun: 92 ÷ 8 are 12 pairs. 12 squares of 9¾″ of either cloth, four
  // from a strip: 3 strips, beside the one that was cut short for a single square and is used up.
  expect(many.find((s) => s.id === "half/pair")).toMatchObject({ made: 1, used: 1, onHand: 0, toGo: 12 });
  const strips = many.filter((s) => /^9¾″ (Dark|Light)$/.test(s.name));
  expect(strips.map((s) => [s.made, s.onHand, s.toGo])).toEqual([
    [0, 0, 3],
    [0, 0, 3],
  ]);
  // What was cut for the one block is gone into it.
  expect(many.find((s) => s.id === "block/row-1")).toMatchObject({ used: 2, onHand: 0, toGo: 48 });
  await agrees(page, at);
});

test("a second way of pressing makes nothing to be sewn again", async ({ page, request }) => {
  const at = await fromLibrary(page, "Log cabin", "Logs two ways");
  // Counting is begun at the machine: what the logs were made of is nobody's to cut again.
  for (const [step, n] of [
    ["block/log-1", 12],
    ["block/log-2", 10],
    ["block/log-3", 8],
  ] as const)
    await count(page, at, step, n);
  const logs = async (step: string) =>
    (await stands(request, at)).filter((s) => s.id.replace("@@B", "") === step).reduce((sum, s) => sum + s.toGo, 0);
  const steps = ["block/log-1", "block/log-2", "block/log-3", "block/log-1-strip", "block/log-3-strip"];
  const before = await Promise.all(steps.map(logs));
  expect(before).toEqual([4, 6, 8, 4, 8]);
  await page.goto(`${at}/press`);
  await page.getByRole("button", { name: "Do it: Press the last seams two ways" }).click();
  await expect(page.getByText(/Some kinds are pressed two ways, A and B/)).toBeVisible();
  expect(await Promise.all(steps.map(logs))).toEqual(before);
  await undo(page, at);
  await expect.poll(() => Promise.all(steps.map(logs))).toEqual(before);
});

test("narrower cloth after the sets were cut asks for no set", async ({ page, request }) => {
  const at = await fromLibrary(page, "Nine-patch", "Narrower");
  await sewBlocks(page, request, at);
  const all = await stands(request, at);
  await fill(page, at, "Usable width of cloth", "30");
  await keep(page);
  // All of it would take more of them now; what is made is made.
  const now = await stands(request, at);
  expect(now.filter((s) => s.toGo > 0 && !s.id.startsWith("row"))).toEqual([]);
  for (const s of now) expect([s.name, s.onHand]).toEqual([s.name, all.find((o) => o.id === s.id)?.onHand]);
  await page.goto(`${at}/thread`);
  await expect(page.getByText(/^Next: sew row 1/)).toBeVisible();
});

test("what is left of a set that was begun is told, and is cut first", async ({ page, request }) => {
  const at = await fromLibrary(page, "Nine-patch", "Begun sets");
  const sets = await stands(request, at);
  for (const s of sets.filter((s) => s.name === "I set" || s.id.startsWith("strips")))
    await count(page, at, s.id, s.toGo);
  const cut = sets.find((s) => s.name === "I")?.id ?? "";
  await count(page, at, cut, 6);
  // 40 − ½ − 6 × 2½ = 24½″ of a set.
  await expect(page.getByText(/Begin with what is left of I set: 24/)).toBeVisible();
  await page.goto(`${at}/tally`);
  await expect(page.getByText(/^left of what was begun: 24/)).toBeVisible();
  // Three rows more, 28 blocks: 56 of I, and 6 are cut: 9 of what is left, 30 of two whole sets, 11 of one more.
  await fill(page, at, "Blocks down", "7");
  await keep(page);
  await page.goto(`${at}/cut`);
  await expect(page.getByText("From here: the rest as it was planned, of what there was then.")).toBeVisible();
  await expect(
    page.getByText(/2 sets of these lie there whole; of those that were begun there is left: 24/),
  ).toBeVisible();
  await expect(page.getByText("3 sets beside what is left: fewer cannot give them.")).toBeVisible();
  // That takes two strips of the dark, and as many for the two other sets: two lie there, and two are cut; of the light 1 + 4 less 4.
  await expect(page.getByText("8 of 10 cut")).toBeVisible();
  await expect(page.getByText("7 of 8 cut")).toBeVisible();
  await page.getByRole("link", { name: "All of it" }).click();
  await expect(page.getByText("4 sets: fewer cannot give them.")).toBeVisible(); // 56 ÷ 15
  await page.goto(`${at}/cut/mat`);
  const stored = storedOf(page, cut);
  await page.getByRole("button", { name: /^1 cut: What is left of 1 set, 24/ }).click();
  await stored;
  const now = (await stands(request, at)).find((s) => s.id === cut);
  expect([now?.made, now?.toGo]).toEqual([15, 41]);
  // Asked for, the rest is planned anew; nothing is asked for twice.
  await page.goto(`${at}/cut`);
  await page.getByRole("button", { name: "Plan the rest from what there is now" }).click();
  await expect(page.getByText("15 of 56 cut")).toBeVisible();
  await expect(page.getByText(/there is left: 2″/)).toBeVisible();
});

test("what was cut of promised cloth is taken off it, on the shelf and in the rest of the cutting", async ({
  page,
  request,
}) => {
  test.setTimeout(120_000);
  await page.goto("/cloth");
  await page.getByLabel("Fabric").fill("Dark");
  await page.getByLabel("Kept as").selectOption("length with its selvedges");
  await page.getByLabel("Width").fill("42 in");
  await page.getByLabel("Length", { exact: true }).fill("35 1/2 in");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  const piece = page.getByText(/^Dark, 42″ × 351\/2″$/).locator("../..");
  await expect(piece).toBeVisible();
  const at = await fromLibrary(page, "Nine-patch", "From a length");
  const there = page.getByLabel("There is", { exact: true });
  const length = there.locator("option", { hasText: "35½″" });
  await there.selectOption((await length.getAttribute("value")) ?? "");
  await page.getByRole("button", { name: "Promise it" }).click();
  await keep(page);
  // 32 and 16 segments are 3 and 2 sets, eight dark strips: ½ + 20 of 35½″.
  await page.goto(`${at}/cut`);
  await expect(page.getByText(/8 strips from 351\/2″ on the shelf; 15″ of it is left/)).toBeVisible();
  const dark = (await stands(request, at)).find((s) => s.name === "2½″ Dark");
  await count(page, at, dark?.id ?? "", 5);
  await page.goto("/cloth");
  await expect(page.getByText("1 cut for From a length")).toBeVisible();
  await expect(page.getByText(/kept for it: 1 of 42″ × 221\/2″/)).toBeVisible();
  // Three rows more are 56 and 28 segments, 4 and 2 sets, ten dark strips: five of the 22½″ that are left, 10″ remain.
  await fill(page, at, "Blocks down", "7");
  await keep(page);
  await page.goto(`${at}/cut`);
  await expect(page.getByText(/5 strips from what is left of a length, 221\/2″; 10″ of it is left/)).toBeVisible();
  await page.goto(`${at}/cut/mat`);
  await expect(page.getByText(/^What is left of a length, 221\/2″ from its square end, gives 5 strips/)).toBeVisible();
  await count(page, at, dark?.id ?? "", 5);
  // Back to four rows: nothing dark is cut, two strips lie there, and the length has not grown.
  await undo(page, at);
  await expect.poll(async () => (await stands(request, at)).find((s) => s.name === "2½″ Dark")?.toGo).toBe(0);
  await page.goto("/cloth");
  await expect(page.getByText(/kept for it: 1 of 42″ × 10″/)).toBeVisible();
  // Given back, what was cut of it is not free again.
  await page.goto(`${at}/quilt`);
  await page.getByRole("button", { name: /^Leave Dark, 42″ × 35½″ on the shelf/ }).click();
  await keep(page);
  await page.goto("/cloth");
  await expect(piece.locator("..").getByText("none whole")).toBeVisible();
});
