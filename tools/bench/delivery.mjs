// Delivery: from the HTTP request to visible in a query, against COPY of the same rows into an unlogged table plus the bare parse.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { textOf } from './files.mjs'
import { barePass } from './parsing.mjs'
import { copyRows, dropTable, makeTable, rowsOf } from './rows.mjs'

const TESTS = 100_000
/** First builds, each of tests that were never seen, and later builds of the last of them. */
const FIRST = 3
const LATER = 5

/**
 * Each delivery stands between two passes of the base and, where there is an empty project `beside`, next to the same delivery into
 * that one: a ratio compares what was measured in the same half minute, and the median of the rounds counts.
 */
export async function benchDelivery(figures, folder, bench, title, { beside, atMost, suite = 'deck' } = {}) {
  // a server that has been up for a while, not one whose code was never run
  for (const { deliver } of [bench, beside].filter(Boolean))
    await deliver(textOf({ tests: 5000 }).replaceAll('ferry.deck', `ferry.before-${suite}`), { pipeline: `before ${title}`, build: '1' })
  const path = join(folder, 'delivery.xml')
  const round = async (own, variant, build) => {
    const text = textOf({ tests: TESTS, variant }).replaceAll('ferry.deck', `ferry.${own}`)
    writeFileSync(path, text)
    const target = { pipeline: `delivered ${title} ${own}`, build: String(build) }
    const before = await baseline(bench, path, text)
    const time = await timeOf(bench, text, target)
    const empty = beside && (await timeOf(beside, text, target))
    const base = (before + (await baseline(bench, path, text))) / 2
    return { time, base, empty, ratio: time / base }
  }
  const add = (what, rounds) => {
    const { time, base, ratio } = middle(rounds, (one) => one.ratio)
    figures.add('delivery', `100,000 results, ${title}, ${what}`, ratio, '×', 4, `${Math.round(time)} ms against ${Math.round(base)} ms`)
  }
  const suites = Array.from({ length: FIRST }, (_, i) => `${suite}-${i + 1}`)
  const first = []
  for (const own of suites) first.push(await round(own, 0, 1))
  const later = []
  for (let k = 1; k <= LATER; k++) later.push(await round(suites.at(-1), k, k + 1))
  // what happens every day, and what happens once
  add('a later build', later)
  add('first build, of tests that were never seen', first)
  if (!beside) return
  const { time, empty } = middle(later, (one) => one.time / one.empty)
  const detail = `a later build, ${Math.round(time)} ms against ${Math.round(empty)} ms`
  figures.add('delivery', `${title}, against an empty one`, time / empty, '×', atMost, detail)
}

const middle = (rounds, by) => rounds.toSorted((a, b) => by(a) - by(b))[Math.floor(rounds.length / 2)]

async function timeOf(bench, text, target) {
  const began = performance.now()
  const report = await bench.deliver(text, target)
  const { rows } = await bench.database.query('select count(*) as n from result where run_id = $1', [report.run.id])
  const time = performance.now() - began
  if (Number(rows[0].n) !== TESTS) throw new Error(`${rows[0].n} results are visible, not ${TESTS}`)
  return time
}

/** The least it could cost: reading the file with nobody listening, and copying its rows to where nothing checks them. */
async function baseline({ database }, path, text) {
  const rows = rowsOf(Buffer.from(text))
  await makeTable(database, 'unlogged')
  const began = performance.now()
  await barePass(path)
  await copyRows(database, rows)
  const time = performance.now() - began
  await dropTable(database)
  return time
}
