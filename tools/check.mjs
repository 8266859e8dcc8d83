#!/usr/bin/env node
// npm run check: what is quick to know of a change, in under a minute: its format, types and lint, and the tests that it touches.
// Server tests run where they changed themselves or stand beside a file that did; `npm test` runs all.
import { execFileSync, spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './lib/process.mjs'

const git = (...args) =>
  execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' })
    .split('\n')
    .filter((line) => line !== '')
const base = process.argv[2] ?? 'HEAD'
const changed = [...new Set([...git('diff', '--name-only', '--diff-filter=d', base), ...git('ls-files', '-o', '--exclude-standard')])]
const code = changed.filter((file) => /\.(ts|tsx|mts|mjs)$/.test(file) && !/\.generated\.ts$/.test(file))
const formatted = changed.filter((file) => /\.(ts|tsx|mts|mjs|json|css|html)$/.test(file) && file !== 'package-lock.json')

const isServer = (file) => file.startsWith('apps/server/')
const besides = code.filter(isServer).map((file) => (/\.test\.ts$/.test(file) ? file : file.replace(/\.ts$/, '.test.ts')))
const serverTests = [...new Set(besides)].filter((file) => existsSync(join(ROOT, file)))
const others = code.filter((file) => !isServer(file) && !file.startsWith('e2e/'))

const STEPS = [
  ['Types', ['../../tools/lib/tsc.mjs', '-b']],
  formatted.length > 0 && ['Format', ['oxfmt', '--check', '--no-error-on-unmatched-pattern', ...formatted]],
  code.length > 0 && ['Lint', ['oxlint', '--config', 'oxlint.config.mjs', ...code]],
  others.length > 0 && [
    'Unit tests',
    ['vitest', 'related', '--run', '--project', 'core', '--project', 'web', '--passWithNoTests', '--reporter=dot', ...others],
  ],
  serverTests.length > 0 && ['Server tests', ['vitest', 'run', '--project', 'server', '--reporter=dot', ...serverTests]],
].filter(Boolean)

/** Runs a step and shows what it says at its end, so that others go on beside it. */
function step([title, [name, ...args]]) {
  const began = performance.now()
  return new Promise((resolve) => {
    const said = []
    const child = spawn(join(ROOT, 'node_modules', '.bin', name), args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] })
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => said.push(piece))
    child.on('error', (error) => said.push(Buffer.from(`${error.message}\n`)))
    child.on('close', (status) => {
      console.log(`${status === 0 ? 'ok    ' : 'FAILED'} ${title} (${((performance.now() - began) / 1000).toFixed(0)} s)`)
      if (status !== 0) process.stdout.write(Buffer.concat(said))
      resolve(status === 0)
    })
  })
}

if (changed.length === 0) console.log(`Nothing has changed since ${base}`)
const results = await Promise.all(STEPS.map(step))
process.exit(results.every(Boolean) ? 0 : 1)
