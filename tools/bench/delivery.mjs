// Delivery: from the HTTP request to visible in a query, against COPY of the same rows into an unlogged table plus the bare parse.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { from } from 'pg-copy-streams'
import { readResultFile } from '../../packages/core/dist/index.js'
import { Stage, STAGE_COLUMNS } from '../../apps/server/dist/intake/staging.js'
import { textOf } from './files.mjs'
import { barePass } from './parsing.mjs'

const TESTS = 100_000
const ROUNDS = 4

export async function benchDelivery(figures, folder, bench, title, { compareWith, atMost, suite = 'deck' } = {}) {
  const times = []
  const bases = []
  // a server that has been up for a while, not one whose code was never run
  await bench.deliver(textOf({ tests: 5000 }).replaceAll('ferry.deck', `ferry.before-${suite}`), {
    pipeline: `before ${title}`,
    build: '1',
  })
  for (let round = 0; round <= ROUNDS; round++) {
    const text = textOf({ tests: TESTS, variant: round }).replaceAll('ferry.deck', `ferry.${suite}`)
    const path = join(folder, `delivery-${round}.xml`)
    writeFileSync(path, text)
    const base = await baseline(bench, path, text)
    const began = performance.now()
    const report = await bench.deliver(text, { pipeline: `delivered ${title}`, build: String(round + 1) })
    const { rows } = await bench.database.query('select count(*) as n from result where run_id = $1', [report.run.id])
    const time = performance.now() - began
    if (Number(rows[0].n) !== TESTS) throw new Error(`${rows[0].n} results are visible, not ${TESTS}`)
    // the first build makes every script; the builds after it are what happens every day
    if (round === 0)
      figures.add(
        'delivery',
        `100,000 results, ${title}, first build`,
        time / base,
        '×',
        4,
        `${Math.round(time)} ms against ${Math.round(base)} ms`,
      )
    else {
      times.push(time)
      bases.push(base)
    }
  }
  const [time, base] = [Math.min(...times), Math.min(...bases)]
  figures.add(
    'delivery',
    `100,000 results, ${title}, a later build`,
    time / base,
    '×',
    4,
    `${Math.round(time)} ms against ${Math.round(base)} ms`,
  )
  if (compareWith) figures.add('delivery', `${title}, against an empty one`, time / base / compareWith, '×', atMost)
  return time / base
}

/** The least it could cost: reading the file with nobody listening, and copying its rows to where nothing checks them. */
async function baseline(bench, path, text) {
  const stage = new Stage()
  for (const result of readResultFile(Buffer.from(text)).results) stage.add(result)
  const rows = []
  for await (const chunk of stage.attemptChunks()) rows.push(chunk)
  stage.dispose()
  await bench.database.query(`create unlogged table bench_rows (${STAGE_COLUMNS})`)
  const began = performance.now()
  await barePass(path)
  await pipeline(Readable.from(rows), bench.database.query(from('copy bench_rows from stdin')))
  const time = performance.now() - began
  await bench.database.query('drop table bench_rows')
  return time
}
