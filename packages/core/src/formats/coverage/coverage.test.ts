import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readResultFile } from '../registry.js'
import { Refusal } from '../result.js'

const read = (text: string) => readResultFile(new TextEncoder().encode(text))
const sample = (file: string) => readResultFile(readFileSync(new URL(`../samples-coverage/${file}`, import.meta.url)))
const sums = (file: string) => {
  const { coverage = [], results, warnings, format } = sample(file)
  const sum = (key: 'linesCovered' | 'linesTotal' | 'branchesCovered' | 'branchesTotal') => coverage.reduce((all, one) => all + one[key], 0)
  return {
    format,
    results: results.length,
    warnings: warnings.map(({ code }) => code),
    lines: [sum('linesCovered'), sum('linesTotal')],
    branches: [sum('branchesCovered'), sum('branchesTotal')],
  }
}

// what the tools themselves printed: coverage.py 6.5 (19 of 29 lines, 4 of 10 branches), c8 12 (78.57 % of 14 lines), JaCoCo 0.8.6 (3 of 7, 4 of 8)
describe('files that coverage tools wrote', () => {
  it.each([
    ['pytest-lcov.info', { format: 'lcov', lines: [19, 29], warnings: [] }],
    ['pytest-coverage.xml', { format: 'cobertura-xml', lines: [19, 29], branches: [4, 10], warnings: [] }],
    ['c8-lcov.info', { format: 'lcov', lines: [11, 14], warnings: [] }],
    ['c8-cobertura.xml', { format: 'cobertura-xml', lines: [11, 14], warnings: ['doctype'] }],
    ['jacoco.xml', { format: 'jacoco-xml', lines: [3, 7], branches: [4, 8], warnings: ['doctype'] }],
  ])('%s', (file, expected) => expect(sums(file)).toMatchObject({ results: 0, ...expected }))

  it('of Node 20: 50 % of ferry.mjs and 97.14 % of deck.test.mjs', () => {
    const { coverage = [] } = sample('node-lcov.info')
    const percent = (name: string) => {
      const file = coverage.find(({ path }) => path.endsWith(name))
      return file && Math.round((file.linesCovered / file.linesTotal) * 10_000) / 100
    }
    expect([percent('ferry.mjs'), percent('deck.test.mjs'), percent('manifest.test.mjs')]).toEqual([50, 97.14, 100])
  })

  it('of Clover is refused by name', () => expect(() => sample('c8-clover.xml')).toThrow(/Clover/))
})

it('adds up the records of one file, with the tests that ran it', () => {
  const record = (test: string, hits: string) =>
    `TN:${test}\nSF:src/gate.ts\nDA:1,${hits}\nDA:2,0\nBRDA:1,0,0,${hits}\nBRDA:1,0,1,-\nend_of_record\n`
  expect(read(record('opens', '0') + record('closes', '3')).coverage).toEqual([
    { path: 'src/gate.ts', linesCovered: 1, linesTotal: 2, branchesCovered: 1, branchesTotal: 2, tests: ['opens', 'closes'] },
  ])
})

it('adds the counters of a file that several modules hold, and passes over what is no number', () => {
  const source = (missed: string) =>
    `<group name="g"><package name="gate"><sourcefile name="Gate.java"><counter type="LINE" missed="${missed}" covered="2"/></sourcefile></package></group>`
  expect(read(`<report name="all">${source('1')}${source('-x')}</report>`).coverage).toMatchObject([
    { path: 'gate/Gate.java', linesCovered: 4, linesTotal: 5 },
  ])
})

it('refuses a trace that breaks off, and doubts lines that make no sense', () => {
  expect(() => read('TN:\nSF:src/gate.ts\nDA:1,1\n')).toThrow(Refusal)
  expect(read('SF:a\nDA:x,y\nend_of_record\n').warnings).toMatchObject([{ code: 'illFormed', place: { line: 2 } }])
})
