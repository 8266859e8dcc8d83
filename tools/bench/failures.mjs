// What causes of failures cost: grouping beside a delivery, opening a cause that very many tests share.
import { join } from 'node:path'
import { writeFileOf } from './files.mjs'
import { outputOf } from './turns.mjs'

const FAILURES = 20_000
const ROUNDS = 3
const ONE_CAUSE = 900
const OF_ONE_CAUSE = 100_000
const REFERENCE_PASS_MS = 750

/** A word of letters for a number: figures are set aside, letters are not. */
const word = (n) => Array.from({ length: 4 }, (_, i) => String.fromCharCode(97 + (Math.floor(n / 26 ** i) % 26))).join('')

const report = (count, messageOf) =>
  `<testsuite name="deck">${Array.from(
    { length: count },
    (_, i) => `<testcase classname="deck" name="test ${i}" time="0.1"><failure message="${messageOf(i)}" type="Error"/></testcase>`,
  ).join('')}</testsuite>`

export async function benchFailures(figures, home, bench) {
  const file = await writeFileOf(join(home, '50mb.xml'), { bytes: 50_000_000 })
  const slow = Math.max(1, Number(outputOf('pass.mjs', 'bare', file)) / REFERENCE_PASS_MS)
  const most = (ms) => Math.round(ms * slow)
  await benchGrouping(figures, bench)
  await benchOpening(figures, bench, most)
}

/** A delivery in which every failure is a cause of its own, and the grouping of all of them by itself, in turns. */
async function benchGrouping(figures, bench) {
  const ask = async (sql) => (await bench.database.query(sql)).rows
  const timed = async (what) => {
    const began = performance.now()
    await what()
    return performance.now() - began
  }
  let [delivery, grouping] = [Infinity, Infinity]
  for (let round = 0; round < ROUNDS; round++) {
    const body = report(FAILURES, (i) => `the ${word(i)} of the ${word(round)} deck has come loose`)
    const place = { pipeline: `grouping-${round}`, environment: 'bench' }
    delivery = Math.min(delivery, await timed(() => bench.deliver(body, { ...place, build: '1' })))
    const tiny = report(1, () => `the ${word(round)} of the tiny deck has come loose`)
    const alone = await timed(() => bench.deliver(tiny, { ...place, build: '2' }))
    // all of it anew, beside a delivery of one result
    await ask('update signature set group_id = null')
    await ask('delete from failure_group')
    grouping = Math.min(grouping, (await timed(() => bench.deliver(tiny.replace('tiny', 'small'), { ...place, build: '3' }))) - alone)
  }
  const without = delivery - grouping
  figures.add(
    'failures',
    `grouping ${FAILURES.toLocaleString('en')} failures of as many kinds beside their delivery`,
    delivery / without,
    '×',
    1.3,
    `${Math.round(delivery)} ms against ${Math.round(without)}`,
  )
}

async function benchOpening(figures, bench, most) {
  const message = () => 'the harbour office at pier:5433 gave no answer'
  const builds = Math.ceil(OF_ONE_CAUSE / ONE_CAUSE)
  for (let build = 1; build <= builds; build++)
    await bench.deliver(report(ONE_CAUSE, message), { pipeline: 'one-cause', environment: 'bench', build: String(build) })
  const get = async (path) => {
    let ms = Infinity
    let answer
    for (let round = 0; round <= ROUNDS; round++) {
      const began = performance.now()
      const response = await fetch(`${bench.url}/api/projects/bench/failures${path}`, { headers: { cookie: bench.cookie } })
      answer = await response.json()
      if (!response.ok) throw new Error(`GET failures${path} answered ${response.status}`)
      if (round > 0) ms = Math.min(ms, performance.now() - began)
    }
    return { ms, answer }
  }
  const list = await get('?span=500&search=harbour')
  const [row] = list.answer.rows
  figures.add(
    'failures',
    `the list with ${row.failures.toLocaleString('en')} failures of one cause`,
    list.ms,
    'ms',
    most(300),
    `${list.answer.causes} causes`,
  )
  const opened = await get(`/${row.id}?span=30`)
  figures.add(
    'failures',
    `opening a cause of ${row.tests} tests, 30 builds in the lens`,
    opened.ms,
    'ms',
    most(150),
    `${opened.answer.totalTests} tests`,
  )
}
