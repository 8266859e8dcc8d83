import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readResultFile } from '../index.js'
import { rowOf } from './row.js'

const SAMPLES = new URL('../formats/samples/', import.meta.url)

/** Tests of a real file that share their name but for the values, with those. */
function tablesIn(path: string): Record<string, string[]> {
  const tables: Record<string, string[]> = {}
  for (const { name } of readResultFile(readFileSync(new URL(path, SAMPLES))).results) {
    const row = rowOf(name)
    if (row) (tables[row.test] ??= []).push(row.row)
  }
  return Object.fromEntries(Object.entries(tables).filter(([, rows]) => rows.length > 1))
}

/** What the sources of these tests hand to them. */
describe('rows in files of real runners', () => {
  it.each([
    ['pytest-A-xunit2/junit.xml', 'test_fare_table', ['adult-420', 'child-210', 'senior-250', 'dog-95']],
    ['gtest-A/gtest.json', 'Price', ['0', '1']],
    ['cucumber-A/junit.xml', 'Fare table for <kind> - near', ['1.1: Fare table for adult', '1.2: Fare table for senior']],
    ['nunit-written/TestResult.xml', 'Price', ['"adult",420', '"dog",90']],
  ])('%s: %s', (file, test, rows) => expect(tablesIn(file)[test]).toEqual(rows))

  it('Go writes a table as sub-tests', () =>
    expect(tablesIn('gotest-A/gotest.json.ndjson')['TestFareTable']).toEqual(['adult', 'senior', 'dog', `Fähre_<Nord>_&_"Süd"_'Ost'_⛴️`]))

  it('TestNG and Surefire hand over what they call a row', () => {
    const [folder = ''] = readdirSync(SAMPLES).filter((name) => name.startsWith('testng-A'))
    const rows = readdirSync(new URL(`${folder}/`, SAMPLES))
      .filter((file) => file.endsWith('.xml'))
      .flatMap((file) => Object.values(tablesIn(`${folder}/${file}`)))
    expect(rows.every((table) => table.length > 1)).toBe(true)
  })
})

it.each([
  ['fare(String, int)[2]', 'fare(String, int)', '2'],
  ['Fare(kind: "adult", zone: 2)', 'Fare', 'kind: "adult", zone: 2'],
  ['fare [list[0], 7]', 'fare', 'list[0], 7'],
  ['TestNested/deck/bus/coach', 'TestNested/deck/bus', 'coach'],
])('%s', (name, test, row) => expect(rowOf(name)).toEqual({ test, row }))

it.each([['adult fare in one zone'], ['[FERRY-101] adult fare'], ['the gate (north) opens'], ['opens deck/lane A'], ['[]'], ['']])(
  '“%s” is no row',
  (name) => expect(rowOf(name)).toBeNull(),
)

it('ends soon on names of any length', () => {
  for (const bit of ['[', ']', '[]', '(', '/', ' - #1.1', 'a[b]']) expect(() => rowOf(bit.repeat(10_000))).not.toThrow()
})
