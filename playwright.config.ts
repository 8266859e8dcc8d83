import { defineConfig } from '@playwright/test'

/** Chromium is Debian's; the server and its database are started by tools/test.mjs, or by e2e/server.setup for a single run. */
export default defineConfig({
  testDir: 'e2e',
  outputDir: '.bobbin/e2e-results',
  // one server for all: a delivery of one journey must not change the counts of another half-way
  workers: 1,
  timeout: 30_000,
  expect: { timeout: 8_000 },
  globalSetup: './e2e/global-setup.ts',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'UTC',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
