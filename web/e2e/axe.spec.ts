// Nothing that axe finds, on any view, light and dark, wide and narrow; and nothing wider than the screen.
import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";

const quilt = "/q/demo-boat-shed";
const views = [
  "/",
  "/new",
  `${quilt}/quilt`,
  `${quilt}/thread`,
  `${quilt}/cut`,
  `${quilt}/sew`,
  `${quilt}/press`,
  `${quilt}/trim`,
  `${quilt}/bench/block`,
  `${quilt}/iron/half`,
  `${quilt}/print`,
  "/q/no-such-quilt/quilt",
  "/nowhere",
];

for (const colorScheme of ["light", "dark"] as const) {
  test(`axe finds nothing in the ${colorScheme}`, async ({ browser }) => {
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
