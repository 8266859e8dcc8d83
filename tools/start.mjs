#!/usr/bin/env node
// npm start: from a clean clone to a running Bobbin. Uses nothing outside Node's own modules.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt, SERVER_MAIN, WEB_ROOT } from './lib/build.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { commandLineOf, DATA, isAlive, portIsFree, ROOT, runProgram, Sorry } from './lib/process.mjs'

const PORT = Number(process.env.BOBBIN_PORT ?? 4680)
const DATABASE = 'bobbin'
const LOCK = join(DATA, 'start.lock')
const started = Date.now()
const say = (text) => console.log(`  ${text} …`)

let stopping = null
const running = { server: null, database: null }

/** Stops what this start began: the server first, the database last. Once only. */
function stop() {
  stopping ??= (async () => {
    const { server, database } = running
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
  const env = {
    ...process.env,
    BOBBIN_DATABASE_URL: databaseUrl,
    BOBBIN_PORT: String(PORT),
    BOBBIN_WEB_ROOT: WEB_ROOT,
    NODE_ENV: 'production',
  }
  // a group of its own: Ctrl-C reaches only this script, which stops things in order
  const server = spawn(process.execPath, [SERVER_MAIN], { cwd: ROOT, env, detached: true, stdio: ['ignore', 'ignore', 'inherit', 'ipc'] })
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

/** The demo's last day is fixed when loading begins, so that a load that was broken off goes on with the same files. */
async function loadDemo(databaseUrl) {
  const file = join(DATA, 'demo.json')
  const demo = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : { lastDay: yesterday() }
  const inDatabase = await running.database.ask(DATABASE, `select count(*) from project`)
  if (demo.loaded && inDatabase !== '0') return
  writeFileSync(file, JSON.stringify(demo))
  console.log('  Loading the demo data …')
  await runProgram(process.execPath, [join(ROOT, 'tools', 'demo', 'dist', 'main.js'), '--last-day', demo.lastDay], {
    env: { ...process.env, BOBBIN_DATABASE_URL: databaseUrl, BOBBIN_URL: `http://127.0.0.1:${PORT}` },
  })
  writeFileSync(file, JSON.stringify({ ...demo, loaded: true }))
}

/** The server of a start that was killed may need a moment to notice. */
async function portBecomesFree() {
  for (let tries = 0; tries < 20; tries++) {
    if (await portIsFree(PORT)) return true
    await new Promise((resolve) => setTimeout(resolve, 250))
  }
  return false
}

const yesterday = () => new Date(Date.now() - 86_400_000).toISOString().slice(0, 10)

async function main() {
  checkNode()
  takeLock()
  if (!(await portBecomesFree()))
    throw new Sorry(`Port ${PORT} is taken by another program. Stop it, or start with another port: BOBBIN_PORT=4690 npm start`)
  console.log('Bobbin is starting')
  const database = startPostgres(DATA, say).then((db) => (running.database = db))
  const built = ensurePackages(say).then(() => ensureBuilt(say))
  await Promise.all([database, built]).catch(async (error) => {
    await Promise.allSettled([database, built]) // what still starts must be there to be stopped
    throw error
  })
  await running.database.createDatabase(DATABASE)
  const url = running.database.url(DATABASE)
  await startServer(url)
  await loadDemo(url)
  console.log(`
Bobbin is ready after ${((Date.now() - started) / 1000).toFixed(1)} s

  Open      http://127.0.0.1:${PORT}
  Sign in   runa@gullhaven.example     test automation engineer
            teo@gullhaven.example      tester
            dara@gullhaven.example     developer
            lin@gullhaven.example      test lead
  Password  gullhaven

  Deliver   export BOBBIN_URL=http://127.0.0.1:${PORT} BOBBIN_TOKEN=bbn_gullhaven-demo-token
            npx bobbin deliver 'reports/**/*.xml' --pipeline fare-desk-web --build 1 --branch main --environment pier-test

Ctrl-C stops it.`)
}

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
  console.error(`\n${error instanceof Sorry ? error.message : error.stack}`)
  const mine = existsSync(LOCK) && readFileSync(LOCK, 'utf8') === String(process.pid)
  if (mine) await stop().catch((problem) => console.error(problem.message))
  process.exit(1)
})
