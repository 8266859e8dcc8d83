#!/usr/bin/env node
// npm run scans: compares what `bobbin scan` finds in source trees with what their runners list, and prints the table of docs/scan.md.
//   npm run scans                    the fixtures of packages/scan and Bobbin itself, by the runners at hand
//   npm run scans -- pytest FOLDER   another tree
// Rows of a data-driven test count as one.
import { execFileSync } from 'node:child_process'
import { basename, join, resolve } from 'node:path'
import { CLI_FILE, ensureBuilt } from '../lib/build.mjs'
import { ROOT } from '../lib/process.mjs'
import { RUNNERS } from './runners.mjs'

const MOST_SHOWN = 20
const FIXTURES = join(ROOT, 'packages/scan/fixtures')
const OWN = [
  ['vitest', ROOT],
  ['playwright', ROOT],
  ...['jest', 'playwright', 'pytest', 'phpunit', 'rspec', 'go'].map((name) => [name, join(FIXTURES, name)]),
]

await ensureBuilt(console.log)
const [runner, folder] = process.argv.slice(2)
if (runner !== undefined && (!RUNNERS[runner] || !folder)) {
  console.error(`usage: npm run scans [-- ${Object.keys(RUNNERS).join('|')} FOLDER]`)
  process.exit(1)
}
const rows = []
let isShort = false
for (const [name, tree] of runner === undefined ? OWN : [[runner, resolve(folder)]]) {
  try {
    rows.push(compare(name, tree))
  } catch (error) {
    console.error(`left out  ${name} in ${basename(tree)}: ${error.message}`)
    // what was asked for by name has to be there
    isShort ||= runner !== undefined
  }
}
console.log(['| runner | tree | listed | found | share |', '|---|---|---|---|---|', ...rows].join('\n'))
process.exitCode = isShort ? 1 : 0

/** @returns a row of the table; what is missing is printed */
function compare(name, tree) {
  const { list, between, frameworks } = RUNNERS[name]
  const listed = list(tree)
  const { tests } = JSON.parse(execFileSync(process.execPath, [CLI_FILE, 'scan', tree, '--json'], { encoding: 'utf8', maxBuffer: 1e9 }))
  const finder = finderOf(
    tests.filter(({ framework }) => frameworks.includes(framework)),
    between,
  )
  const [met, missing] = [new Set(), new Set()]
  for (const test of listed) {
    const found = finder(test)
    if (found) met.add(found)
    else missing.add(`${test.file ?? ''}${test.file === null ? '' : ': '}${test.name}`)
  }
  for (const one of [...missing].slice(0, MOST_SHOWN)) console.log(`not found  ${one}`)
  if (missing.size > MOST_SHOWN) console.log(`and ${missing.size - MOST_SHOWN} more`)
  const all = met.size + missing.size
  const share = all === 0 ? 0 : Math.floor((1000 * met.size) / all) / 10
  const number = (n) => n.toLocaleString('en')
  return `| ${name} | ${basename(tree)} | ${number(all)} | ${number(met.size)} | ${share} % |`
}

/** Finds the test in code that a runner's name is of: by the whole name, then by patterns of the same file. */
function finderOf(tests, between) {
  const exact = new Map()
  const patterns = new Map()
  for (const test of tests) {
    const { file, suites, name, pattern, suitePatterns, title } = test
    for (const own of title ? [name, title] : [name]) {
      const full = [...suites, own].join(between)
      exact.set(`${file}\n${full}`, test)
      exact.set(`\n${full}`, test)
    }
    if (pattern === null && !suitePatterns) continue
    const inner = (text) => text.replace(/^\^|\$$/g, '')
    const parts = suites.map((suite, i) => inner(suitePatterns?.[i] ?? plain(suite)))
    const whole = new RegExp(`^${[...parts, pattern === null ? plain(name) : inner(pattern)].join(plain(between))}$`, 's')
    for (const key of [file, '']) patterns.set(key, [...(patterns.get(key) ?? []), [whole, test]])
  }
  return ({ file, name }) =>
    exact.get(`${file ?? ''}\n${name}`) ?? (patterns.get(file ?? '') ?? []).find(([whole]) => whole.test(name))?.[1] ?? null
}

function plain(text) {
  return text.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')
}
