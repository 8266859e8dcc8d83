import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mergeEdits } from './case-merge.js'
import { CASE_INTENTS, CASE_STATES } from '../states.js'
import { CASE_COLUMNS, readCaseTable, writeCaseTable, type TableCase } from './case-table.js'
import { readEstimate, writeEstimate } from './estimate.js'
import { readStepTable } from './step-table.js'

describe('an estimate', () => {
  it.each([
    ['', null],
    ['90 s', 90],
    ['3 min', 180],
    ['1 h 30 min', 5400],
    ['1:30', 5400],
    ['2,5', 150],
    ['10', 600],
    ['1h', 3600],
    ['soon', undefined],
    ['3 min and more', undefined],
  ])('“%s” is %s seconds', (text, seconds) => expect(readEstimate(text)).toBe(seconds))

  it('is read back as it was written', () => {
    fc.assert(fc.property(fc.nat(8_640_000), (seconds) => readEstimate(writeEstimate(seconds)) === seconds))
    expect(readEstimate(writeEstimate(null))).toBeNull()
  })
})

describe('steps from a table', () => {
  it('come from a spreadsheet, without its numbers and heading', () => {
    expect(readStepTable('#\tAction\tExpected result\n1\tLoad a trailer\tIt is refused\n2\tUnload\t')).toEqual([
      { action: 'Load a trailer', expected: 'It is refused' },
      { action: 'Unload', expected: '' },
    ])
  })
  it('come from Markdown, escaped pipes and all', () => {
    expect(readStepTable('| Step | Expected |\n|---|---|\n| a \\| b | c |')).toEqual([{ action: 'a | b', expected: 'c' }])
  })
  it('come from a list', () => {
    expect(readStepTable('1. Open the gate\n2. Close it')).toEqual([
      { action: 'Open the gate', expected: '' },
      { action: 'Close it', expected: '' },
    ])
  })
  it('are not made of a single line of text', () => expect(readStepTable('just words')).toBeNull())
})

describe('a merge of two edits', () => {
  const base = { title: 'a', priority: 3, tags: ['x'] }
  it('takes from each side what only that side changed', () => {
    expect(mergeEdits(base, { ...base, title: 'mine' }, { ...base, priority: 1 })).toEqual({
      merged: { title: 'mine', priority: 1, tags: ['x'] },
      conflicts: [],
    })
  })
  it('asks where both changed the same in different ways, and only there', () => {
    const { merged, conflicts } = mergeEdits(base, { ...base, title: 'mine', tags: ['y'] }, { ...base, title: 'theirs', tags: ['y'] })
    expect(merged).toEqual({ title: 'theirs', priority: 3, tags: ['y'] })
    expect(conflicts).toEqual([{ field: 'title', base: 'a', mine: 'mine', theirs: 'theirs' }])
  })
})

const words = fc
  .string({ maxLength: 20 })
  .map((text) => text.replace(/\s+/g, ' ').trim())
  .filter((text) => text !== '')
const name = words.filter((text) => !/[›/>]/.test(text))
const tag = words.filter((text) => !/[,;]/.test(text))
const tableCase: fc.Arbitrary<TableCase> = fc.record({
  key: fc.nat(9999).map((number) => `FERRY-${number}`),
  title: words,
  area: fc.array(name, { maxLength: 3 }),
  state: fc.constantFrom(...CASE_STATES),
  priority: fc.integer({ min: 1, max: 4 }),
  tags: fc.uniqueArray(tag, { maxLength: 3 }),
  owner: name,
  intent: fc.constantFrom(...CASE_INTENTS),
  estimate: fc.option(fc.nat(10_000)),
  preconditions: words,
  steps: fc.array(fc.record({ action: words, expected: words }), { maxLength: 4 }),
})

describe('a table of cases', () => {
  it('is read back as it was written', () => {
    fc.assert(
      fc.property(fc.array(tableCase, { maxLength: 6 }), (cases) => {
        const read = readCaseTable(writeCaseTable(cases))
        expect(read.rows.map(({ row }) => row)).toEqual(cases)
        expect(read.rows.flatMap((row) => row.problems)).toEqual([])
      }),
    )
  })

  it('says nothing of columns it does not have, and knows other words for those it has', () => {
    const read = readCaseTable([
      ['Summary', 'Labels', 'Colour'],
      ['Tall vehicles keep out', 'smoke; safety', 'red'],
    ])
    expect(read).toEqual({
      rows: [{ line: 2, row: { title: 'Tall vehicles keep out', tags: ['smoke', 'safety'] }, problems: [] }],
      columns: ['Title', 'Tags'],
      ignored: ['Colour'],
    })
  })

  it('keeps a row that holds something it may not, and names it', () => {
    const lines = [[...CASE_COLUMNS], ['', 'T', '', 'done', '9', '', '', 'maybe', 'soon', '', '', '']]
    expect(readCaseTable(lines).rows[0]?.problems).toEqual([
      'State “done”; it must be draft, approved, retired',
      'Priority “9”; it must be 1, 2, 3 or 4',
      'Automation “maybe”; it must be by hand, to be automated, automated, never',
      'Estimate “soon”; write it as 90 s, 3 min or 1 h 30 min',
    ])
  })
})
