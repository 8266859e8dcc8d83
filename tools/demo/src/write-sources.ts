import { mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { makeSources } from './sources.js'
import { makeWorld, SEED } from './world.js'

/** Writes the demo's source tree anew: `node tools/demo/dist/write-sources.js`. */
const root = new URL('../../../demo/tests', import.meta.url).pathname
rmSync(root, { recursive: true, force: true })
for (const { path, text } of makeSources(makeWorld(SEED))) {
  mkdirSync(dirname(join(root, path)), { recursive: true })
  writeFileSync(join(root, path), text)
}
