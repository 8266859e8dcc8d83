#!/usr/bin/env node
// npm run faults [-- name …] [--count N] [--seed N]: makes go wrong what may, and checks that every result is there exactly once.
import { parseArgs } from 'node:util'
import { ensureBuilt } from '../lib/build.mjs'
import * as scenarios from './scenarios.mjs'

const { values, positionals } = parseArgs({ allowPositionals: true, options: { count: { type: 'string' }, seed: { type: 'string' } } })
const unknown = positionals.filter((name) => !(name in scenarios))
if (unknown.length > 0) {
  console.error(`There is no “${unknown.join('”, “')}”; there are ${Object.keys(scenarios).join(', ')}`)
  process.exit(1)
}
await ensureBuilt((text) => console.log(`  ${text} …`))
const wanted = positionals.length > 0 ? positionals : Object.keys(scenarios)
const options = { ...(values.count && { count: Number(values.count) }), ...(values.seed && { seed: Number(values.seed) }) }
let failed = 0
for (const name of wanted) {
  console.log(`${name} …`)
  const began = Date.now()
  try {
    console.log(`  held: ${await scenarios[name](options)}, ${Math.round((Date.now() - began) / 1000)} s`)
  } catch (error) {
    failed++
    console.log(`  BROKE: ${error.stack}`)
  }
}
console.log(`\n${wanted.length - failed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
