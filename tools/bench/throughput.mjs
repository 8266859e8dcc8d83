// A million results in 200 files from 8 senders at once, with one server process and with two.
import { mkdtempSync, openAsBlob, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { nodeFetch } from '../../apps/cli/dist/transport.js'
import { ApiClient, deliver } from '../../packages/client/dist/index.js'
import { startTestServer } from '../lib/test-server.mjs'
import { textOf } from './files.mjs'
import { holdBack } from './held-back.mjs'
import { barePass } from './parsing.mjs'
import { copyRows, dropTable, makeTable, rowsOf } from './rows.mjs'

const TESTS = 5000
const SENDERS = 8
/** So many files are the shards of one run. */
const SHARDS = 10
/** Files of one round, and rounds. */
const FILES = 40
const ROUNDS = 5
/** Two builds. */
const BEFORE = 20
/** Of a core: with less each server is what limits, and not the processor that it shares with senders and database. */
const SHARE = 0.3
/** Rounds in which servers are held back. */
const HELD_ROUNDS = 2

/**
 * A machine changes its pace within a minute: the files come in rounds, each between two passes of the base over the same files, and
 * into one server right before they go into two. What all rounds took together counts.
 */
export async function benchThroughput(figures, home, bench, databaseUrl) {
  const second = await startTestServer(databaseUrl, { demo: false })
  try {
    const servers = { one: [bench.url], two: [bench.url, second.url] }
    await warmUp(home, bench, servers.two)
    const sums = { base: 0, one: 0, two: 0 }
    for (let round = 0; round < ROUNDS; round++) {
      const one = filesOf(home, 'one', round)
      const before = await baseline(one.paths, bench)
      sums.one += await sendAll(bench, servers.one, one)
      sums.base += (before + (await baseline(one.paths, bench))) / 2
      one.remove()
      const two = filesOf(home, 'two', round)
      sums.two += await sendAll(bench, servers.two, two)
      two.remove()
    }
    for (const name of Object.keys(servers)) await check(bench, name, ROUNDS)
    const count = FILES * ROUNDS * TESTS
    figures.add(
      'throughput',
      `1,000,000 results in ${FILES * ROUNDS} files from ${SENDERS} senders, of the rate of COPY plus bare parse`,
      sums.base / sums.one,
      '×',
      { least: 0.5 },
      `${seconds(sums.one)} against ${seconds(sums.base)}: ${Math.round(count / sums.one)} thousand a second`,
    )
    const free = `${(sums.one / sums.two).toFixed(2)} × with the whole processor, which one server and its database fill nearly alone`
    const held = await heldBack(home, bench, servers, [bench.pid, second.pid])
    if (!held) return console.log(`not measured: two server processes against one (no control groups here); ${free}`)
    figures.add(
      'throughput',
      `${FILES * HELD_ROUNDS} files into two server processes with ${SHARE} of a core each, of the rate of one`,
      held.one / held.two,
      '×',
      { least: 1.6 },
      `${seconds(held.two)} against ${seconds(held.one)}; ${free}`,
    )
  } finally {
    await second.stop()
  }
}

/** @returns what rounds took together, into one server and into two; null where nobody can be held back */
async function heldBack(home, bench, servers, pids) {
  const hold = holdBack(pids, SHARE)
  if (!hold) return null
  const sums = { one: 0, two: 0 }
  try {
    for (let round = 0; round < HELD_ROUNDS; round++) {
      for (const [name, urls] of Object.entries(servers)) {
        const files = filesOf(home, `${name}-held`, round)
        sums[name] += await sendAll(bench, urls, files)
        files.remove()
      }
    }
  } finally {
    hold.release()
  }
  for (const name of Object.keys(servers)) await check(bench, `${name}-held`, HELD_ROUNDS)
  return sums
}

const seconds = (ms) => `${(ms / 1000).toFixed(1)} s`

/** Files of a round are written before anything is measured: who sends has them, too. Their tests are those of each round again. */
function filesOf(home, name, round, count = FILES) {
  const folder = mkdtempSync(join(home, 'throughput-'))
  const paths = Array.from({ length: count }, (_, i) => {
    const path = join(folder, `${i}.xml`)
    const nth = round * FILES + i
    writeFileSync(
      path,
      textOf({ tests: TESTS, variant: Math.floor(nth / SHARDS) }).replaceAll('ferry.deck', `ferry.${name}${nth % SHARDS}`),
    )
    return path
  })
  return { name, round, paths, remove: () => rmSync(folder, { recursive: true }) }
}

/** Servers that have been up for a while, not ones whose code was never run. */
async function warmUp(home, bench, urls) {
  for (const [i, url] of urls.entries()) {
    const files = filesOf(home, `before${i + 1}`, 0, BEFORE)
    await sendAll(bench, [url], files)
    files.remove()
  }
}

/** Sends the files of a round as the command line does, and waits for the answers. @returns how long it took, in milliseconds */
async function sendAll({ token }, urls, { name, round, paths }) {
  const began = performance.now()
  let next = 0
  const sender = async (nth) => {
    const client = new ApiClient({ baseUrl: urls[nth % urls.length], token, fetch: nodeFetch() })
    for (let i = next++; i < paths.length; i = next++) {
      const build = Math.floor((round * FILES + i) / SHARDS) + 1
      const target = { pipeline: `throughput-${name}`, branch: 'main', environment: 'bench', build: String(build) }
      await deliver(client, 'bench', { ...target, shard: (i % SHARDS) + 1, shards: SHARDS }, 'cli', [
        { name: `${i}.xml`, content: await openAsBlob(paths[i]) },
      ])
    }
  }
  await Promise.all(Array.from({ length: SENDERS }, (_, nth) => sender(nth)))
  return performance.now() - began
}

/** Nothing may be lost, and nothing be there twice. */
async function check({ database }, name, rounds) {
  const { rows } = await database.query(
    `select (select count(*)::int from result x where x.run_id = any(r.ids)) as results, (select count(*)::int from attempt a where a.run_id = any(r.ids)) as attempts, live
     from (select array_agg(r.id) as ids, count(*) filter (where r.live)::int as live from run r join build b on b.id = r.build_id join pipeline p on p.id = b.pipeline_id
       where p.name = $1) r`,
    [`throughput-${name}`],
  )
  const [{ results, attempts, live }] = rows
  const sent = FILES * rounds * TESTS
  if (results !== sent || attempts !== sent || live > 0)
    throw new Error(`${results} results and ${attempts} attempts are there, not ${sent}; ${live} runs are live`)
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
