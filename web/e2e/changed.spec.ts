// A quilt that is changed while it is half sewn: what was counted stays with its thing, or is listed.
import { expect, test } from "@playwright/test";
import { common } from "./begin";

// Worked with a pencil: three strips of 6 cm give a set 6 + 6 + 6 − 2 × 1.5 = 15 cm wide, and 105 cm give 7 rails of 15 cm.
const jetty = {
  ...common("Jetty", "cm"),
  ruler: "1 mm",
  seam: { stitched: "7.5 mm", fold: "0 cm" },
  cloth: { usable: "106 cm", squaring: "1 cm" },
  strip: "6 cm",
  fabrics: [
    { id: "tar", name: "Tar", colour: "#2f3436" },
    { id: "rope", name: "Rope", colour: "#cdb98a" },
    { id: "sea", name: "Sea", colour: "#5f8f94" },
    { id: "sail", name: "Sail", colour: "#f1ece0" },
  ],
  roles: [
    { id: "A", name: "dark rail", fabric: "tar" },
    { id: "B", name: "middle rail", fabric: "rope" },
    { id: "C", name: "light rail", fabric: "sea" },
    { id: "D", name: "ground", fabric: "sail" },
  ],
  units: [
    {
      id: "set",
      name: "Rail set",
      how: {
        by: "strip set",
        strips: [
          { id: "a", role: "A", width: "1 strip" },
          { id: "b", role: "B", width: "1 strip" },
          { id: "c", role: "C", width: "1 strip" },
        ],
      },
    },
    { id: "rail", name: "Rails", how: { by: "sub-cut", from: "set", width: "15 cm" } },
    { id: "plain", name: "Plain", how: { by: "patch", role: "D", width: "15 cm", height: "15 cm" } },
    {
      id: "block",
      name: "Jetty block",
      how: {
        by: "grid",
        rows: [
          [{ unit: "rail" }, { unit: "plain" }],
          [{ unit: "plain" }, { unit: "rail", turn: 90 }],
        ],
      },
    },
  ],
  top: { rows: 5, columns: 4, repeat: [[{ unit: "block" }]] },
};

test("a row put on top of a half-sewn grid takes nothing of what was counted", async ({ page, request }) => {
  const id = "jetty-half-sewn";
  const made = await request.post("/api/quilts", { data: { id, document: jetty } });
  expect(made.ok(), await made.text()).toBe(true);
  const at = `/q/${id}`;
  await page.goto(`${at}/quilt`);
  await expect(page.getByText("Finishes 108 cm × 135 cm", { exact: true })).toBeVisible();
  await expect(page.getByText("15 of 63 crossings do not nest")).toBeVisible();

  const count = async (step: string, n: number) => {
    await page.goto(`${at}/bench/${encodeURIComponent(step)}`);
    await expect(page.getByTestId("to-go")).toHaveText("20");
    await page.keyboard.type(String(n));
    await page.keyboard.press("Enter");
    await expect(page.getByTestId("good")).toHaveText(String(n));
  };
  const progress = async () => (await (await request.get(`/api/quilts/${id}/progress`)).json()).progress;
  const good = async (step: string) =>
    (await progress()).steps.find((s: { id: string }) => s.id === step)?.good as number | undefined;
  await count("block/row-1", 9);
  await count("block/row-2", 4);
  await count("block", 3);
  await expect.poll(async () => (await progress()).counted).toBe(16);

  await page.goto(`${at}/quilt`);
  await page.locator("summary").filter({ hasText: "Jetty block" }).click();
  await page.getByLabel(/Row 1, column 1: Rails/).click();
  await page.getByRole("button", { name: "A row above" }).click();
  await page.getByLabel(/Row 1, column 2/).click();
  await page.getByLabel("Row 1, column 2", { exact: true }).selectOption("Rails");
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  await expect(page.getByText("Finishes 108 cm × 202.5 cm", { exact: true })).toBeVisible(); // 5 × 40.5 cm

  const now = await (await request.get(`/api/quilts/${id}`)).json();
  const rows: { id: string }[] = now.document.units.find((u: { id: string }) => u.id === "block").how.rows;
  expect(rows.slice(1).map((r) => r.id)).toEqual(["row-1", "row-2"]);
  expect(await good(`block/${rows[0]?.id}`)).toBe(0);
  expect(await good("block/row-1")).toBe(9);
  expect(await good("block/row-2")).toBe(4);
  expect(await good("block")).toBe(0);
  expect((await progress()).noLonger.map((l: { good: number }) => l.good)).toEqual([3]);
  await expect(page.getByText(/3 of Jetty block made at 28.5 cm × 28.5 cm/).first()).toBeVisible();

  // Taken back, everything counts again.
  await page.getByRole("button", { name: /Undo the last change/ }).click();
  await expect(page.getByText("Finishes 108 cm × 135 cm", { exact: true })).toBeVisible();
  expect(await good("block")).toBe(3);
  expect((await progress()).noLonger).toEqual([]);
});

test("a block that is laid and taken out is said at once, and taken back as fast", async ({ page, request }) => {
  await page.goto("/library/star-in-a-star");
  await page.getByRole("button", { name: "Put it on the shelf" }).click();
  await page.waitForURL(/\/quilt$/);
  await expect(page.getByText(/^Finishes/)).toBeVisible();
  await page.locator("summary").filter({ hasText: "Star with a square in a square" }).click();
  await page.getByRole("button", { name: "Take it out" }).last().click();
  await expect(page.getByText("There is no unit “block” to lay here.").first()).toBeVisible();
  await expect(page.getByText(/^Finishes/)).toHaveCount(0);
  expect(await (await request.get("/api/health")).json()).toMatchObject({ state: "ready" });
  await page.getByRole("button", { name: "Let it go" }).click();
  await expect(page.getByText(/^Finishes/)).toBeVisible();
});
