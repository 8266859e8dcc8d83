// Debian's Chromium for the browser tests. Node's own modules only.
import { existsSync } from 'node:fs'
import { aptInstall } from './install.mjs'
import { Sorry } from './process.mjs'

export async function ensureChromium(say) {
  if (existsSync('/usr/bin/chromium')) return
  await aptInstall(['chromium'], say)
  if (!existsSync('/usr/bin/chromium')) throw new Sorry('/usr/bin/chromium is not there after installing Debian’s package chromium')
}
