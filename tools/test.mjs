#!/usr/bin/env node
// npm test: everything there is to check, from a clean clone. The last line counts.
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { spawn } from 'node:child_process'
import { failedInPlaywright, failedInVitest, MOST_RECOVERED, tryAgain } from './lib/again.mjs'
import { ensureChromium } from './lib/chromium.mjs'
import { checkNode, ensurePackages } from './lib/install.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { DATA, ROOT, Sorry } from './lib/process.mjs'

const say = (text) => console.log(`  ${text} …`)
const bin = (name) => join(ROOT, 'node_modules', '.bin', name)
const folder = join(DATA, `test-${process.pid}`)
const totals = { passed: 0, failed: 0 }
/** What failed and what was said of it; told once more at the end, where who looks for it looks first. */
const failures = []
/** So much of what a program said is kept for the end. */
const LAST_WORDS = 4000

/** Runs a program and shows what it says. @returns whether it succeeded, and what it said last */
function run(name, args, env = {}) {
  return new Promise((resolve) => {
    let said = ''
    const child = spawn(bin(name), args, {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...(process.stdout.isTTY && { FORCE_COLOR: '1' }), ...process.env, ...env },
    })
    for (const [stream, out] of [
      [child.stdout, process.stdout],
      [child.stderr, process.stderr],
    ])
      stream.setEncoding('utf8').on('data', (piece) => {
        out.write(piece)
        said = (said + piece).slice(-LAST_WORDS)
      })
    child.on('error', (error) => {
      console.error(error.message)
      resolve({ passed: false, said: error.message })
    })
    child.on('close', (code) => resolve({ passed: code === 0, said }))
  })
}

/** A check that is one thing: it holds or not. What it says is shown at its end, so that others can go on beside it. */
async function check(title, name, args) {
  const said = []
  const passed = await new Promise((resolve) => {
    const child = spawn(bin(name), args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] })
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => said.push(piece))
    child.on('error', (error) => said.push(Buffer.from(`${error.message}\n`)))
    child.on('close', (code) => resolve(code === 0))
  })
  console.log(`\n${title}`)
  process.stdout.write(Buffer.concat(said))
  totals[passed ? 'passed' : 'failed']++
  if (!passed) failures.push({ title, said: Buffer.concat(said).toString().slice(-LAST_WORDS) })
  return passed
}

/** Tests that failed and passed when they were tried once more by themselves; only where nobody watches. */
const recovered = []

/**
 * A runner that counts its own tests in a JSON file; one that fails without a count fails once.
 * @param countIn what the file says: passed, failed, and which failed
 * @param alone words before those of a single test
 */
async function suite(title, name, args, env, countIn, alone) {
  console.log(`\n${title}`)
  const { passed, said } = await run(name, args, env)
  const counted = countIn()
  totals.passed += counted?.passed ?? 0
  totals.failed += counted?.failed ?? 0
  if (passed) return
  if (!counted?.failed) {
    // an error that no test heard, or no report at all
    totals.failed++
    failures.push({ title, said })
    return
  }
  const again = process.env.CI ? await tryAgain(counted.which, async (own) => (await run(name, [...alone, ...own], env)).passed) : []
  recovered.push(...again)
  totals.passed += again.length
  totals.failed -= again.length
  const stay = counted.which.filter(({ name }) => !again.includes(name))
  failures.push(...stay.map(({ name, said }) => ({ title: name, said })))
}

const readJson = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'))
  } catch {
    return null
  }
}

async function main() {
  checkNode()
  mkdirSync(folder, { recursive: true })
  await ensurePackages(say, { tests: true })
  await ensureChromium(say)
  const database = await startPostgres(folder, say, { quick: true })
  try {
    const env = { BOBBIN_TEST_DATABASE_URL: database.url('postgres') }
    const typed = await check('Types', '../../tools/lib/tsc.mjs', ['-b'])
    const build = async () =>
      typed &&
      // what people start is transpiled: that is what is tested
      (await check('Transpiling', '../../tools/lib/transpile.mjs', [])) &&
      (await check('Web build', 'vite', ['build', 'apps/web', '--logLevel', 'warn'])) &&
      (await check('Command line as one file', 'rolldown', ['--config', 'apps/cli/rolldown.config.mjs', '--logLevel', 'silent']))
    const rest = async () => {
      const built = await build()
      await check('Patterns are linear', '../../tools/patterns/main.mjs', ['--check'])
      await check('Formatting', 'oxfmt', ['--check'])
      await check('OpenAPI document and client are up to date', '../../tools/openapi/main.mjs', ['--check'])
      return built
    }
    // the linter takes as long as the others together
    const [built] = await Promise.all([rest(), check('Lint', 'oxlint', ['--config', 'oxlint.config.mjs'])])
    const unit = join(folder, 'vitest.json')
    await suite(
      'Unit and server tests',
      'vitest',
      ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unit}`],
      env,
      () => {
        const report = readJson(unit)
        return report && { passed: report.numPassedTests, failed: failedInVitest(report).length, which: failedInVitest(report) }
      },
      ['run'],
    )
    if (built) {
      const browser = join(folder, 'playwright.json')
      await suite(
        'Browser tests',
        'playwright',
        ['test', '--reporter=line,json'],
        { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: browser },
        () => {
          const stats = readJson(browser)?.stats
          const which = failedInPlaywright(readJson(browser))
          return stats && { passed: stats.expected, failed: stats.unexpected + stats.flaky, which }
        },
        ['test'],
      )
    } else totals.failed++
  } finally {
    await database.stop()
    database.destroy()
    rmSync(folder, { recursive: true, force: true })
  }
}

await main().catch((error) => {
  console.error(error instanceof Sorry ? error.message : error.stack)
  totals.failed++
})
for (const { title, said } of failures) console.log(`\nFAILED: ${title}\n${said}`)
for (const name of recovered) console.log(`recovered when tried once more: ${name}`)
if (recovered.length > MOST_RECOVERED) {
  console.log(`${recovered.length} tests recovered; more than ${MOST_RECOVERED} are no accident`)
  totals.failed++
}
console.log(`\n${totals.passed} passed, ${totals.failed} failed`)
process.exit(totals.failed === 0 ? 0 : 1)
