// Debian's Chromium for the browser tests. Node's own modules only.
import { existsSync } from 'node:fs'
import { aptInstall } from './install.mjs'
import { Sorry } from './process.mjs'

/** How Debian's Chromium is started for tests and pictures, also as root. */
export const CHROMIUM = {
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
}

export async function ensureChromium(say) {
  if (existsSync(CHROMIUM.executablePath)) return
  await aptInstall(['chromium'], say)
  if (!existsSync(CHROMIUM.executablePath)) throw new Sorry('/usr/bin/chromium is not there after installing Debian’s package chromium')
}
