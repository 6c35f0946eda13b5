import { defineConfig } from "@playwright/test";

/** Against a production build that bin/test serves; Debian's Chromium. */
export default defineConfig({
  testDir: "e2e",
  // The files do not get in each other's way, but one browser that draws without a graphics card has enough of two cores:
  // two took no less time together, and what waits for a moment waited for longer.
  workers: 1,
  timeout: 150_000,
  expect: { timeout: 25_000 },
  outputDir: "test-results",
  use: {
    baseURL: process.env.FICHIER_URL,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
    // Recording every step costs more than the steps; switch it on to look into a failure.
    trace: process.env.TRACE ? "retain-on-failure" : "off",
  },
});
