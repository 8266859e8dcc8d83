import { ApiClient, deliver } from '@bobbin/client'
import { execFile } from 'node:child_process'
import { parseArgs, promisify } from 'node:util'
import { createApp } from '../../../apps/server/dist/app.js'
import { readConfig } from '../../../apps/server/dist/platform/config.js'
import { seedProject } from '../../../apps/server/dist/seed.js'
import pg from 'pg'
import { setUpByHand } from './by-hand.js'
import { makeHistory } from './history.js'
import { setUpRequirements } from './requirements.js'
import { setUpRunning, signIn } from './running.js'
import { makeSeed } from './seed.js'
import { setUpTriage } from './triage.js'
import { makeWorld, SEED } from './world.js'

/** Loads the demo: people and cases by the server's seed, the history as result files through the ordinary intake. */
const { values } = parseArgs({ options: { 'last-day': { type: 'string' }, builds: { type: 'string' } } })
const lastDay = values['last-day'] ?? new Date(Date.now() - 86_400_000).toISOString().slice(0, 10)
const world = makeWorld(SEED)
const seed = makeSeed(world, SEED)

const app = await createApp(readConfig({ ...process.env, BOBBIN_WEB_ROOT: undefined }))
await app.init()
// in the demo, a folder of the server may be looked into, and this machine be asked: the ferry system is here
const folders = (process.env['BOBBIN_SOURCE_FOLDERS'] ?? '').split(':').filter((folder) => folder !== '')
await seedProject(app, { ...seed, sources: { folders, hosts: ['127.0.0.1'] } })
await app.close()

const client = new ApiClient({ baseUrl: process.env['BOBBIN_URL'] ?? 'http://127.0.0.1:4680', token: seed.token })
const history = makeHistory(world, lastDay, SEED)
const builds = values.builds ? history.slice(-Number(values.builds)) : history
let results = 0
for (const [i, build] of builds.entries()) {
  const { pipeline, branch, environment, commit, author, changedFiles } = build
  const address = `https://ci.gullhaven.example/${pipeline}/${build.number}`
  const files = build.files.map((file) => ({ name: file.name, content: new Blob([file.text]) }))
  const report = await deliver(
    client,
    seed.project.slug,
    { pipeline, branch, environment, commit, author, address, changedFiles, build: String(build.number) },
    'cli',
    files,
  )
  const refused = report.files.filter((file) => file.status === 'refused')
  if (refused.length > 0) throw new Error(`the demo wrote a file that was refused: ${refused[0]?.error?.message}`)
  results += report.run?.totals.total ?? 0
  if (process.stdout.isTTY) process.stdout.write(`\r    ${i + 1} of ${builds.length} builds, ${results} results`)
}
console.log(
  `${process.stdout.isTTY ? '\r' : ''}    ${builds.length} builds, ${results} results, ${world.cases.length} cases, ${world.scripts.length} scripts`,
)

// the source trees of these tests, as anybody would have them scanned
const root = new URL('../../../', import.meta.url).pathname
const url = process.env['BOBBIN_URL'] ?? 'http://127.0.0.1:4680'
for (const [folder, tree] of [
  ['demo/tests', 'gullhaven-tests'],
  ['demo/system-tests', 'gullhaven-system-tests'],
] as const) {
  const words = ['scan', `${root}${folder}`, '--tree', tree, '--branch', 'main', '--with-source']
  const env = { ...process.env, BOBBIN_URL: url, BOBBIN_TOKEN: seed.token }
  // not waited for in one breath: connections that the server closed meanwhile have to be noticed
  const { stdout: said } = await promisify(execFile)(process.execPath, [`${root}apps/cli/dist/main.js`, ...words], { env })
  console.log(`    ${said.split('\n').find((line) => line.includes('tests in')) ?? said.trim()}`)
}

// what runs them, and an agent's token for npm start
const ask = await signIn(url, seed.project.slug, seed.accounts[0]?.email ?? '', 'gullhaven')
await setUpTriage(ask, process.env['BOBBIN_DEMO_TRACKER'] ?? null, url)
await setUpRunning(ask, { ferry: process.env['BOBBIN_DEMO_FERRY'] ?? null, sources: `${root}demo/system-tests` })
const as = (email: string) => signIn(url, seed.project.slug, email, 'gullhaven')
await setUpRequirements(ask)
await setUpByHand({ Runa: ask, Teo: await as('teo@gullhaven.example'), Lin: await as('lin@gullhaven.example') })

// so much came at once that the database would plan from guesses for a minute, until it looks by itself
const database = new pg.Client({ connectionString: readConfig(process.env).databaseUrl })
await database.connect()
await database.query('analyze')
await database.end()
