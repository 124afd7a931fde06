// Nothing that axe finds, on any view, light and dark, wide and narrow; and nothing wider than the screen.
import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";

const quilt = "/q/demo-boat-shed";
const views = [
  "/",
  "/new",
  "/library/log-cabin",
  `${quilt}/quilt`,
  `${quilt}/thread`,
  `${quilt}/cut`,
  `${quilt}/sew`,
  `${quilt}/press`,
  `${quilt}/trim`,
  `${quilt}/rules`,
  `${quilt}/tally`,
  `${quilt}/bench/block`,
  `${quilt}/iron/half`,
  `${quilt}/print`,
  "/cloth",
  "/q/demo-boat-shed/trim/set-I",
  "/q/demo-boat-shed/trim/block",
  "/q/demo-hay-loft/quilt",
  "/q/demo-hay-loft/cut",
  "/q/demo-hay-loft/cut/mat",
  "/q/demo-hay-loft/thread",
  "/q/demo-gull-point/quilt",
  "/q/demo-gull-point/sew",
  "/q/demo-gull-point/bench/goose%2Fthird",
  "/q/demo-weather-vane/quilt",
  "/q/demo-weather-vane/press",
  "/q/demo-rope-walk/again",
  "/q/demo-rope-walk/bench/parts%3Ab1",
  "/q/demo-harbour-swell/wave",
  "/q/demo-button-tin/prints",
  "/q/demo-harbour-swell/cut/mat",
  "/q/demo-harbour-swell/print",
  "/q/demo-harbour-swell/bench/wave%3Ac3",
  "/q/no-such-quilt/quilt",
  "/nowhere",
];

for (const colorScheme of ["light", "dark"] as const) {
  test(`axe finds nothing in the ${colorScheme}`, async ({ browser }) => {
    test.setTimeout(600_000); // many views
    const context = await browser.newContext({
      colorScheme,
      reducedMotion: "reduce",
      viewport: { width: 1280, height: 800 },
    });
    const page = await context.newPage();
    for (const view of views) {
      await page.goto(view);
      await page.waitForLoadState("networkidle");
      const found = await new AxeBuilder({ page }).analyze();
      const says = found.violations.map(
        (v) => `${v.id}: ${v.nodes.map((n) => n.target.join(" ")).join(", ")} ${v.nodes[0]?.failureSummary ?? ""}`,
      );
      expect.soft(says, view).toEqual([]);
    }
    await context.close();
  });
}

for (const width of [390, 1024]) {
  test(`nothing is wider than a screen of ${width}`, async ({ browser }) => {
    const context = await browser.newContext({ viewport: { width, height: 780 } });
    const page = await context.newPage();
    for (const view of views) {
      await page.goto(view);
      await page.waitForLoadState("networkidle");
      const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect.soft(over, view).toBeLessThanOrEqual(0);
      if (view.includes("/bench/") || view.includes("/iron/")) {
        const tall = await page.evaluate(() => document.documentElement.scrollHeight - window.innerHeight);
        expect.soft(tall, `${view} scrolls`).toBeLessThanOrEqual(0);
        await expect(page.getByRole("button", { name: /One more/ })).toBeInViewport({ ratio: 1 });
      }
    }
    await context.close();
  });
}

// A phone beside the needle, with and without the browser's own bars: every button of every mode can be reached.
for (const height of [780, 664]) {
  test(`the bench fits a phone of 390 × ${height} in every mode`, async ({ browser }) => {
    const context = await browser.newContext({ viewport: { width: 390, height }, hasTouch: true });
    const page = await context.newPage();
    for (const step of ["block", "set-I", "strips/A/60960", "rows"]) {
      await page.goto(`${quilt}/bench/${encodeURIComponent(step)}`);
      const seen = async (names: RegExp[]) => {
        for (const name of names)
          await expect(page.getByRole("button", { name }).last(), `${step}: ${name}`).toBeInViewport({ ratio: 1 });
      };
      await seen([/One more/, /Take back/, /Set aside/, /Recount/]);
      await page.getByRole("button", { name: /Set aside/ }).tap();
      await seen([/seam off/, /stained or torn/, /Not at all/, /Set aside/]);
      await expect(page.getByLabel("Another reason")).toBeInViewport({ ratio: 1 });
      await page.getByRole("button", { name: /Not at all/ }).tap();
      await page.getByRole("button", { name: /Recount/ }).tap();
      await seen([/One more/, /Recount/, /^9$/, /Rub out/]);
      await page.getByRole("button", { name: /^9$/ }).tap();
      await expect(page.getByText("9 good ones so far: Enter")).toBeVisible();
      await page.getByRole("button", { name: /Recount/ }).tap();
      await page.getByRole("button", { name: "Type a number" }).tap();
      await page.getByRole("button", { name: /^9$/ }).tap();
      await seen([/One more/, /^9 more/, /Type a number/, /^0$/]);
    }
    await context.close();
  });
}
