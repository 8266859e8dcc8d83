/** A requirement as somebody wrote it down. */
export interface RequirementLine {
  key: string
  name: string
  address: string | null
}

export interface RequirementLines {
  rows: RequirementLine[]
  /** Lines that say no key and title, counted from 1. */
  unread: number[]
}

/**
 * Reads requirements one a line: a key, a title and, if there is one, an address; told apart by tabs, as spreadsheets copy them, by semicolons,
 * or the key by a space. Of several lines with one key the last counts.
 */
export function requirementLines(text: string): RequirementLines {
  const byKey = new Map<string, RequirementLine>()
  const unread: number[] = []
  text.split('\n').forEach((line, at) => {
    if (line.trim() === '') return
    const row = rowOf(line)
    if (row === null) return unread.push(at + 1)
    byKey.delete(row.key)
    byKey.set(row.key, row)
  })
  return { rows: [...byKey.values()], unread }
}

function rowOf(line: string): RequirementLine | null {
  const mark = line.includes('\t') ? '\t' : line.includes(';') ? ';' : null
  const [key = '', name = '', ...rest] = (mark === null ? atSpace(line.trim()) : line.split(mark)).map((part) => part.trim())
  const address = rest.find((part) => part.startsWith('https://') || part.startsWith('http://')) ?? null
  return key === '' || name === '' || key.includes(' ') ? null : { key, name, address }
}

/** The first word and the others; a word without a digit is no key. */
function atSpace(line: string): string[] {
  const at = line.indexOf(' ')
  const key = at < 0 ? '' : line.slice(0, at)
  return [...key].some((character) => character >= '0' && character <= '9') ? [key, line.slice(at + 1)] : []
}
