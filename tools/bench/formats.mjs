// Every XML and JSON format: our reading against a pass of its bare tokenizer over the same file.
import { Tokenizer } from '@streamparser/json'
import { closeSync, createReadStream, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from '../lib/process.mjs'
import { leastInTurns, outputOf } from './turns.mjs'

const SAMPLES = join(ROOT, 'packages/core/src/formats/samples')
const BYTES = 50_000_000
const LARGE = 500_000_000
const read = (file) => readFileSync(join(SAMPLES, file), 'utf8')

/** A real file in three pieces: what is over and over until the file is large enough, and what stands before and after. */
const pieces = (text, from, to) => ({ head: text.slice(0, from), body: text.slice(from, to), tail: text.slice(to) })

const xml =
  (file, element, inward = 0, inwardEnd = inward) =>
  () => {
    const text = read(file)
    const last = `</${element}>`
    let [from, to] = [text.indexOf(`<${element} `), text.lastIndexOf(last)]
    for (let k = 0; k < inward; k++) from = text.indexOf(`<${element} `, from + 1)
    for (let k = 0; k < inwardEnd; k++) to = text.lastIndexOf(last, to - 1)
    return pieces(text, from, to + last.length)
  }

const json = (file, list) => () => {
  const document = JSON.parse(read(file))
  const own = JSON.stringify(list(document))
  const text = JSON.stringify(document)
  const at = text.indexOf(own) + 1
  return { ...pieces(text, at, at + own.length - 2), between: ',' }
}

const lines = (file) => () => pieces(read(file), 0, Infinity)

/** Writes a file of a format of about so many bytes; its tests have other names in each copy. */
export function writeLarge(path, id, bytes) {
  const format = FORMATS.find((one) => one.id === id)
  if (!format) throw new Error(`${id} is no format that is measured`)
  writeGrown(path, format.make(), bytes)
}

function writeGrown(path, { head, body, tail, between = '' }, bytes) {
  const fd = openSync(path, 'w')
  writeSync(fd, head)
  for (let i = 0, size = 0; size < bytes; i++) {
    const copy = body.replaceAll(/("?(?:name|title|fullName|fullTitle|Test)"?[=:] ?")(?=\S)/g, `$1${i} `)
    size += writeSync(fd, i === 0 ? copy : between + copy)
  }
  writeSync(fd, tail)
  closeSync(fd)
}

const FORMATS = [
  { id: 'junit-xml of Vitest', make: xml('vitest-A/junit.xml', 'testsuite') },
  { id: 'testng-xml', make: xml('testng-A/testng-results.xml', 'suite') },
  { id: 'nunit3-xml', make: xml('nunit-written/TestResult.xml', 'test-suite', 1) },
  { id: 'xunit2-xml', make: xml('xunit-written/results.xml', 'assembly') },
  { id: 'robot-xml', make: xml('robot-written/output.xml', 'suite', 1, 2) },
  { id: 'ctrf', make: json('vitest-A/ctrf/ctrf-report.json', (report) => report.results.tests) },
  { id: 'jest-json', make: json('jest-A/results.json', (report) => report.testResults) },
  { id: 'jest-json of Vitest', make: json('vitest-A/results.json', (report) => report.testResults) },
  { id: 'playwright-json', make: json('playwright-A/results.json', (report) => report.suites) },
  { id: 'mocha-json', make: json('mocha-A/results.json', (report) => report.failures) },
  { id: 'googletest-json', make: json('gtest-A/gtest.json', (report) => report.testsuites) },
  { id: 'cucumber-json', make: json('cucumber-A/cucumber.json', (report) => report) },
  { id: 'cucumber-messages', make: lines('cucumber-A/messages.ndjson') },
  { id: 'go-test-json', make: lines('gotestsum-A/gotest.ndjson') },
]

/** A JSON tokenizer that does nothing with what it finds; values may follow one another. */
export async function bareJsonPass(file) {
  const tokenizer = new Tokenizer({ separator: '' })
  tokenizer.onToken = () => undefined
  for await (const chunk of createReadStream(file)) tokenizer.write(chunk)
}

/** @param only formats to measure; all of them by default */
export function benchFormats(figures, folder, only = FORMATS.map(({ id }) => id)) {
  mkdirSync(folder, { recursive: true })
  for (const { id, make } of FORMATS.filter((format) => only.includes(format.id))) {
    const file = join(folder, `${id}.txt`)
    writeGrown(file, make(), BYTES)
    const { bare, ours } = leastInTurns(id.includes('-xml') ? 'bare' : 'bareJson', file, 2)
    figures.add(
      'formats',
      `${id}, 50 MB, against its bare tokenizer`,
      ours / bare,
      '×',
      1.6,
      `${Math.round(ours)} ms against ${Math.round(bare)} ms`,
    )
  }
  for (const { id, make } of FORMATS.filter((format) => only.includes(format.id))) {
    const file = join(folder, `${id}-large.txt`)
    writeGrown(file, make(), LARGE)
    const [idle, peak] = [Number(outputOf('peak.mjs', '')), Number(outputOf('peak.mjs', file))]
    rmSync(file)
    figures.add(
      'formats',
      `${id}, 500 MB, memory above an idle process`,
      peak - idle,
      'MB',
      200,
      `${Math.round(peak)} MB against ${Math.round(idle)} MB`,
    )
  }
}
