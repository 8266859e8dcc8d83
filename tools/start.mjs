#!/usr/bin/env node
// npm start: from a clean clone to a running Bobbin. Uses nothing outside Node's own modules.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { startDemoAgent, startFerry, startOutside } from './lib/demo-running.mjs'
import { ensureBuilt, SERVER_ARGUMENTS, WEB_ROOT } from './lib/build.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'
import { HELP, readOptions } from './lib/options.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { checkRoom, commandLineOf, DATA, explain, isAlive, portIsFree, ROOT, runProgram, Sorry } from './lib/process.mjs'
import { secretIn } from './lib/secret.mjs'

const DATABASE = 'bobbin'
const LOCK = join(DATA, 'start.lock')
/** Remembers whether, and up to which day, the demo data was loaded. */
const DEMO = join(DATA, 'demo.json')
/** Result files that are put here can be looked into as a source. */
const INCOMING = join(DATA, 'incoming')
const started = Date.now()
const say = (text) => console.log(`  ${text} …`)
const seconds = () => ((Date.now() - started) / 1000).toFixed(1)

let stopping = null
const running = { server: null, database: null, ferry: null, agent: null, outside: null }
let options = { port: 4680, fresh: false, empty: false, help: false, databaseUrl: null }

/** Stops what this start began: the server first, the database last. Once only. */
function stop() {
  stopping ??= (async () => {
    const { server, database, ferry, agent, outside } = running
    // an agent gives back what it runs, while there is a server that hears it
    if (agent) await agent.stop()
    if (ferry) await ferry.stop()
    if (outside) await outside.stop()
    if (server && server.exitCode === null && server.signalCode === null) {
      const ended = new Promise((resolve) => server.once('exit', resolve))
      server.kill('SIGTERM')
      const hard = setTimeout(() => server.kill('SIGKILL'), 10_000)
      await ended
      clearTimeout(hard)
    }
    await database?.stop()
    rmSync(LOCK, { force: true })
  })()
  return stopping
}

/** One start at a time; the lock of a crashed one does not count. */
function takeLock() {
  mkdirSync(DATA, { recursive: true })
  if (existsSync(LOCK)) {
    const pid = Number(readFileSync(LOCK, 'utf8'))
    const ours = pid !== process.pid && isAlive(pid) && commandLineOf(pid)?.some((word) => word.endsWith('start.mjs'))
    if (ours)
      throw new Sorry(`Bobbin is already starting or running here (process ${pid}). Stop that one first, with Ctrl-C or: kill ${pid}`)
    rmSync(LOCK, { force: true })
  }
  writeFileSync(LOCK, String(process.pid), { flag: 'wx' })
}

async function startServer(databaseUrl) {
  const { outside } = running
  const env = {
    // the demo has a mail server of its own
    ...(outside && {
      BOBBIN_URL: `http://127.0.0.1:${options.port}`,
      BOBBIN_SMTP_URL: outside.smtp,
      BOBBIN_MAIL_FROM: 'Bobbin <bobbin@gullhaven.example>',
    }),
    ...process.env,
    BOBBIN_DATABASE_URL: databaseUrl,
    BOBBIN_PORT: String(options.port),
    BOBBIN_WEB_ROOT: WEB_ROOT,
    BOBBIN_SECRET: secret(),
    NODE_ENV: 'production',
    // one machine and one person's trial: what this person can reach, sources may look into
    BOBBIN_SOURCE_FOLDERS: sourceFolders(),
    BOBBIN_SOURCE_HOSTS: process.env.BOBBIN_SOURCE_HOSTS ?? '*',
  }
  mkdirSync(INCOMING, { recursive: true })
  // a group of its own: Ctrl-C reaches only this script, which stops things in order
  const server = spawn(process.execPath, SERVER_ARGUMENTS, {
    cwd: ROOT,
    env,
    detached: true,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  running.server = server
  await new Promise((resolve, reject) => {
    server.once('message', resolve)
    server.once('exit', (code) => reject(new Sorry(`The server ended while starting (exit ${code}); what it said stands above`)))
  })
  server.once('exit', (code, signal) => {
    if (stopping) return
    console.error(`\nThe server ended by itself (${signal ?? `exit ${code}`}). Start again with npm start; nothing that was stored is lost`)
    void stop().then(() => process.exit(1))
  })
}

const sourceFolders = () => process.env.BOBBIN_SOURCE_FOLDERS ?? INCOMING

/** Whoever makes the first account has to know a code, which is said here and nowhere else; null once there is an account. */
async function codeOfFirstRun() {
  const answer = await fetch(`http://127.0.0.1:${options.port}/api/first-run`)
  if (!(await answer.json()).needed) return null
  // built by now
  const { firstRunCode } = await import('./lib/first-run.mjs')
  return firstRunCode(secret())
}

const secret = () => process.env.BOBBIN_SECRET ?? secretIn(DATA)

/** The demo's last day is fixed when loading begins, so that a load that was broken off goes on with the same files. */
async function loadDemo(databaseUrl) {
  const demo = existsSync(DEMO) ? JSON.parse(readFileSync(DEMO, 'utf8')) : { lastDay: yesterday() }
  const projects = await running.database.ask(DATABASE, `select count(*) from project`)
  const begun = existsSync(DEMO)
  if (projects !== '0' && (demo.loaded || !begun)) return // somebody's own work, or all of the demo
  writeFileSync(DEMO, JSON.stringify(demo))
  console.log(`  Bobbin answers at http://127.0.0.1:${options.port} after ${seconds()} s; the demo data follows …`)
  await runProgram(process.execPath, [join(ROOT, 'tools', 'demo', 'dist', 'main.js'), '--last-day', demo.lastDay], {
    env: {
      ...process.env,
      BOBBIN_DATABASE_URL: databaseUrl,
      BOBBIN_SECRET: secret(),
      BOBBIN_URL: `http://127.0.0.1:${options.port}`,
      BOBBIN_SOURCE_FOLDERS: sourceFolders(),
      ...(running.ferry && { BOBBIN_DEMO_FERRY: running.ferry.url }),
      ...(running.outside && { BOBBIN_DEMO_TRACKER: running.outside.url }),
    },
  })
  writeFileSync(DEMO, JSON.stringify({ ...demo, loaded: true }))
}

/** The server of a start that was killed may need a moment to notice. */
async function portBecomesFree() {
  for (let tries = 0; tries < 20; tries++) {
    if (await portIsFree(options.port)) return true
    await new Promise((resolve) => setTimeout(resolve, 250))
  }
  return false
}

const yesterday = () => new Date(Date.now() - 86_400_000).toISOString().slice(0, 10)

async function main() {
  options = readOptions(process.argv.slice(2), process.env)
  if (options.help) return console.log(HELP)
  checkNode()
  takeLock()
  checkRoom(DATA)
  if (!(await portBecomesFree()))
    throw new Sorry(`Port ${options.port} is taken by another program. Stop it, or start with another port: npm start -- --port 4690`)
  console.log('Bobbin is starting')
  const database = options.databaseUrl ? null : startPostgres(DATA, say).then((db) => (running.database = db))
  const built = ensurePackages(say).then(() => ensureBuilt(say))
  await Promise.all([database, built]).catch(async (error) => {
    await Promise.allSettled([database, built]) // what still starts must be there to be stopped
    throw error
  })
  const url = options.databaseUrl ?? (await ownDatabase())
  const demo = !options.databaseUrl && !options.empty
  if (demo) running.outside = await startOutside(options.port + 6, join(DATA, 'tracker.json'))
  await startServer(url)
  if (demo) {
    running.ferry = await startFerry(options.port + 5)
    await loadDemo(url)
    if (existsSync(DEMO)) running.agent = await startDemoAgent(`http://127.0.0.1:${options.port}`, DATA)
  }
  console.log(`\nBobbin is ready after ${seconds()} s\n\n  Open      http://127.0.0.1:${options.port}`)
  if (demo && existsSync(DEMO)) console.log(DEMO_WORDS())
  const code = await codeOfFirstRun()
  if (code) console.log(`  Code      ${code}, for the first account`)
  console.log('\nCtrl-C stops it.')
}

/** The database of this data folder; emptied first with --fresh. */
async function ownDatabase() {
  if (options.fresh) {
    await running.database.dropDatabase(DATABASE)
    rmSync(DEMO, { force: true })
    rmSync(join(DATA, 'agent-token'), { force: true })
    rmSync(join(DATA, 'tracker.json'), { force: true })
  }
  await running.database.createDatabase(DATABASE)
  return running.database.url(DATABASE)
}

const DEMO_WORDS = () => `  Sign in   runa@gullhaven.example     test automation engineer
            teo@gullhaven.example      tester
            dara@gullhaven.example     developer
            lin@gullhaven.example      test lead
  Password  gullhaven

  Deliver   export BOBBIN_URL=http://127.0.0.1:${options.port} BOBBIN_TOKEN=bbn_gullhaven-demo-token
            npx bobbin deliver 'reports/**/*.xml' --pipeline fare-desk-web --build 1 --branch main --environment pier-test
${RUNNING_WORDS()}`

const RUNNING_WORDS = () =>
  [
    running.agent ? '  Agent     quay-1 waits for work: start a plan under Plans' : '',
    running.outside ? `  Tracker   ${running.outside.url} keeps its defects, and shows the letters and chat messages that it sends` : '',
    running.ferry ? `  Ferry     ${running.ferry.url} is the system that its plans test; ${running.ferry.url}/switch breaks it` : '',
  ]
    .filter((line) => line !== '')
    .join('\n')

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
  process.on(signal, () => {
    console.log('\nStopping …')
    void stop().then(
      () => process.exit(0),
      (error) => {
        console.error(error.message)
        process.exit(1)
      },
    )
  })
}

main().catch(async (error) => {
  if (stopping) return
  console.error(`\n${explain(error)}`)
  const mine = existsSync(LOCK) && readFileSync(LOCK, 'utf8') === String(process.pid)
  if (mine) await stop().catch((problem) => console.error(problem.message))
  process.exit(1)
})
