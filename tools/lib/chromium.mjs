// Debian's Chromium for the browser tests, as its build without a window: it takes a seventh less of the processor. Node's own modules only.
import { existsSync } from 'node:fs'
import { aptInstall } from './install.mjs'
import { Sorry } from './process.mjs'

/** How Debian's Chromium is started for tests and pictures, also as root. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
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
  await aptInstall(['chromium-headless-shell'], say)
  if (!existsSync(CHROMIUM.executablePath))
    throw new Sorry(`${CHROMIUM.executablePath} is not there after installing Debian’s package chromium-headless-shell`)
}
