// Quilts that are no demo, worked with a pencil first, and changed half-way.
import { expect, test } from "@playwright/test";
import { common } from "./begin";

// 3 × 4 four-patches of squares cut 8.5 cm, 24 of each cloth. Kelp has a top; on the shelf lie 3 strips of 8.5 × 60 cm, six
// squares from each once the end is squared, and 2 pieces of 20 × 18 cm, four from each: 8 + 16 are enough. Foam: (110 − 1) ÷
// 8.5 = 12 from a strip, two strips, 18 cm. 12 crossings inside, 8 + 9 between, 6 at corners: 35; the last seam meets itself
// beside 8 times. A measured block of 15.2 cm finishes 13.7: 41.1 × 54.8 cm.
const quay = {
  ...common("Herring quay", "cm"),
  ruler: "1 mm",
  seam: { stitched: "0.75 cm", fold: "0" },
  cloth: { usable: "110 cm", squaring: "1 cm" },
  strip: "8.5 cm",
  fabrics: [
    { id: "kelp", name: "Kelp", colour: "#365a44", print: "one way" },
    { id: "foam", name: "Foam", colour: "#e9eee4" },
  ],
  roles: [
    { id: "A", name: "dark", fabric: "kelp" },
    { id: "B", name: "light", fabric: "foam" },
  ],
  units: [
    { id: "a", name: "Kelp square", how: { by: "patch", role: "A", width: "8.5 cm", height: "8.5 cm" } },
    { id: "b", name: "Foam square", how: { by: "patch", role: "B", width: "8.5 cm", height: "8.5 cm" } },
    {
      id: "four",
      name: "Four",
      how: {
        by: "grid",
        rows: [
          [{ unit: "a" }, { unit: "b" }],
          [{ unit: "b" }, { unit: "a" }],
        ],
      },
    },
  ],
  top: { rows: 4, columns: 3, repeat: [[{ unit: "four" }]] },
  supplies: [
    { id: "quay-strips", fabric: "kelp", kind: "strips", width: "8.5 cm", length: "60 cm", count: 3 },
    { id: "quay-pieces", fabric: "kelp", kind: "pieces", width: "20 cm", length: "18 cm", count: 2 },
  ],
};

// 5 × 4 blocks of two segments, each of strips 1½, 2½, 1½, the same way up: 2 crossings inside × 20, 2 × 16 beside, 15 below,
// 12 at corners: 99. With every other block turned by half those inside clash, 40; as drawn all but the corners, 87. 40 segments
// of 2½, 15 to a set: three sets, six strips of Brine (9½ with the squared end, ⅜ yd) and three of Salt (8, ¼ yd).
const pans = {
  ...common("Salt pans", "in"),
  ruler: "1/8 in",
  seam: { stitched: "1/4 in", fold: "0" },
  cloth: { usable: "40 in", squaring: "1/2 in" },
  strip: "2 1/2 in",
  fabrics: [
    { id: "brine", name: "Brine", colour: "#41677a" },
    { id: "salt", name: "Salt", colour: "#f2ede2" },
  ],
  roles: [
    { id: "A", name: "dark", fabric: "brine" },
    { id: "B", name: "light", fabric: "salt" },
  ],
  units: [
    {
      id: "pan-set",
      name: "Pan set",
      how: {
        by: "strip set",
        strips: [
          { id: "s1", role: "A", width: "1 1/2 in" },
          { id: "s2", role: "B", width: "2 1/2 in" },
          { id: "s3", role: "A", width: "1 1/2 in" },
        ],
      },
    },
    { id: "pan", name: "Pan", how: { by: "sub-cut", from: "pan-set", width: "2 1/2 in" } },
    {
      id: "block",
      name: "Pans",
      how: {
        by: "joined",
        columns: [
          { id: "c1", unit: "pan" },
          { id: "c2", unit: "pan" },
        ],
      },
    },
  ],
  top: { rows: 4, columns: 5, repeat: [[{ unit: "block" }]] },
};

test("a one-way print, a shelf that has enough, and a block that is measured half-way", async ({ page, request }) => {
  const at = "/q/herring-quay";
  const made = await request.post("/api/quilts", { data: { id: "herring-quay", document: quay } });
  expect(made.ok(), await made.text()).toBe(true);
  await page.goto(`${at}/quilt`);
  await expect(page.getByText("8 of 35 crossings do not nest").first()).toBeVisible();
  await expect(page.getByText("Finishes 42 cm × 56 cm", { exact: true })).toBeVisible();

  await page.goto(`${at}/cut`);
  await expect(page.getByText("buy nothing")).toBeVisible();
  await expect(page.getByText("buy 0.2 m")).toBeVisible();
  await expect(page.getByText(/^16 of 8.5 cm × 8.5 cm from 3 strips of 8.5 cm × 60 cm on the shelf/)).toBeVisible();
  await page.goto(`${at}/cut/mat`);
  await expect(page.getByText(/^Press Foam flat/)).toBeVisible();
  await expect(page.getByText(/^Press Kelp flat/)).toHaveCount(0); // it is cut already
  await expect(page.getByText("2 strips of 8.5 cm × 20 cm: 2 of 8.5 cm × 8.5 cm from each")).toBeVisible();

  // Under the needle the second square lies face down on the first; what comes off is seen from the front and from the back.
  await page.goto(`${at}/bench/${encodeURIComponent("four/row-1")}`);
  await expect(page.getByRole("img", { name: "Foam square face down on Kelp square" })).toBeVisible();
  await page.keyboard.press("t");
  await expect(page.getByRole("img", { name: /seen from the back/ }).first()).toBeVisible();

  // Two rows are sewn; then a block is measured, and they stay what they are.
  await page.goto(`${at}/bench/row-1`);
  await expect(page.getByTestId("to-go")).toHaveText("2");
  await page.keyboard.type("2");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("to-go")).toHaveText("0");
  await page.goto(`${at}/cut`);
  await page.getByLabel("A block measures across").fill("15.2 cm");
  await page.getByLabel("A block measures down").fill("15.2 cm");
  await page.getByRole("button", { name: "Go on from it" }).click();
  await expect(page.getByRole("button", { name: "Not measured yet" })).toBeVisible();
  await page.goto(`${at}/quilt`);
  await expect(page.getByText("Finishes 41.1 cm × 54.8 cm", { exact: true })).toBeVisible();
  await expect(page.getByText(/^Drawn as planned; sizes follow the block that was measured/)).toBeVisible();
  await page.goto(`${at}/trim`);
  await expect(page.getByText("42.6 cm × 15.2 cm").first()).toBeVisible();
  await page.goto(`${at}/bench/row-1`);
  await expect(page.getByTestId("to-go")).toHaveText("0");

  // Of a plain cloth every other block may be turned, and then nothing clashes.
  await page.goto(`${at}/quilt`);
  await page.getByLabel("Print of Kelp").selectOption("plain");
  await expect(page.getByText("All 35 crossings of this quilt nest").first()).toBeVisible();
  await expect(
    page.getByText(/6 in all: it looks the same, and no crossing clashes instead of 8\./).first(),
  ).toBeVisible();
});

test("a part is turned within its block, where nobody sees it", async ({ page, request }) => {
  const at = "/q/salt-pans-one";
  const made = await request.post("/api/quilts", { data: { id: "salt-pans-one", document: pans } });
  expect(made.ok(), await made.text()).toBe(true);
  await page.goto(`${at}/cut`);
  await expect(page.getByText("buy 3/8 yd").first()).toBeVisible();
  await page.goto(`${at}/press`);
  await expect(page.getByText("40 of 99 crossings do not nest").first()).toBeVisible();
  await expect(page.getByText(/40 crossings clash instead of 87/)).toBeVisible();
  await expect(page.getByText("Turn parts within Pans").first()).toBeVisible();
  await page.getByRole("button", { name: /Turn parts within Pans/ }).click();
  await expect(page.getByText("All 99 crossings of this quilt nest").first()).toBeVisible();
});
