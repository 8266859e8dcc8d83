#!/usr/bin/env node
// Starts the command line; in a fresh clone it is installed and built first.
import { existsSync } from 'node:fs'

const main = new URL('../dist/main.js', import.meta.url)
const tools = new URL('../../../tools/lib/', import.meta.url)
const modules = new URL('../../../node_modules/', import.meta.url)

if (!existsSync(main) || !existsSync(modules)) {
  const say = (text) => console.error(`bobbin: ${text} …`)
  try {
    const { ensurePackages } = await import(new URL('install.mjs', tools).href)
    const { ROOT, runProgram } = await import(new URL('process.mjs', tools).href)
    await ensurePackages(say)
    say('building')
    await runProgram('node_modules/.bin/tsc', ['-b', 'apps/cli'], { quiet: true, cwd: ROOT })
  } catch (error) {
    console.error(`bobbin: ${error.message}`)
    process.exit(1)
  }
}
await import(main.href)
