#!/usr/bin/env node
// npm run dev: Bobbin with its data folder, its server and web app made anew whenever their code changes.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { SERVER_ARGUMENTS } from './lib/build.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { DATA, ROOT } from './lib/process.mjs'
import { secretIn } from './lib/secret.mjs'

const PORT = process.env.BOBBIN_PORT ?? '4680'
const say = (text) => console.log(`  ${text} …`)
const bin = (name) => join(ROOT, 'node_modules', '.bin', name)

checkNode()
// it compiles tests, too
await ensurePackages(say, { tests: true })
const database = await startPostgres(DATA, say)
await database.createDatabase('bobbin')
const env = {
  ...process.env,
  BOBBIN_DATABASE_URL: database.url('bobbin'),
  BOBBIN_SECRET: process.env.BOBBIN_SECRET ?? secretIn(DATA),
  BOBBIN_PORT: PORT,
}
const children = []
const run = (program, args) => {
  const child = spawn(program, args, { cwd: ROOT, env, stdio: 'inherit' })
  children.push(child)
  return new Promise((resolve) => child.once('close', resolve))
}
let stopping = false
const stop = async () => {
  if (stopping) return
  stopping = true
  for (const child of children) child.kill('SIGTERM')
  await database.stop()
  process.exit(0)
}
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => void stop())

// once before the others, so that there is something to run
if ((await run(join(ROOT, 'tools', 'lib', 'tsc.mjs'), ['-b'])) !== 0) await stop()
void run(join(ROOT, 'tools', 'lib', 'tsc.mjs'), ['-b', '--watch', '--preserveWatchOutput'])
void run(process.execPath, ['--watch', '--watch-preserve-output', ...SERVER_ARGUMENTS])
void run(bin('vite'), ['apps/web'])
console.log(`The web app is at http://127.0.0.1:4681 and asks the server on port ${PORT}; Ctrl-C stops all`)
