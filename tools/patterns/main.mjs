#!/usr/bin/env node
// Every regular expression in code that meets outside text is linear, or is tried on a bounded head of it (`bounded` in the core).
// `npm run patterns` checks those that are not yet in checked.json and adds them; `--check` only says which are wrong or missing.
import { readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { execFileSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import ts from 'typescript'
import { ROOT } from '../lib/process.mjs'

const here = dirname(fileURLToPath(import.meta.url))
const LEDGER = join(here, 'checked.json')
/** A bounded pattern may take so many steps at its most. */
const MOST_STEPS = 3e7
const TIMEOUT_MS = 60_000

const SOURCES = ['packages/*/src/**/*.ts', 'apps/*/src/**/*.ts', 'apps/*/src/**/*.tsx', 'standins/**/*.ts']
const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard', ...SOURCES], { cwd: ROOT, encoding: 'utf8' })
  .split('\n')
  .filter((file) => file !== '' && !/\.(test|spec|generated)\.tsx?$|\/testing\/|\/samples/.test(file))

/** Patterns by their text, each with where it stands and the bound before it (null without one). */
function patternsIn(file) {
  const source = ts.createSourceFile(file, readFileSync(join(ROOT, file), 'utf8'), ts.ScriptTarget.Latest, true)
  const constants = new Map()
  const found = []
  const numberOf = (node) => (ts.isNumericLiteral(node) ? Number(node.text.replaceAll('_', '')) : (constants.get(node.getText()) ?? NaN))
  const visit = (node) => {
    if (ts.isVariableDeclaration(node) && node.initializer && ts.isNumericLiteral(node.initializer))
      constants.set(node.name.getText(), Number(node.initializer.text.replaceAll('_', '')))
    if (node.kind === ts.SyntaxKind.RegularExpressionLiteral) {
      const call = node.parent
      const isBounded = ts.isCallExpression(call) && call.expression.getText() === 'bounded'
      const line = source.getLineAndCharacterOfPosition(node.getStart()).line + 1
      found.push({ text: node.getText(), where: `${file}:${line}`, most: isBounded ? numberOf(call.arguments[0]) : null })
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}

const readLedger = () => {
  try {
    return JSON.parse(readFileSync(LEDGER, 'utf8'))
  } catch (error) {
    if (error.code === 'ENOENT') return {}
    throw error
  }
}

/** The degree of the polynomial by which its time may grow: 1 is linear, Infinity exponential, null not known. */
async function degreeOf(text) {
  process.env.RECHECK_BACKEND ??= 'native'
  const { check } = await import('recheck')
  const end = text.lastIndexOf('/')
  const found = await check(text.slice(1, end), text.slice(end + 1), { timeout: TIMEOUT_MS })
  if (found.status === 'safe') return 1
  if (found.status === 'unknown') return null
  return found.complexity.type === 'exponential' ? Infinity : found.complexity.degree
}

/** An unknown degree counts as the second, and may only stand behind a bound. */
const isFine = (degree, most) => degree === 1 || (most !== null && most ** (degree ?? 2) <= MOST_STEPS)

async function main() {
  const onlyCheck = process.argv.includes('--check')
  const all = files.flatMap(patternsIn)
  const ledger = readLedger()
  const missing = [...new Set(all.map(({ text }) => text))].filter((text) => !(text in ledger))
  const fresh = Object.fromEntries(await inTurns(missing, 2, async (text) => [text, await degreeOf(text)]))
  const degrees = { ...ledger, ...fresh }
  const wrong = all.filter(({ text, most }) => !isFine(degrees[text] === 'exponential' ? Infinity : degrees[text], most))
  for (const { text, where, most } of wrong)
    console.log(`${where}: ${text} may take time by degree ${degrees[text] ?? 'unknown'} of its text (bound ${most ?? 'none'})`)
  if (!onlyCheck) {
    const kept = [...new Set(all.map(({ text }) => text))].sort()
    const entries = kept.map((text) => [text, degrees[text] === Infinity ? 'exponential' : degrees[text]])
    writeFileSync(LEDGER, `${JSON.stringify(Object.fromEntries(entries), null, 2)}\n`)
  }
  console.log(`${all.length} patterns in ${files.length} files; ${wrong.length} not linear; ${missing.length} looked at anew`)
  process.exit(wrong.length === 0 ? 0 : 1)
}

/** Works through items, so many at once. @returns the answers in order */
async function inTurns(items, atOnce, work) {
  const answers = []
  let next = 0
  const worker = async () => {
    for (let at = next++; at < items.length; at = next++) answers[at] = await work(items[at])
  }
  await Promise.all(Array.from({ length: atOnce }, worker))
  return answers
}

await main()
