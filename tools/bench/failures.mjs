// What causes of failures cost: grouping beside a delivery, opening a cause that very many tests share.
import { join } from 'node:path'
import { setTimeout } from 'node:timers/promises'
import { Sequelize } from 'sequelize'
import { groupFailures } from '../../apps/server/dist/intake/storing/group-failures.js'
import { writeFileOf } from './files.mjs'
import { outputOf } from './turns.mjs'

const FAILURES = 20_000
const ROUNDS = 2
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
  // the pass held this process up: connections that the server closed meanwhile have to be noticed
  await setTimeout(100)
  await benchOpening(figures, bench, most)
  await benchGrouping(figures, bench, 1000, 1.3)
  // every failure a kind of its own: the worst there is
  await benchGrouping(figures, bench, FAILURES, 2.5)
}

/** A delivery of failures of some kinds, against the same without the grouping, which is done anew by itself. */
async function benchGrouping(figures, bench, kinds, most) {
  const sequelize = new Sequelize(bench.databaseUrl, { dialect: 'postgres', logging: false })
  let [delivery, grouping] = [Infinity, Infinity]
  for (let round = 0; round < ROUNDS; round++) {
    const body = report(
      FAILURES,
      (i) => `the ${word(i % kinds)} of the ${word(round)} deck with ${kinds > 5000 ? 'many' : 'few'} has come loose`,
    )
    const began = performance.now()
    await bench.deliver(body, { pipeline: `grouping-${kinds}-${round}`, environment: 'bench', build: '1' })
    delivery = Math.min(delivery, performance.now() - began)
    const transaction = await sequelize.transaction()
    const db = { sequelize, transaction }
    await sequelize.query(`create temporary table own as select id, group_id from signature order by id desc limit ${kinds}`, {
      transaction,
    })
    await sequelize.query('update signature set group_id = null where id in (select id from own)', { transaction })
    await sequelize.query('delete from failure_group where id in (select group_id from own)', { transaction })
    const from = performance.now()
    await groupFailures(db, 1)
    grouping = Math.min(grouping, performance.now() - from)
    await transaction.rollback()
  }
  await sequelize.close()
  const without = delivery - grouping
  const what = `grouping ${FAILURES.toLocaleString('en')} failures of ${kinds.toLocaleString('en')} kinds beside their delivery`
  figures.add('failures', what, delivery / without, '×', most, `${Math.round(delivery)} ms, ${Math.round(grouping)} ms of it`)
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
