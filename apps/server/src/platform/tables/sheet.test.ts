import ExcelJS from 'exceljs'
import fc from 'fast-check'
import { spawnSync } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { Problem } from '../problem.js'
import { readSheet, writeCsv, writeXlsx, type Sheet } from './sheet.js'

const SHEET: Sheet = [
  ['Key', 'Title'],
  ['FERRY-1', 'with "quotes", commas; and\nlines'],
  ['', '=HYPERLINK("http://evil.example")'],
]

describe('CSV', () => {
  // RFC 4180, section 2: quotes are doubled, lines end with CRLF
  it('is written as RFC 4180 has it, and marks what a spreadsheet would run', () => {
    expect(writeCsv(SHEET)).toBe(
      '\uFEFFKey,Title\r\nFERRY-1,"with ""quotes"", commas; and\nlines"\r\n,"\'=HYPERLINK(""http://evil.example"")"\r\n',
    )
  })
  // Python's csv module is a reader that is not ours
  it.skipIf(spawnSync('python3', ['--version']).error !== undefined)('is read alike by another reader', () => {
    const script = 'import csv,sys,json,io; print(json.dumps(list(csv.reader(io.StringIO(sys.stdin.read(), newline="")))))'
    const python = spawnSync('python3', ['-c', script], { input: writeCsv(SHEET).slice(1), encoding: 'utf8' })
    expect(JSON.parse(python.stdout)).toEqual([SHEET[0], SHEET[1], ['', `'${SHEET[2]?.[1]}`]])
  })
  it('is read back as it was written', async () => {
    const cell = fc.string({ unit: 'grapheme', maxLength: 12 }).filter((text) => !text.startsWith("'") && !text.includes('\u0000'))
    const sheets = fc.array(fc.array(cell, { minLength: 2, maxLength: 2 }), { minLength: 2, maxLength: 5 })
    await fc.assert(
      fc.asyncProperty(sheets, async (body) => {
        const sheet = [['Key', 'Title'], ...body]
        expect(await readSheet(Buffer.from(writeCsv(sheet)))).toEqual(sheet)
      }),
    )
  })
  it.each([
    ['a;b\n1;2', 'semicolons'],
    ['a\tb\n1\t2', 'tabs'],
  ])('may be separated otherwise: %j', async (text) =>
    expect(await readSheet(Buffer.from(text))).toEqual([
      ['a', 'b'],
      ['1', '2'],
    ]),
  )
  it.each([
    [Buffer.from(''), /empty/],
    [Buffer.from('a,b\n"open'), /no CSV that can be read/],
    [Buffer.from([1, 0, 2]), /neither CSV nor a workbook/],
    [Buffer.from('PK\x03\x04 broken'), /workbook cannot be read/],
  ])('says what is wrong with %j', (bytes, message) => expect(readSheet(bytes)).rejects.toThrow(message))
})

it('a workbook is read back as it was written', async () => expect(await readSheet(await writeXlsx(SHEET, 'Cases'))).toEqual(SHEET))

it('a workbook of ordinary size is read in time that grows with its cells', async () => {
  const sheet: Sheet = Array.from({ length: 5000 }, (_, row) => Array.from({ length: 12 }, (_, column) => `cell ${row} ${column}`))
  expect(await readSheet(await writeXlsx(sheet, 'Cases'))).toEqual(sheet)
})

it('a cell far away is refused with a sentence instead of being walked to', async () => {
  const workbook = new ExcelJS.Workbook()
  workbook.addWorksheet('Cases').getCell('XFD2000').value = 'far'
  const bytes = Buffer.from(await workbook.xlsx.writeBuffer())
  await expect(readSheet(bytes)).rejects.toThrow('2,000 rows and 16,384 columns; at most 100,000 and 200 are read')
})

/** Hostile runs of what means something in a table; the growth test of the formats says how such a figure holds on a busy machine. */
it.each(['"', '""', ',', ';', '\n', '\r', '"\n', '",', "'", '=', ' ', '\t', '\ufeff', 'a,'])(
  'a table of nothing but %j takes time that grows with its size',
  async (filler) => {
    const timeOf = async (length: number) => {
      const bytes = Buffer.from(`a,b\n${filler.repeat(length / filler.length)}q`)
      const from = performance.now()
      await readSheet(bytes).catch((error: unknown) => {
        if (!(error instanceof Problem)) throw error
      })
      return performance.now() - from
    }
    let [small, large] = [Infinity, Infinity]
    const holds = () => large < 100 || large < small * 64
    // the least of several turns: another program may have the machine in one of them
    for (let turn = 0; turn < 12 && (turn < 2 || !holds()); turn++) {
      small = Math.min(small, await timeOf(6000))
      large = Math.min(large, await timeOf(96_000))
    }
    expect(holds(), `${small} ms, ${large} ms for 16 times as much`).toBe(true)
  },
)
