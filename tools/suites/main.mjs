#!/usr/bin/env node
// npm run suites [-- name …]: runs suites that others wrote, twice each in other folders, and checks that their results are read as the runners counted them and
// as the same scripts both times. Installs what it needs by apt and npm; not part of npm test.
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt } from '../lib/build.mjs'
import { DATA } from '../lib/process.mjs'
import { SUITES } from './suites.mjs'

await ensureBuilt((text) => console.log(`  ${text} …`))
const { readRun, compare } = await import('./compare.mjs')

const wanted = process.argv.slice(2)
const unknown = wanted.filter((name) => !(name in SUITES))
if (unknown.length > 0) {
  console.error(`There is no “${unknown.join('”, “')}”; there are ${Object.keys(SUITES).join(', ')}`)
  process.exit(1)
}

const base = join(DATA, 'suites')
let failed = 0
for (const name of wanted.length > 0 ? wanted : Object.keys(SUITES)) {
  const { install, run } = SUITES[name]
  console.log(`${name} …`)
  try {
    const shared = join(base, name, 'shared')
    mkdirSync(shared, { recursive: true })
    install(shared)
    const runs = ['builds/4711', 'home/runa/work'].map((folder) => {
      const own = join(base, name, folder)
      rmSync(own, { recursive: true, force: true })
      mkdirSync(own, { recursive: true })
      return run(own, shared)
    })
    const [first, second] = runs.map(({ files, root, counted }) => ({ ...readRun(files, root), counted }))
    const problems = compare(first, second)
    console.log(`  ${first.results.size} scripts in ${first.files} files; the runner counted ${first.counted ?? 'nothing'}`)
    if (problems.length === 0) continue
    failed++
    for (const problem of problems.slice(0, 20)) console.log(`  ${problem}`)
    if (problems.length > 20) console.log(`  and ${problems.length - 20} more`)
  } catch (error) {
    failed++
    console.log(`  could not be run: ${error.message}`)
  }
}
console.log(failed === 0 ? '\nall suites are read alike' : `\n${failed} differ`)
process.exit(failed === 0 ? 0 : 1)
