// What may go wrong while results come in. Each scenario makes it happen and says in the end how many results are there exactly once.
import S3rver from 's3rver'
import { createServer, request } from 'node:http'
import { execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync, readlinkSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { startPostgres } from '../lib/postgres.mjs'
import { freePort } from '../lib/process.mjs'
import { FILES, STACK, vastSheet } from './hostile.mjs'
import { BOBBIN, fileOf, pause, randomOf, Stage } from './stage.mjs'

async function on(name, more, work) {
  const stage = await Stage.open(name, more)
  try {
    return await work(stage)
  } finally {
    await stage.close()
  }
}

/** Two hundred senders at the same moment, ten to a run. */
export const senders = ({ count = 200 } = {}) =>
  on('senders', {}, async (stage) => {
    const all = Array.from({ length: count }, (_, i) => ({
      build: String(Math.floor(i / 10) + 1),
      shard: (i % 10) + 1,
      shards: 10,
      nth: i,
    }))
    for (const { build } of all) stage.expect(build, 50)
    await Promise.all(
      all.map(({ build, shard, shards, nth }) => stage.send({ build, shard, shards }, { [`${nth}.xml`]: fileOf(`f${nth}`, 50) })),
    )
    const live = await stage.ask('select 1 from run where live')
    if (live.length > 0) throw new Error(`${live.length} runs still wait for shards that are all in`)
    return `${await stage.everythingOnce()} results of ${count} senders`
  })

/** Senders whose clocks were never set, or are years ahead. */
export const clocks = () =>
  on('clocks', {}, async (stage) => {
    const stamps = ['1970-01-01T00:00:07', '1980-01-01T00:00:00', '2099-06-01T12:00:00', '2026-02-30T99:00:00', 'yesterday']
    for (const [i, stamp] of stamps.entries()) {
      stage.expect(String(i + 1), 20)
      await stage.send({ build: String(i + 1) }, { 'a.xml': fileOf(`f${i}`, 20, ` timestamp="${stamp}"`) })
    }
    const [{ odd }] = await stage.ask(`select count(*)::int as odd from run where abs(extract(epoch from started_at - now())) > 86400`)
    if (odd > 0) throw new Error(`${odd} runs stand where a wrong clock says`)
    return `${await stage.everythingOnce()} results of ${stamps.length} clocks`
  })

/** The same shard twice, at once and later, and shards in the wrong order. */
export const shards = () =>
  on('shards', {}, async (stage) => {
    for (let shard = 1; shard <= 6; shard++) stage.expect('1', 40)
    const send = (shard) => stage.send({ build: '1', shard, shards: 6 }, { [`${shard}.xml`]: fileOf(`shard${shard}`, 40) })
    await Promise.all([6, 3, 3, 1, 6].map(send))
    await Promise.all([2, 4, 5, 2].map(send))
    await send(1)
    const [run] = await stage.ask('select live from run')
    if (run.live) throw new Error('the run waits though all its shards are in')
    return `${await stage.everythingOnce()} results of 6 shards, sent 10 times`
  })

/** Shards that name another build or environment than the others: nothing is lost, and each run says which shards it waits for. */
export const disagreeing = () =>
  on('disagreeing', {}, async (stage) => {
    const send = (shard, target) => {
      stage.expect(target.build, 30)
      return stage.send(
        { shard, shards: 3, ...target },
        { [`${shard}.xml`]: fileOf(`${target.build} ${target.environment ?? ''} ${shard}`, 30) },
      )
    }
    await Promise.all([send(1, { build: '7' }), send(2, { build: '8' }), send(3, { build: '7', environment: 'elsewhere' })])
    const waiting = await stage.ask(
      `select array(select shard::int from run_shard s where s.run_id = r.id) as "there" from run r where live order by id`,
    )
    if (waiting.length !== 3) throw new Error(`${waiting.length} runs wait for their shards, not 3`)
    return `${await stage.everythingOnce()} results; 3 runs name the shards they wait for`
  })

/** The store of contents answers that it is full, then nobody answers, then it is back. */
export const store = async () => {
  const port = await freePort()
  const s3 = { state: 'well' }
  const home = join('/tmp', `bobbin-faults-s3-${process.pid}`)
  mkdirSync(home, { recursive: true })
  const behind = new S3rver({
    port: 0,
    address: '127.0.0.1',
    silent: true,
    directory: home,
    configureBuckets: [{ name: 'quay', configs: [] }],
  })
  const { port: own } = await behind.run()
  const proxy = createServer((incoming, outgoing) => {
    if (s3.state === 'away') return void incoming.destroy()
    if (s3.state === 'full' && incoming.method === 'PUT') {
      incoming.resume()
      return void outgoing.writeHead(507).end('<Error><Code>InsufficientStorage</Code><Message>The disk is full</Message></Error>')
    }
    const onward = request(
      { host: '127.0.0.1', port: own, method: incoming.method, path: incoming.url, headers: incoming.headers },
      (answer) => {
        outgoing.writeHead(answer.statusCode, answer.headers)
        answer.pipe(outgoing)
      },
    )
    onward.on('error', () => outgoing.destroy())
    incoming.pipe(onward)
  })
  await new Promise((resolve) => proxy.listen(port, '127.0.0.1', resolve))
  try {
    return await on(
      'store',
      { BOBBIN_BLOBS: `http://127.0.0.1:${port}/quay`, BOBBIN_S3_ACCESS_KEY: 'S3RVER', BOBBIN_S3_SECRET_KEY: 'S3RVER' },
      async (stage) => {
        let tried = 0
        for (const state of ['full', 'away']) {
          s3.state = state
          stage.expect(state, 60)
          const sending = stage.send({ build: state }, { 'a.xml': fileOf(`a ${state}`, 30), 'b.xml': fileOf(`b ${state}`, 30) })
          await pause(4000)
          s3.state = 'well'
          tried += (await sending).tries
        }
        if (tried < 4) throw new Error('the senders never met the store as it was')
        return `${await stage.everythingOnce()} results, tried ${tried} times`
      },
    )
  } finally {
    proxy.closeAllConnections()
    proxy.close()
    await behind.close()
  }
}

/** The folder for temporary files holds 2 MB: what does not fit is refused at once, what does is stored, and the server ends in its time. */
export const temp = async () => {
  const folder = join('/tmp', `bobbin-faults-temp-${process.pid}`)
  mkdirSync(folder, { recursive: true })
  execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=2m', 'tmpfs', folder])
  try {
    return await on('temp', { TMPDIR: folder }, async (stage) => {
      // packed, it is still larger than there is room
      const large = `<testsuite name="large">${Array.from({ length: 60_000 }, (_, i) => `<testcase classname="large" name="${Math.random()} ${i}"/>`).join('')}</testsuite>`
      for (let nth = 1; nth <= 5; nth++) {
        const began = Date.now()
        const answer = await stage.send({ build: `large ${nth}` }, { 'large.xml': large }).catch((error) => error)
        if (answer.status !== 507) throw new Error(`a delivery without room was answered by ${answer.status ?? 'a report'}`)
        if (Date.now() - began > 20_000) throw new Error(`a delivery without room was answered after ${Date.now() - began} ms`)
        stage.expect(String(nth), 5)
        await stage.send({ build: String(nth) }, { 'small.xml': fileOf(`small ${nth}`, 5) })
      }
      const held = await stage.everythingOnce()
      const began = Date.now()
      await stage.servers[0].stop()
      if (Date.now() - began > 15_000) throw new Error('the server did not end')
      return `${held} results beside 5 deliveries without room`
    })
  } finally {
    execFileSync('umount', [folder])
    rmSync(folder, { recursive: true, force: true })
  }
}

/** The database is away for half a minute in the middle of what comes in. */
export const database = ({ seconds = 30 } = {}) =>
  on('database', {}, async (stage) => {
    const sending = []
    for (let i = 1; i <= 12; i++) {
      stage.expect(String(i), 900)
      sending.push(stage.send({ build: String(i) }, Object.fromEntries([1, 2, 3].map((n) => [`${n}.xml`, fileOf(`f${i} ${n}`, 300)]))))
      await pause(60)
    }
    // without a word, as a machine that fails
    await stage.postgres.stop('immediate')
    await pause(seconds * 1000)
    stage.postgres = await startPostgres(stage.home, () => undefined)
    const tries = (await Promise.all(sending)).map((sent) => sent.tries)
    return `${await stage.everythingOnce()} results; senders tried up to ${Math.max(...tries)} times over ${seconds} s`
  })

/** SIGKILL of the server that takes, of one that reads from the queue, or of the sender, at random moments. */
export const kills = ({ count = 200, seed = 4127 } = {}) =>
  on('kills', { BOBBIN_QUEUE_MB: '0' }, async (stage) => {
    const random = randomOf(seed)
    const workerPort = await freePort()
    let [taker] = stage.servers
    let worker = await stage.start(workerPort)
    const killed = { server: 0, worker: 0, sender: 0 }
    const deliver = (build) =>
      stage.bobbin(
        ['deliver', '.', '--wait', '--pipeline', 'p', '--build', build, '--branch', 'main', '--environment', 'e', '--retries', '30'],
        Object.fromEntries([1, 2, 3].map((n) => [`${n}.xml`, fileOf(`f${n}`, 150).replace('<testsuite ', `<testsuite id="${build}" `)])),
      )
    for (let i = 1; i <= count; i++) {
      const build = String(i)
      stage.expect(build, 450)
      const sending = deliver(build)
      await pause(random() * 1200)
      const victim = ['server', 'worker', 'sender'][Math.floor(random() * 3)]
      killed[victim]++
      if (victim === 'server') {
        await taker.kill()
        stage.servers.splice(stage.servers.indexOf(taker), 1)
        taker = await stage.start()
      } else if (victim === 'worker') {
        await worker.kill()
        stage.servers.splice(stage.servers.indexOf(worker), 1)
        worker = await stage.start(workerPort)
      } else sending.child.kill('SIGKILL')
      let { code, err } = await sending.ended
      // what a pipeline does after a broken delivery: it is run again
      for (let again = 0; code !== 0 && again < 5; again++) ({ code, err } = await deliver(build).ended)
      if (code !== 0) throw new Error(`build ${build} could not be delivered: ${err}`)
      if (i % 20 === 0) console.log(`    ${i} of ${count}`)
    }
    return `${await stage.everythingOnce()} results after ${count} kills (${Object.entries(killed)
      .map(([who, n]) => `${n} of the ${who}`)
      .join(', ')}; seed ${seed})`
  })

/** Nobody waits longer for a sign of life, in milliseconds. */
const MOST_HEALTH_MS = 500

/** Hostile files in every door at once, over and over, while eight senders deliver. */
export const hostile = ({ count = 5 } = {}) =>
  on('hostile', {}, async (stage) => {
    let over = false
    let [worst, asked] = [0, 0]
    const watch = async () => {
      while (!over) {
        const began = performance.now()
        await fetch(`${stage.url}/health`)
        worst = Math.max(worst, performance.now() - began)
        asked++
        await pause(20)
      }
    }
    const form = (name, content) => {
      const body = new FormData()
      body.append('file', new Blob([content]), name)
      return body
    }
    const bearer = { authorization: `Bearer ${stage.token}` }
    const project = `${stage.url}/api/projects/quay`
    const status = async (answer) => {
      const { status, ok } = await answer
      if (status >= 500) throw new Error(`a hostile request was answered ${status}`)
      return ok
    }
    const place = (build) => `pipeline=hostile&build=${build}&branch=main&environment=e`
    const attack = async (round) => {
      const json = { ...bearer, 'content-type': 'application/json' }
      const open = {
        pipeline: 'hostile',
        build: `live ${round}`,
        branch: 'main',
        environment: 'e',
        key: `hostile ${round}`,
        name: 'hostile',
      }
      const feed = await (await fetch(`${project}/feeds`, { method: 'POST', headers: json, body: JSON.stringify(open) })).json()
      const result = { name: 'n', classname: 'c', outcome: 'failed', failures: [{ message: null, type: null, stack: STACK }] }
      const batch = JSON.stringify({ number: 1, results: [result] })
      await Promise.all([
        ...Object.entries(FILES).map(([name, content]) =>
          status(
            fetch(`${project}/deliveries?${place(`${name} ${round}`)}`, { method: 'POST', headers: bearer, body: form(name, content) }),
          ),
        ),
        status(fetch(`${project}/feeds/${feed.id}/batches`, { method: 'POST', headers: json, body: batch })),
        status(
          fetch(`${project}/case-tables/preview`, { method: 'POST', headers: { cookie: stage.cookie }, body: form('a.xlsx', vastSheet()) }),
        ),
      ])
    }
    const watching = watch()
    const senders = Array.from({ length: 8 }, async (_, sender) => {
      for (let i = 1; i <= count; i++) {
        const build = `good ${sender} ${i}`
        stage.expect(build, 300)
        await stage.send({ build }, { 'a.xml': fileOf(`f ${sender} ${i}`, 300) })
      }
    })
    for (let round = 1; round <= count; round++) await attack(round)
    await Promise.all(senders)
    over = true
    await watching
    if (worst > MOST_HEALTH_MS) throw new Error(`one of ${asked} requests to /health waited ${Math.round(worst)} ms`)
    return `${await stage.everythingOnce()} results beside ${count * (Object.keys(FILES).length + 2)} hostile requests; the longest of ${asked} requests to /health took ${Math.round(worst)} ms`
  })

/** Server, agents and runners are killed at random while plans run: every part ends once, and no result is lost or doubled. */
export const agents = ({ count = 100, seed = 7 } = {}) =>
  on('agents', { BOBBIN_AGENT_SILENCE_S: '4' }, async (stage) => {
    const random = randomOf(seed)
    const sources = join(stage.home, 'tests')
    mkdirSync(sources, { recursive: true })
    const tests = 12
    for (let f = 0; f < tests; f++)
      writeFileSync(
        join(sources, `f${f}.test.mjs`),
        `import { test } from 'node:test'\ntest('stands ${f}', () => new Promise((go) => setTimeout(go, ${100 + 40 * f})))\n`,
      )
    const plan = await preparedPlan(stage, sources, tests)
    const { secret } = await stage.person('POST', '/tokens', { name: 'agents', scope: 'agent' })
    const homes = ['quay-1', 'quay-2'].map((name) => ({ name, child: null }))
    const startAgent = (home) => {
      home.child = spawn(process.execPath, [BOBBIN, 'agent', '--name', home.name, '--folder', join(stage.home, home.name)], {
        env: { ...process.env, BOBBIN_URL: stage.url, BOBBIN_TOKEN: secret },
        stdio: 'ignore',
      })
    }
    homes.forEach(startAgent)
    let killed = 0
    for (let round = 0; killed < count; round++) {
      await stage.patiently(() => stage.person('POST', `/plans/${plan}/start`, {}))
      for (let i = 0; i < 5 && killed < count; i++, killed++) {
        await pause(200 + random() * 900)
        const what = random()
        const home = homes[Math.floor(random() * homes.length)]
        if (what < 0.5) {
          home.child.kill('SIGKILL')
          await new Promise((resolve) => home.child.once('exit', resolve))
          startAgent(home)
        } else if (what < 0.8) {
          const file = join(stage.home, home.name, 'running')
          if (existsSync(file)) endGroup(Number(readFileSync(file, 'utf8')))
        } else await stage.restart()
      }
    }
    for (let i = 0; ; i++) {
      const [{ open }] = await stage.ask(`select count(*)::int as open from start where state in ('queued', 'going')`)
      if (open === 0) break
      if (i > 600) throw new Error(`${open} starts are still under way`)
      await pause(500)
    }
    for (const { child } of homes) {
      child.kill('SIGTERM')
      await new Promise((resolve) => child.once('exit', resolve))
    }
    const parts = await stage.ask('select state, count(*)::int as n from part group by state')
    if (parts.some(({ state }) => state === 'waiting' || state === 'running')) throw new Error('parts are still under way')
    // of what ended well every test is there, with one attempt; of what was killed none is there twice
    const wrong = await stage.ask(
      `select r.id, a.script_id, count(*)::int as n from run r join attempt a on a.run_id = r.id group by 1, 2 having count(*) > 1 limit 5`,
    )
    if (wrong.length > 0) throw new Error(`results are there twice: ${JSON.stringify(wrong)}`)
    const [missing] = await stage.ask(
      `select p.id, p.count, count(x.script_id)::int as n from part p join run r on r.id = p.run_id
       cross join jsonb_array_elements(p.tests) as t (value) left join script s on coalesce(s.head_id, s.id) = (t.value ->> 'scriptId')::int
       left join result x on x.run_id = r.id and x.day = r.day and x.script_id = s.id
       where p.state = 'done' and p.exit_code = 0 group by p.id, p.count having count(x.script_id) < p.count limit 1`,
    )
    if (missing) throw new Error(`part ${missing.id} ended well with ${missing.n} of ${missing.count} results`)
    const left = processesIn(sources)
    if (left.length > 0) throw new Error(`processes are left behind: ${left.join(', ')}`)
    return `${parts.map(({ state, n }) => `${n} parts ${state}`).join(', ')} after ${killed} kills`
  })

function endGroup(group) {
  try {
    process.kill(-group, 'SIGKILL')
  } catch (error) {
    if (error.code !== 'ESRCH') throw error
  }
}

/** Processes that run in a folder. */
function processesIn(folder) {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .filter((pid) => {
      try {
        return readlinkSync(`/proc/${pid}/cwd`).startsWith(folder)
      } catch {
        return false // it ended meanwhile, or is a zombie
      }
    })
}

/** Scans tests, makes a case for each, and a plan of all of them. @returns its number */
async function preparedPlan(stage, sources, tests) {
  const scanned = await stage.bobbin(['scan', sources, '--tree', 'tests', '--branch', 'main']).ended
  if (scanned.code !== 0) throw new Error(scanned.err)
  await stage.ask(
    `insert into test_case (project_id, number, title) select 1, 1000 + i, 'stands ' || i from generate_series(0, ${tests - 1}) i`,
  )
  await stage.ask(
    `insert into link (project_id, script_id, case_id, origin, state) select 1, x.script_id, c.id, 'manual', 'active'
     from script_source x join test_case c on c.title = x.name`,
  )
  await stage.person('POST', '/recipes', {
    ...{
      name: 'node:test',
      framework: 'node-test',
      source: sources,
      ref: '',
      folder: '',
      prepare: '',
      cleanUp: '',
      results: '',
      labels: [],
    },
    ...{
      wholeFiles: true,
      limitMinutes: 5,
      command: 'node --test --test-reporter=junit --test-reporter-destination={results}/r.xml {files}',
    },
  })
  const environment = await stage.person('POST', '/environments', {
    ...{ name: 'e', attributes: {}, variables: {}, profiles: [], maintenance: [], protected: false, schedules: false },
  })
  const suite = await stage.person('POST', '/suites', { folder: '', name: 'all', note: '' })
  await stage.person('POST', `/suites/${suite.id}/cases`, { keys: Array.from({ length: tests }, (_, i) => `QUAY-${1000 + i}`) })
  const { id } = await stage.person('POST', '/plans', {
    ...{
      name: 'all',
      pipeline: 'all',
      branch: 'main',
      newestBuild: false,
      retries: 0,
      split: 'time',
      shards: 4,
      overlap: 'queue',
      missed: 'skip',
    },
    ...{ paused: false, times: [], suites: [{ id: suite.id, parameters: {} }], cells: [{ environmentId: environment.id, parameters: {} }] },
  })
  return id
}
