import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: "e2e",
  workers: 1,
  forbidOnly: !!process.env.CI,
  retries: 0,
  timeout: 120_000, // no machine is quiet
  expect: { timeout: 20_000 },
  reporter: [["list"]],
  use: {
    baseURL: "http://127.0.0.1:8342",
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: "/usr/bin/chromium" },
    screenshot: "only-on-failure",
  },
  webServer: {
    command:
      "rm -rf test-results/shelf && exec ../bin/vicis demo --listen 127.0.0.1:8342 --data test-results/shelf/demo.db",
    url: "http://127.0.0.1:8342/api/health",
    gracefulShutdown: { signal: "SIGTERM", timeout: 5000 },
    reuseExistingServer: false,
  },
});
