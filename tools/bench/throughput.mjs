// A million results in 200 files from 8 senders at once, with one server process and with two.
import { mkdtempSync, openAsBlob, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ApiClient, deliver } from '../../packages/client/dist/index.js'
import { startTestServer } from '../lib/test-server.mjs'
import { textOf } from './files.mjs'
import { barePass } from './parsing.mjs'
import { copyRows, dropTable, makeTable, rowsOf } from './rows.mjs'

const FILES = 200
const TESTS = 5000
const SENDERS = 8
/** So many files are the shards of one run. */
const SHARDS = 10

/** The nth file: its tests are those of no other shard, and of each build again. */
const fileText = (nth) => textOf({ tests: TESTS, variant: Math.floor(nth / SHARDS) }).replaceAll('ferry.deck', `ferry.deck${nth % SHARDS}`)

export async function benchThroughput(figures, home, bench, databaseUrl) {
  const paths = writeFiles(home)
  const base = await baseline(paths, bench)
  const one = await sendAll(bench, 'one', [bench.url], paths)
  figures.add(
    'throughput',
    `1,000,000 results in ${FILES} files from ${SENDERS} senders, of the rate of COPY plus bare parse`,
    base / one,
    '×',
    { least: 0.5 },
    `${seconds(one)} against ${seconds(base)}: ${Math.round((FILES * TESTS) / one)} thousand a second`,
  )
  const second = await startTestServer(databaseUrl, { demo: false })
  try {
    const two = await sendAll(bench, 'two', [bench.url, second.url], paths)
    figures.add(
      'throughput',
      'the same into two server processes, of the rate of one',
      one / two,
      '×',
      { least: 1.6 },
      `${seconds(two)} against ${seconds(one)}`,
    )
  } finally {
    await second.stop()
  }
}

const seconds = (ms) => `${(ms / 1000).toFixed(1)} s`

async function sendAll({ token, database }, name, urls, paths) {
  const began = performance.now()
  let next = 0
  const sender = async (nth) => {
    const client = new ApiClient({ baseUrl: urls[nth % urls.length], token })
    for (let i = next++; i < FILES; i = next++) {
      const target = { pipeline: `throughput-${name}`, branch: 'main', environment: 'bench', build: String(Math.floor(i / SHARDS) + 1) }
      await deliver(client, 'bench', { ...target, shard: (i % SHARDS) + 1, shards: SHARDS }, 'cli', [
        { name: `${i}.xml`, content: await openAsBlob(paths[i]) },
      ])
    }
  }
  await Promise.all(Array.from({ length: SENDERS }, (_, nth) => sender(nth)))
  const time = performance.now() - began
  const { rows } = await database.query(
    `select (select count(*)::int from result x where x.run_id = any(r.ids)) as results, (select count(*)::int from attempt a where a.run_id = any(r.ids)) as attempts, live
     from (select array_agg(r.id) as ids, count(*) filter (where r.live)::int as live from run r join build b on b.id = r.build_id join pipeline p on p.id = b.pipeline_id
       where p.name = $1) r`,
    [`throughput-${name}`],
  )
  const [{ results, attempts, live }] = rows
  if (results !== FILES * TESTS || attempts !== FILES * TESTS || live > 0)
    throw new Error(`${results} results and ${attempts} attempts are there, not ${FILES * TESTS}; ${live} runs are live`)
  return time
}

/** They are written before anything is measured: who sends has them, too. */
function writeFiles(home) {
  const folder = mkdtempSync(join(home, 'throughput-'))
  return Array.from({ length: FILES }, (_, i) => {
    const path = join(folder, `${i}.xml`)
    writeFileSync(path, fileText(i))
    return path
  })
}

/** The same files read with nobody listening, one after the other, and their rows copied to a plain table, where nothing checks them. */
async function baseline(paths, { database }) {
  const rows = paths.map((path) => rowsOf(readFileSync(path)))
  await makeTable(database)
  const began = performance.now()
  for (const [i, path] of paths.entries()) {
    await barePass(path)
    await copyRows(database, rows[i])
  }
  const time = performance.now() - began
  await dropTable(database)
  return time
}
