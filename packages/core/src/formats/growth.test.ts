import { readdirSync, readFileSync, statSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { gzipSync, zipSync } from 'fflate'
import { expect, it } from 'vitest'
import { comparisonIn } from '../failures/comparison.js'
import { frameIn } from '../failures/frames.js'
import { failureSignature } from '../failures/signature.js'
import { declaredKeys } from '../identity/declared-keys.js'
import { rowOf } from '../identity/row.js'
import { scriptIdentity } from '../identity/script-identity.js'
import { Bundle } from './bundle.js'
import { readResultFile, ResultFileStream } from './registry.js'
import { Refusal, type TestResult } from './result.js'

/**
 * Whatever is sent, reading it takes time that grows about linearly: hostile runs of characters are put into every kind of place of a real
 * file of every format. A machine may be busy: only what takes long at all is looked at, the least of several turns counts, and 16
 * times the input may take 64 times the time, which a quadratic pattern (256 times) never keeps.
 */
const SMALL = 2000
const LARGE = 16 * SMALL
const MOST_RATIO = 64
/** What takes less, in milliseconds, is not quadratic: that would be some 500 million steps. */
const SURELY_LINEAR = 40
/** A first look at a shorter input: what is quadratic takes some 30 million steps there, and is looked at again. */
const GLANCE = 4 * SMALL
const GLANCE_MS = SURELY_LINEAR / (LARGE / GLANCE) ** 2

/** Runs of each class of characters, and of what opens, separates or repeats something. */
const FILLERS = [
  ...'0aA \t\n.-_/\\"\'[({<#@=&;:,|*$\u001bé›',
  ...[
    'a ',
    '0.',
    '1,',
    '/a',
    'a/',
    '\\\\',
    '\\"',
    '""',
    '[[ATTACHMENT|',
    '\u001b[',
    '\u001b]',
    '<!--',
    '<a>',
    '{"a":',
    '[[',
    '\n\n ',
    ' \n',
  ],
  ...['at ', 'Caused by: ', 'expected ', 'E   ', 'Error: ', '(a', 'a.b', '0x1234 ', 'F-1 ', '- ', '...', 'aa\nbb'],
]
/** With a letter behind it, which no pattern for the whole of it expects. */
const run = (filler: string, length: number) => `${filler.repeat(Math.ceil(length / filler.length)).slice(0, length)}q`

/** The smallest file of each format that a real runner wrote, with a failure in it where there is one. */
function templates(): [string, string][] {
  const folder = fileURLToPath(new URL('./samples/', import.meta.url))
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .map((name) => `${folder}${name}`)
    .filter((path) => statSync(path).isFile() && statSync(path).size < 100_000)
    .sort((a, b) => statSync(a).size - statSync(b).size)
  const found = new Map<string, { text: string; fails: boolean }>()
  for (const path of files) {
    const bytes = readFileSync(path)
    try {
      const { format, results } = readResultFile(bytes)
      const fails = results.some(({ attempts }) => attempts.some(({ failures }) => failures.length > 0))
      const before = found.get(format)
      if (!before || (fails && !before.fails)) found.set(format, { text: bytes.toString('utf8'), fails })
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
    }
  }
  return [...found].map(([format, { text }]) => [format, text])
}

/** Places behind which a value begins, one of each kind. */
function placesOf(text: string): number[] {
  const kinds = new Map<string, number>()
  for (const { 0: found, index } of text.matchAll(
    /"(?:[\w-]{1,40})": ?"?|[\w-]{1,40}="|<[\w-]{1,40}>|^ {0,9}[\w#.-]{1,20}[: ] ?|^(?:not )?ok \d+ (?:- )?/gm,
  )) {
    const kind = found.replace(/\d+/g, '0')
    if (!kinds.has(kind)) kinds.set(kind, index + found.length)
  }
  // fewer in a large file: each is read some fifty times
  return [...kinds.values()].slice(0, Math.min(24, 1_000_000 / text.length))
}

/** All that is done to a result before it is stored. */
function look(result: TestResult): void {
  scriptIdentity(result)
  rowOf(result.name)
  declaredKeys(result.name, result.properties, result.suites.at(-1) ?? null)
  for (const { failures } of result.attempts) {
    for (const failure of failures) {
      failureSignature(failure)
      comparisonIn(failure.message ?? '')
      for (const line of (failure.stack ?? '').split('\n').slice(0, 50)) frameIn(line)
    }
  }
}

function timeOf(bytes: Uint8Array, read: (bytes: Uint8Array) => void): number {
  const from = performance.now()
  try {
    read(bytes)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
  }
  return performance.now() - from
}

/**
 * @param rest what reading takes without the run, in milliseconds
 * @returns why it is not linear; null where it is
 */
function growth(build: (length: number) => Uint8Array, read: (bytes: Uint8Array) => void, rest = 0): string | null {
  if (timeOf(build(GLANCE), read) < rest + GLANCE_MS || timeOf(build(LARGE), read) < rest + SURELY_LINEAR) return null
  const least = (length: number) => Math.min(...Array.from({ length: 5 }, () => timeOf(build(length), read)))
  const [small, large] = [least(SMALL), least(LARGE)]
  return large < SURELY_LINEAR || large < small * MOST_RATIO
    ? null
    : `${small.toFixed(1)} ms for ${SMALL}, ${large.toFixed(1)} ms for ${LARGE}`
}

function readFile(bytes: Uint8Array): void {
  const stream = new ResultFileStream(look)
  stream.write(bytes)
  stream.end()
}

const encode = (text: string) => new TextEncoder().encode(text)

it.each(templates())('%s', (_, text) => {
  const slow: string[] = []
  const rest = Math.min(...Array.from({ length: 5 }, () => timeOf(encode(text), readFile)))
  for (const at of placesOf(text)) {
    for (const filler of FILLERS) {
      const found = growth((length) => encode(text.slice(0, at) + run(filler, length) + text.slice(at)), readFile, rest)
      if (found) slow.push(`${JSON.stringify(text.slice(Math.max(0, at - 20), at))} + ${JSON.stringify(filler)}: ${found}`)
    }
  }
  expect(slow).toEqual([])
})

it('the beginning of any file', () => {
  const slow: string[] = []
  for (const head of [
    '',
    '<',
    '<!DOCTYPE a [',
    '<?xml ',
    '{',
    '{"',
    '[',
    'TAP version 13\n',
    'ok 1 ',
    '1..',
    'TN:',
    '<testsuite><testcase name="',
  ]) {
    for (const filler of FILLERS) {
      const found = growth((length) => encode(head + run(filler, length)), readFile)
      if (found) slow.push(`${JSON.stringify(head)} + ${JSON.stringify(filler)}: ${found}`)
    }
  }
  expect(slow).toEqual([])
})

/** A tar archive with one pax header or long name (POSIX.1-1988 ustar). */
function tar(type: string, content: string): Uint8Array {
  const body = encode(content)
  const bytes = new Uint8Array(512 + Math.ceil(body.length / 512) * 512 + 1024)
  bytes.set(encode('name'), 0)
  bytes.set(encode(body.length.toString(8).padStart(11, '0')), 124)
  bytes.set(encode(`${type}`), 156)
  bytes.set(encode('ustar\u000000'), 257)
  bytes.set(body, 512)
  return bytes
}

const readArchive = (bytes: Uint8Array) => {
  const bundle = new Bundle('a.tar', { open: () => ({ write: () => undefined, end: () => undefined, abort: () => undefined }) })
  bundle.write(bytes)
  bundle.end()
}

it.each(['zip', 'gzip'])('a %s archive, of such runs and behind its mark alone', (kind) => {
  const pack = (text: string) => (kind === 'zip' ? zipSync({ 'a.xml': encode(text) }) : gzipSync(encode(text)))
  const mark = kind === 'zip' ? [0x50, 0x4b, 3, 4] : [0x1f, 0x8b, 8]
  const behind = (text: string) => Uint8Array.from([...mark, ...encode(text)])
  const slow = FILLERS.flatMap((filler) =>
    [pack, behind].flatMap((build) => growth((length) => build(run(filler, length)), readArchive) ?? []),
  )
  expect(slow).toEqual([])
})

it.each(['x', 'L', '0'])('a tar archive with an entry of type %s', (type) => {
  const slow = FILLERS.flatMap((filler) => growth((length) => tar(type, run(filler, length)), readArchive) ?? [])
  expect(slow).toEqual([])
})
