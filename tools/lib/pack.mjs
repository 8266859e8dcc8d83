#!/usr/bin/env node
// Packs the reporters as npm would publish them, for the server to hand out: apps/cli/dist/reporters.tgz.
import { spawnSync } from 'node:child_process'
import { renameSync } from 'node:fs'
import { join } from 'node:path'

const ROOT = new URL('../..', import.meta.url).pathname
const to = join(ROOT, 'apps', 'cli', 'dist')
const { stdout, stderr, status } = spawnSync('npm', ['pack', './packages/reporters', '--pack-destination', to, '--silent'], {
  cwd: ROOT,
  encoding: 'utf8',
})
if (status !== 0) {
  console.error(stderr)
  process.exit(1)
}
renameSync(join(to, stdout.trim().split('\n').at(-1)), join(to, 'reporters.tgz'))
