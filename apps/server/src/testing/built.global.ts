import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'

const ROOT = fileURLToPath(new URL('../../../..', import.meta.url))

/** Some tests start what was built (readers in processes of their own, reporters in real runners): it is brought up to date first. */
export function setup(): void {
  const built = spawnSync(process.execPath, ['tools/lib/tsc.mjs', '-b', 'apps/server', 'apps/cli', 'packages/reporters'], {
    cwd: ROOT,
    encoding: 'utf8',
  })
  // what does not hold by its types is built all the same, and said
  if (built.status !== 0) console.warn(built.stdout || built.stderr || String(built.error))
}
