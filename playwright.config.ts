import { defineConfig } from "@playwright/test";

/** An application for each of the browsers that run at once, in whose processes the runner says which one they are. */
const addresses = (process.env.FICHIER_URL ?? "").split(" ");

/** Against a production build that bin/test serves; Debian's Chromium, without a window. */
export default defineConfig({
  testDir: "e2e",
  // Files that share an application wait for each other; what they wait for is seldom the processor.
  workers: addresses.length,
  timeout: 150_000,
  expect: { timeout: 25_000 },
  outputDir: "test-results",
  use: {
    baseURL: addresses[Number(process.env.TEST_PARALLEL_INDEX ?? 0)],
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: "/usr/bin/chromium-headless-shell",
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
