import { stringify } from 'csv-stringify/sync'
import Papa from 'papaparse'
import { Problem } from '../problem.js'
import { unpacksWithin } from './unpacked.js'

/** Lines of cells, as a spreadsheet holds them. */
export type Sheet = string[][]

/** Loaded when the first workbook comes: it takes as long as a tenth of the server's start. */
const newWorkbook = async () => new (await import('exceljs')).default.Workbook()

/** A cell that begins like a formula is marked as text, so that no spreadsheet runs it (OWASP, "CSV Injection"). */
const FORMULA = /^[=+\-@\t\r]/
const asText = (cell: string) => (FORMULA.test(cell) ? `'${cell}` : cell)
const fromText = (cell: string) => (cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell)

/** CSV as RFC 4180 has it, with a byte order mark so that spreadsheets read UTF-8. */
export function writeCsv(sheet: Sheet, { bom = true }: { bom?: boolean } = {}): string {
  return stringify(
    sheet.map((line) => line.map(asText)),
    { bom, record_delimiter: 'windows' },
  )
}

/** A workbook with one sheet: headings that stay in sight, texts as texts. */
export async function writeXlsx(sheet: Sheet, name: string, widths: number[] = []): Promise<Buffer> {
  const workbook = await newWorkbook()
  const page = workbook.addWorksheet(name, { views: [{ state: 'frozen', ySplit: 1 }] })
  for (const line of sheet) page.addRow(line)
  page.getRow(1).font = { bold: true }
  widths.forEach((width, i) => (page.getColumn(i + 1).width = width))
  page.eachRow((row, i) => {
    if (i > 1) row.alignment = { wrapText: true, vertical: 'top' }
  })
  return Buffer.from(await workbook.xlsx.writeBuffer())
}

/** The largest sheet that is read. */
const [MOST_ROWS, MOST_COLUMNS] = [100_000, 200]

/** What a workbook may come to unpacked, in bytes. */
const MOST_UNPACKED = 64 * 1024 ** 2

const ZIP = Buffer.from('PK\x03\x04')

/** Reads a table from CSV (commas, semicolons or tabs; UTF-8) or the first sheet of a workbook, known by its content. @throws Problem */
export async function readSheet(bytes: Buffer): Promise<Sheet> {
  if (bytes.length === 0) throw new Problem('invalid', 'empty', 'The file is empty')
  return bytes.subarray(0, 4).equals(ZIP) ? readXlsx(bytes) : readCsv(bytes)
}

function readCsv(bytes: Buffer): Sheet {
  if (bytes.includes(0)) throw new Problem('invalid', 'noTable', 'This is neither CSV nor a workbook (.xlsx)')
  const text = bytes.toString('utf8').replace(/^\uFEFF/, '')
  const [heading = ''] = text.split('\n', 1)
  const delimiter = [',', ';', '\t'].sort((a, b) => heading.split(b).length - heading.split(a).length)[0]
  const { data, errors } = Papa.parse<string[]>(text, { delimiter: delimiter ?? ',' })
  const [error] = errors
  if (error) {
    const line = error.row === undefined ? '' : ` in row ${error.row + 1}`
    throw new Problem('invalid', 'noTable', `The file is no CSV that can be read: ${error.message}${line}`)
  }
  // a line feed at the end begins no line; one of empty cells is kept
  const last = data.at(-1)
  if (last?.length === 1 && last[0] === '') data.pop()
  return data.map((line) => line.map(fromText))
}

async function readXlsx(bytes: Buffer): Promise<Sheet> {
  const workbook = await newWorkbook()
  const unreadable = () => new Problem('invalid', 'noTable', 'The workbook cannot be read; save it again as .xlsx, or as CSV')
  const fits = await unpacksWithin(bytes, MOST_UNPACKED).catch(() => {
    throw unreadable()
  })
  if (!fits) {
    const words = `The workbook is larger than ${MOST_UNPACKED / 1024 ** 2} MB once unpacked; import it in parts, or as CSV`
    throw new Problem('tooLarge', 'tooLarge', words)
  }
  await workbook.xlsx.load(bytes as unknown as ArrayBuffer).catch(() => {
    throw unreadable()
  })
  const [page] = workbook.worksheets
  if (!page) throw new Problem('invalid', 'noTable', 'The workbook has no sheet')
  // counted once: the library goes through all rows for it
  const [rows, columns] = [page.rowCount, page.columnCount]
  if (rows > MOST_ROWS || columns > MOST_COLUMNS) {
    const words = `The sheet has ${rows.toLocaleString('en')} rows and ${columns.toLocaleString('en')} columns; at most ${MOST_ROWS.toLocaleString('en')} and ${MOST_COLUMNS} are read. Delete what is empty, or import it in parts`
    throw new Problem('tooLarge', 'tooLarge', words)
  }
  const sheet: Sheet = []
  page.eachRow({ includeEmpty: true }, (row) => {
    const line = new Array<string>(columns).fill('')
    row.eachCell((cell, column) => (line[column - 1] = cell.text.replace(/\r\n/g, '\n')))
    sheet.push(line)
  })
  return sheet
}
