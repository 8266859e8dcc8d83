// Every XML and JSON format: our reading against a pass of its bare tokenizer over the same file.
import { Tokenizer } from '@streamparser/json'
import { createReadStream, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from '../lib/process.mjs'
import { leastInTurns } from './turns.mjs'

const SAMPLES = join(ROOT, 'packages/core/src/formats/samples')
const BYTES = 50_000_000
const read = (file) => readFileSync(join(SAMPLES, file), 'utf8')

/** What a real file holds, over and over until it is large enough, each time under other names. */
function grown(text, from, to) {
  const [head, body, tail] = [text.slice(0, from), text.slice(from, to), text.slice(to)]
  const copies = Array.from({ length: Math.ceil(BYTES / body.length) }, (_, i) =>
    body.replaceAll(/("?(?:name|title|fullName|fullTitle|Test)"?[=:] ?")(?=\S)/g, `$1${i} `),
  )
  return head + copies.join('') + tail
}

const xml =
  (file, element, inward = 0, inwardEnd = inward) =>
  () => {
    const text = read(file)
    const last = `</${element}>`
    let [from, to] = [text.indexOf(`<${element} `), text.lastIndexOf(last)]
    for (let k = 0; k < inward; k++) from = text.indexOf(`<${element} `, from + 1)
    for (let k = 0; k < inwardEnd; k++) to = text.lastIndexOf(last, to - 1)
    return grown(text, from, to + last.length)
  }

const json = (file, list) => () => {
  const document = JSON.parse(read(file))
  const items = list(document)
  const own = JSON.stringify(items)
  const text = JSON.stringify(document)
  const at = text.indexOf(own) + 1
  // a comma behind each copy, and the last one is left out again
  const many = grown(`${text.slice(0, at)}${own.slice(1, -1)},${text.slice(at + own.length - 2)}`, at, at + own.length - 1)
  const end = many.length - (text.length - (at + own.length - 2))
  return many.slice(0, end - 1) + many.slice(end)
}

const lines = (file) => () => {
  const text = read(file)
  return grown(text, 0, text.length)
}

const FORMATS = [
  { id: 'testng-xml', make: xml('testng-A/testng-results.xml', 'suite') },
  { id: 'nunit3-xml', make: xml('nunit-written/TestResult.xml', 'test-suite', 1) },
  { id: 'xunit2-xml', make: xml('xunit-written/results.xml', 'assembly') },
  { id: 'robot-xml', make: xml('robot-written/output.xml', 'suite', 1, 2) },
  { id: 'ctrf', make: json('vitest-A/ctrf/ctrf-report.json', (report) => report.results.tests) },
  { id: 'jest-json', make: json('vitest-A/results.json', (report) => report.testResults) },
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
    writeFileSync(file, make())
    const { bare, ours } = leastInTurns(id.endsWith('-xml') ? 'bare' : 'bareJson', file, 2)
    figures.add(
      'formats',
      `${id}, 50 MB, against its bare tokenizer`,
      ours / bare,
      '×',
      1.6,
      `${Math.round(ours)} ms against ${Math.round(bare)} ms`,
    )
  }
}
