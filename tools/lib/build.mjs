// Builds everything unless nothing changed since the last build. Node's own modules only.
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT, runProgram } from './process.mjs'

const SOURCES = ['packages', 'apps', 'standins', 'tools', 'package-lock.json', 'tsconfig.base.json', 'tsconfig.json']
const PASSED_OVER = new Set(['node_modules', 'dist', 'samples', 'samples-hostile'])

export const WEB_ROOT = join(ROOT, 'apps', 'web', 'dist', 'app')
const SERVER_MAIN = join(ROOT, 'apps', 'server', 'dist', 'main.js')

/** How Node starts the server. What is read of a file lives for a moment: with room for it, collecting it takes half the time. */
export const SERVER_ARGUMENTS = ['--max-semi-space-size=32', SERVER_MAIN]

/** The command line as one file. */
export const CLI_FILE = join(ROOT, 'apps', 'cli', 'dist', 'bobbin.mjs')

export async function ensureBuilt(say) {
  const stampFile = join(ROOT, '.bobbin', 'build.stamp')
  const stamp = stampOf()
  const built = existsSync(SERVER_MAIN) && existsSync(CLI_FILE) && existsSync(join(WEB_ROOT, 'index.html'))
  if (built && existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return
  await buildSteps(say)
  mkdirSync(join(ROOT, '.bobbin'), { recursive: true })
  writeFileSync(stampFile, stamp)
}

/** What runs is transpiled; types are checked by npm test and npm run check. Steps that do not need one another go on side by side. */
async function buildSteps(say) {
  const bin = (name) => join(ROOT, 'node_modules', '.bin', name)
  const quietly = (program, args) => runProgram(program, args, { quiet: true })
  let done = 0
  const counted = async (step) => {
    await step
    say(`Building, ${++done} of 5 parts`)
  }
  say('Building')
  const web = counted(quietly(bin('vite'), ['build', 'apps/web', '--logLevel', 'warn']))
  // they are packed with their declarations, which only the compiler makes
  const reporters = counted(
    quietly(process.execPath, [join(ROOT, 'tools', 'lib', 'tsc.mjs'), '-b', 'packages/reporters/tsconfig.src.json']),
  )
  const server = counted(quietly(process.execPath, [join(ROOT, 'tools', 'lib', 'transpile.mjs')]))
  const commandLine = Promise.all([server, reporters]).then(async () => {
    await counted(quietly(bin('rolldown'), ['--config', 'apps/cli/rolldown.config.mjs', '--logLevel', 'silent']))
    await counted(quietly(process.execPath, [join(ROOT, 'tools', 'lib', 'pack.mjs')]))
  })
  await Promise.all([web, commandLine])
}

function stampOf() {
  const hash = createHash('sha256')
  const add = (path) => {
    const stat = statSync(path)
    if (!stat.isDirectory()) return hash.update(`${path}:${stat.size}:${stat.mtimeMs}\n`)
    for (const name of readdirSync(path).sort()) if (!PASSED_OVER.has(name)) add(join(path, name))
  }
  for (const source of SOURCES) add(join(ROOT, source))
  return hash.digest('hex')
}
