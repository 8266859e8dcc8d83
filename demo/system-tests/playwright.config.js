import { defineConfig } from '@playwright/test'
import { existsSync } from 'node:fs'
import { FERRY } from './ferry.js'

// Debian's browser where it is installed; as root it needs to be told that there is no sandbox
const executablePath = ['/usr/bin/chromium', '/usr/bin/chromium-headless-shell', '/usr/bin/chromium-browser'].find((path) =>
  existsSync(path),
)

export default defineConfig({
  testDir: 'shop',
  outputDir: process.env.BOBBIN_RESULTS ? `${process.env.BOBBIN_RESULTS}-files` : 'test-results',
  use: {
    baseURL: FERRY,
    launchOptions: {
      ...(executablePath && { executablePath }),
      args: [
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
