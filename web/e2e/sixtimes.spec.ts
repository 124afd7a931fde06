// A quilt of one's own that is changed six times while it is made. Every number is worked by pencil.
import { expect, test } from "@playwright/test";
import { common } from "./begin";
import { agrees, count, fill, keep, stands, undo } from "./counting";

// Rails of three strips of 2″, 5″ × 5″, every other one turned. 40″ less ½″ is 39½″: seven from a set.
const weir = {
  ...common("Weir", "in"),
  ruler: "1/8 in",
  seam: { stitched: "1/4 in", fold: "0" },
  cloth: { usable: "40 in", squaring: "1/2 in" },
  strip: "2 1/2 in",
  fabrics: [
    { id: "moss", name: "Moss", colour: "#5a6b45" },
    { id: "clay", name: "Clay", colour: "#a5684a" },
    { id: "chalk", name: "Chalk", colour: "#eeeadf" },
  ],
  roles: [
    { id: "A", name: "dark", fabric: "moss" },
    { id: "B", name: "middle", fabric: "clay" },
    { id: "C", name: "light", fabric: "chalk" },
  ],
  units: [
    {
      id: "set",
      name: "Weir set",
      how: {
        by: "strip set",
        strips: [
          { id: "s1", role: "A", width: "2 in" },
          { id: "s2", role: "B", width: "2 in" },
          { id: "s3", role: "C", width: "2 in" },
        ],
      },
    },
    { id: "rail", name: "Rail", how: { by: "sub-cut", from: "set", width: "5 in" } },
  ],
  top: {
    rows: 4,
    columns: 4,
    repeat: [
      [{ unit: "rail" }, { unit: "rail", turn: 90 }],
      [{ unit: "rail", turn: 90 }, { unit: "rail" }],
    ],
  },
};

test("a quilt is changed six times while it is made, and no unit is made twice", async ({ page, request }) => {
  test.setTimeout(240_000);
  const at = "/q/weir-gate";
  const kept = await request.post("/api/quilts", { data: { id: "weir-gate", document: weir } });
  expect(kept.ok(), await kept.text()).toBe(true);
  const strips = ["2″ Moss", "2″ Clay", "2″ Chalk"];
  /** How all three strips, the set and the rails stand: made, used, to go. */
  const are = async (of: { strips: number[]; set: number[]; rail: number[] }) => {
    const now = await stands(request, at);
    const told = (name: string) => {
      const s = now.find((s) => s.name === name);
      return [s?.made, s?.used, s?.toGo];
    };
    expect({ strips: strips.map(told), set: told("Weir set"), rail: told("Rail") }).toEqual({
      ...of,
      strips: strips.map(() => of.strips),
    });
    for (const s of now) expect([s.name, s.onHand]).toEqual([s.name, s.made - s.used]);
    await agrees(page, at);
  };
  const does = async (name: string, n: number) =>
    count(page, at, (await stands(request, at)).find((s) => s.name === name)?.id ?? "", n);
  const changed = async (label: string, value: string) => {
    await fill(page, at, label, value);
    await keep(page);
  };

  // 4 × 4: 16 rails are three sets. Three are sewn, and ten rails cut: seven of one, three of a second: 39½ − 15 = 24½″ left.
  await are({ strips: [0, 0, 3], set: [0, 0, 3], rail: [0, 0, 16] });
  for (const s of strips) await does(s, 3);
  await does("Weir set", 3);
  await does("Rail", 10);
  await are({ strips: [3, 3, 0], set: [3, 2, 0], rail: [10, 0, 6] });

  // 1. A row more: ten to go, 24½″ gives four and the third set six. Nothing is sewn, nothing bought.
  await changed("Blocks down", "5");
  await are({ strips: [3, 3, 0], set: [3, 2, 0], rail: [10, 0, 10] });
  await page.goto(`${at}/cut`);
  await expect(page.getByText("buy nothing")).toHaveCount(3);
  await expect(page.getByText("no more of it to cut")).toHaveCount(3);
  await expect(page.getByText("Rail: 10 more needed")).toBeVisible();
  await expect(page.getByText(/^1 × 241\/2″ that is left: 4 at 5″; 41\/2″ left$/)).toBeVisible();
  await does("Rail", 6); // the four, and two of the third set: 39½ − 10 = 29½″

  // 2. The cloth turns out 36″ wide: what is sewn is as wide as it was, and gives the four that are to go.
  await changed("Usable width of cloth", "36");
  await are({ strips: [3, 3, 0], set: [3, 3, 0], rail: [16, 0, 4] });
  await page.goto(`${at}/cut`);
  await expect(page.getByText(/^1 × 291\/2″ that is left: 4 at 5″; 91\/2″ left$/)).toBeVisible();

  // 3. A column more: nine to go, five of the 29½″; four of a new set, 35½ − 20 = 15½″. One strip of each, ½ + 2″: ⅛ yd.
  await changed("Blocks across", "5");
  await are({ strips: [3, 3, 1], set: [3, 3, 1], rail: [16, 0, 9] });
  await page.goto(`${at}/cut`);
  await expect(page.getByText("buy 1/8 yd")).toHaveCount(3);
  // All of it, from nothing: 25 are four sets, ½ + 4 × 2 = 8½″, ¼ yd.
  await page.getByRole("link", { name: "All of it" }).click();
  await expect(page.getByText("buy 1/4 yd")).toHaveCount(3);
  await expect(page.getByText("Rail: 25 needed")).toBeVisible();
  // Undone, it is what it was; and done again.
  await undo(page, at);
  await expect.poll(async () => (await stands(request, at)).find((s) => s.name === "Rail")?.toGo).toBe(4);
  await are({ strips: [3, 3, 0], set: [3, 3, 0], rail: [16, 0, 4] });
  await changed("Blocks across", "5");
  for (const s of strips) await does(s, 1);
  await does("Weir set", 1);
  await does("Rail", 5);
  await are({ strips: [4, 4, 0], set: [4, 3, 0], rail: [21, 0, 4] });

  // 4. Two spares: six to go, and the set that lies there gives seven.
  await changed("Spares of every kind", "2");
  await are({ strips: [4, 4, 0], set: [4, 3, 0], rail: [21, 0, 6] });
  await does("Rail", 4);

  // 5. The column goes again: 4 × 5 and two spares are 22, and 25 are cut.
  await changed("Blocks across", "4");
  await are({ strips: [4, 4, 0], set: [4, 4, 0], rail: [25, 0, 0] });
  await page.goto(`${at}/cut`);
  await expect(page.getByText("Nothing is left to cut from cloth.")).toBeVisible();

  // 6. Less is lost to squaring up: what was cut was cut. 35½ − 20 = 15½″ is left of the set that was begun last.
  await changed("Lost to squaring up", "1/4");
  await are({ strips: [4, 4, 0], set: [4, 4, 0], rail: [25, 0, 0] });
  await page.goto(`${at}/tally`);
  await expect(page.getByText(/^left of what was begun: 151\/2″/)).toBeVisible();

  // Sewn to its end: five rows, then row to row; five rails are left over: 25 − 20.
  for (const [step, n] of [
    ["row-1", 3],
    ["row-2", 2],
    ["rows", 4],
  ] as const)
    await count(page, at, step, n);
  const end = await stands(request, at);
  expect(end.filter((s) => s.toGo > 0)).toEqual([]);
  expect(end.filter((s) => s.onHand > 0 && s.id !== "rows").map((s) => [s.name, s.onHand])).toEqual([["Rail", 5]]);
});
