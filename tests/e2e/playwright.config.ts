import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: ".",
  globalSetup: "./demo-library.ts",
  fullyParallel: false,
  // Each file has a server of its own.
  workers: 2,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  // On a shared machine a journey may stumble; a second try tells a stumble from a fault, and the report names it as flaky.
  retries: process.env.CI ? 1 : 0,
  reporter: [["list"]],
  use: {
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
  },
});
