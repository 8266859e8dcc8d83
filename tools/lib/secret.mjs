// The key of sessions and tokens for a Bobbin that runs on this machine; made once, readable by its owner only.
import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

export function secretIn(folder) {
  const file = join(folder, 'secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8').trim()
}
