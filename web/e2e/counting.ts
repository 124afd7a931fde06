// What is counted and changed through the screens, and how the steps stand then.
import { type APIRequestContext, expect, type Page } from "@playwright/test";

type Stands = { id: string; name: string; made: number; used: number; onHand: number; toGo: number };

/** How the steps of a quilt stand. */
export async function stands(request: APIRequestContext, at: string): Promise<Stands[]> {
  const quilt = `/api${at.replace("/q/", "/quilts/")}`;
  const { plan } = await (await request.get(quilt)).json();
  const { progress } = await (await request.get(`${quilt}/progress`)).json();
  return progress.steps.map((s: Stands) => ({
    ...s,
    name: plan.steps.find((p: { id: string }) => p.id === s.id).name,
  }));
}

/** The next count of a step is stored. What was counted on another page may be on its way once more: that is not it. */
export const storedOf = (page: Page, step: string) =>
  page.waitForResponse((r) => r.url().endsWith("/events") && !!r.request().postData()?.includes(JSON.stringify(step)));

/** Counts so many of a step at its station. */
export async function count(page: Page, at: string, step: string, n: number) {
  await page.goto(`${at}/bench/${encodeURIComponent(step)}`);
  const toGo = page.getByTestId("to-go");
  const before = Number(await toGo.innerText());
  const stored = storedOf(page, step);
  await page.keyboard.type(String(n));
  await page.keyboard.press("Enter");
  await stored;
  await expect(toGo).toHaveText(String(Math.max(0, before - n)));
}

/** Keeps the plan as it is changed. */
export async function keep(page: Page) {
  await page.getByRole("button", { name: /Keep this plan/ }).click();
  await expect(page.getByText("Changed, not kept yet")).toBeHidden();
}

/** Types a value into a field of the quilt's page. */
export async function fill(page: Page, at: string, label: string, value: string) {
  await page.goto(`${at}/quilt`);
  await page.getByLabel(label, { exact: true }).fill(value);
  await page.keyboard.press("Tab");
}

/** The tally of a quilt hangs together. */
export async function agrees(page: Page, at: string) {
  await page.goto(`${at}/tally`);
  await expect(page.getByText("Nothing that was counted contradicts the rest.")).toBeVisible();
}

/** Takes the last change of the plan back. */
export async function undo(page: Page, at: string) {
  await page.goto(`${at}/quilt`);
  await page.getByRole("button", { name: /Undo the last change/ }).click();
}
