import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './tools/lib/chromium.mjs'

/** Journeys in Debian's Chromium; e2e/global-setup.ts starts servers with the demo data for them. */
export default defineConfig({
  testDir: 'e2e',
  outputDir: '.bobbin/e2e-results',
  workers: 2,
  projects: [
    // one server for all: a delivery of one journey must not change the counts of another half-way
    { name: 'journeys', testIgnore: /kill|first-run|accessible/, workers: 1 },
    // servers of their own, beside the others
    { name: 'alone', testMatch: /kill|first-run/, workers: 1 },
    // look at every page and change little: whichever worker is free takes the next
    { name: 'looks', testMatch: /accessible/, fullyParallel: true },
  ],
  // a journey starts several commands, and may stand on a machine of which others have the half
  timeout: 90_000,
  // a wait ends with what it waits for; a busy machine may take its time until then
  expect: { timeout: 30_000 },
  globalSetup: './e2e/global-setup.ts',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'UTC',
    screenshot: 'only-on-failure',
    launchOptions: CHROMIUM,
  },
})
