export interface Step {
  action: string
  expected: string
}

/**
 * Reads steps that were copied from a table: cells separated by tabs (a spreadsheet) or pipes (Markdown), one step a line.
 * The first two columns that hold words are action and expected result; a leading number and a heading row are dropped.
 * @returns null when the text is no table and no list: it belongs into the one field it was pasted into
 */
export function readStepTable(text: string): Step[] | null {
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '')
  const piped = lines.length > 0 && lines.every((line) => /^\s*\|.*\|\s*$/.test(line))
  if (!piped && !text.includes('\t')) return lines.length > 1 ? lines.map((line) => ({ action: withoutMark(line), expected: '' })) : null
  const rows = lines.map((line) => cellsOf(line, piped)).filter((cells) => !cells.every((cell) => /^:?-{2,}:?$|^$/.test(cell)))
  const numbered = rows.length > 0 && rows.every((cells) => cells.length > 1 && /^(\d+[.)]?|#|nr\.?|no\.?|step)$/i.test(cells[0] ?? ''))
  const steps = rows.map((cells) => {
    const [action = '', expected = ''] = numbered ? cells.slice(1) : cells
    return { action, expected }
  })
  return steps.filter((step, i) => !(i === 0 && isHeading(step)))
}

function cellsOf(line: string, piped: boolean): string[] {
  const cells = piped
    ? line
        .trim()
        .slice(1, -1)
        .split(/(?<!\\)\|/)
    : line.split('\t')
  return cells.map((cell) =>
    cell
      .trim()
      .replaceAll('\\|', '|')
      .replace(/^"(.*)"$/s, '$1'),
  )
}

const isHeading = ({ action, expected }: Step) =>
  /^(step|action|test step|do|what)s?$/i.test(action) && /^(expected|expected results?|result|then|expectation)s?$|^$/i.test(expected)

const withoutMark = (line: string) => line.trim().replace(/^([-*•]|\d+[.)])\s+/, '')
