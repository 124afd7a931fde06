// A fabric that is many prints: named, dealt, swapped, carried in piles.
import { expect, test } from "@playwright/test";
import { fromLibrary } from "./begin";

test("prints are named, dealt by a rule, given by hand, and their piles follow", async ({ page }) => {
  const quilt = await fromLibrary(page, "Shoo-fly", "Scrap basket");
  await page.goto(`${quilt}/quilt`);
  await page.getByLabel("Print of Dark").selectOption("assorted");
  await page.getByLabel("Dark: how many prints").fill("6");
  await page.getByRole("button", { name: "Keep this plan" }).click();
  await page.getByRole("link", { name: /which goes where/ }).click();
  await expect(page.getByText(/They fall as they fall/)).toBeVisible();

  await page.getByRole("button", { name: "Name the 6 prints" }).click();
  await page.getByLabel("Name of print 1").fill("Rose");
  await page.getByLabel("Colour of Rose").fill("#b03a4a");
  await page.getByLabel("Name of print 2").fill(" ");
  await expect(page.getByText("Print 2 of Dark has no name.").first()).toBeVisible();
  await page.getByLabel("Name of print 2").fill("Fern");
  await page.getByLabel("Colour of Fern").fill("#5f8a55");
  await page.getByTestId("deal").click();
  await expect(page.getByTestId("touches")).toHaveText(/No print touches itself/);

  // One print to a block: 16 blocks of six prints are 3, 3, 3, 3, 2 and 2 of each.
  await page.getByRole("button", { name: "Add a rule" }).click();
  await expect(page.getByLabel("Is", { exact: true })).toHaveValue("block");
  const rose = page.getByTestId("pile-print-1");
  await expect(rose).toContainText("3 ×");
  await page.getByRole("button", { name: "By block" }).click();
  await expect(page.getByText(/^5 of /)).toHaveCount(16);
  const piles = async () => await page.getByText(/^5 of /).allTextContents();

  // What is given by hand moves nothing else.
  const before = await piles();
  await page.getByLabel("Block", { exact: true }).selectOption("0");
  const other = before[0] === "5 of Rose" ? "Fern" : "Rose";
  await page.getByLabel("Print", { exact: true }).selectOption(other);
  await expect.poll(async () => (await piles())[0]).toBe(`5 of ${other}`);
  expect((await piles()).slice(1)).toEqual(before.slice(1));
  await expect(page.getByText("Dealt by hand.")).toBeVisible();

  // Swapped with another block, and taken back.
  const given = await piles();
  const there = given.findIndex((p) => p !== given[0]);
  await page.getByRole("button", { name: /Swap with another/ }).click();
  await page.getByLabel("Block", { exact: true }).selectOption(String(there));
  await expect.poll(async () => (await piles())[there]).toBe(`5 of ${other}`);
  expect((await piles())[0]).toBe(given[there]);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /Take back/ }).click();
  await expect.poll(piles).toEqual(given);

  // What no deal can keep is said where it is asked for.
  await page.getByLabel("And", { exact: true }).selectOption("quilt");
  await expect(page.getByText(/of 16 places, and there are 6 prints for them/).first()).toBeVisible();
  await page.getByLabel("And", { exact: true }).selectOption("");
  await expect(page.getByText(/of 16 places, and there are 6 prints for them/)).toHaveCount(0);
  await page.getByLabel("dark", { exact: true }).check({ force: true });
  await page.getByLabel("dark", { exact: true }).uncheck({ force: true });

  // Kept, it is the same after an interruption; a print that is taken out is missed where it was given by hand.
  await page.getByRole("button", { name: "Keep this plan" }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
  await page.reload();
  await page.getByRole("button", { name: "By block" }).click();
  await expect.poll(piles).toEqual(given);
  await page.goto(`${quilt}/bench/block`);
  await expect(page.getByTestId("good")).toHaveText("0");
  await expect(page.getByTestId("pile")).toHaveText(`Row 1, 1st: 5 of ${other}`);
  await page.getByRole("button", { name: "One more" }).click();
  await expect(page.getByTestId("pile")).toHaveText(`Row 1, 2nd: ${given[1]}`);
  await page.goto(`${quilt}/prints`);
  await page.getByRole("button", { name: `Take ${other} out` }).click();
  await expect(page.getByText(/1 of what was dealt by hand no longer fits/).first()).toBeVisible();
  await page.getByRole("button", { name: "Let it go" }).click();
  await page.getByRole("button", { name: "As it falls" }).click();
  await expect(page.getByTestId("deal")).toBeVisible();
});

test("what is sewn of another print is told at the machine, and the rest is dealt round it", async ({ page }) => {
  const quilt = await fromLibrary(page, "Shoo-fly", "Odd scraps");
  await page.goto(`${quilt}/quilt`);
  await page.getByLabel("Print of Dark").selectOption("assorted");
  await page.getByLabel("Dark: how many prints").fill("5");
  await page.getByRole("button", { name: "Keep this plan" }).click();
  await page.getByRole("link", { name: /which goes where/ }).click();
  await page.getByRole("button", { name: "Name the 5 prints" }).click();
  await page.getByTestId("deal").click();
  await page.getByRole("button", { name: "Add a rule" }).click();
  await page.getByRole("button", { name: "Keep this plan" }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();

  // The first block as it is dealt, the second of another print.
  await page.goto(`${quilt}/bench/block`);
  await expect(page.getByTestId("good")).toHaveText("0");
  await page.getByRole("button", { name: "One more" }).click();
  await expect(page.getByTestId("pile")).toContainText("Row 1, 2nd");
  const second = (await page.getByTestId("pile").textContent())?.includes("Print 1") ? "print-2" : "print-1";
  await page.getByRole("button", { name: "Of another print" }).click();
  await page.getByLabel("Sewn of", { exact: true }).selectOption(second);
  await page.getByRole("button", { name: "Done" }).click();
  await expect(page.getByRole("button", { name: "1 of another print" })).toBeVisible();
  await page.getByRole("button", { name: "One more" }).click();
  await expect(page.getByTestId("pile")).toContainText("Row 1, 3rd");

  await page.goto(`${quilt}/prints`);
  const otherwise = page.getByTestId("sewn-otherwise");
  await expect(otherwise).toContainText("1 place of 1 block that is sewn is of another print than is dealt now.");
  await page.getByRole("button", { name: "By block" }).click();
  const piles = async () => await page.getByText(/^5 of /).allTextContents();
  await expect.poll(async () => (await piles())[1]).toContain("1 sewn of another");
  const first = (await piles())[0];

  // Where it was the other way about, that is told here.
  await page.getByLabel("Block", { exact: true }).selectOption("0");
  await expect(page.getByText("Dealt, and sewn.")).toBeVisible();
  const sewnOf = page.getByLabel("Sewn of", { exact: true });
  const was = await sewnOf.inputValue();
  await sewnOf.selectOption(was === "print-3" ? "print-4" : "print-3");
  await expect(otherwise).toContainText("2 places of 2 blocks");
  await sewnOf.selectOption(was);
  await expect(otherwise).toContainText("1 place of 1 block");

  await page.getByRole("button", { name: "Deal the rest round what is sewn" }).click();
  const name = `5 of Print ${second === "print-1" ? 1 : 2}`;
  await expect.poll(async () => (await piles())[1]).toContain(name);
  await page.getByRole("button", { name: "Keep this plan" }).click();
  await expect(otherwise).toBeHidden();
  await expect.poll(async () => (await piles())[1]).toBe(name);

  // Dealt anew what is sewn stays; taken back at the machine its pile is the next one again.
  const others = (await piles()).slice(2);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /Deal anew/ }).click();
  await expect.poll(async () => (await piles()).slice(2)).not.toEqual(others);
  expect((await piles()).slice(0, 2)).toEqual([first, name]);
  await page.goto(`${quilt}/bench/block`);
  await expect(page.getByTestId("good")).toHaveText("2");
  await page.keyboard.press("z");
  await expect(page.getByTestId("pile")).toContainText(`Row 1, 2nd: ${name}`);
});
