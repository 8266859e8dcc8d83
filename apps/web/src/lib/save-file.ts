/** Hands a file that was made here to the browser's downloads. @param content a text is CSV */
export function saveFile(name: string, content: Blob | string): void {
  // a mark at the beginning, without which spreadsheets take the text for another encoding
  const address = URL.createObjectURL(typeof content === 'string' ? new Blob(['\ufeff', content], { type: 'text/csv' }) : content)
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  // the download has its own hold on the content by then
  setTimeout(() => URL.revokeObjectURL(address), 60_000)
}

/** A CSV file as RFC 4180 has it; cells that a spreadsheet would take for a formula begin with an apostrophe. */
export function csvOf(rows: readonly (readonly (string | number | null)[])[]): string {
  const cell = (value: string | number | null) => {
    const text = value === null ? '' : String(value)
    const safe = typeof value === 'string' && /^[=+\-@\t\r]/.test(text) ? `'${text}` : text
    return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
  }
  return rows.map((row) => `${row.map(cell).join(',')}\r\n`).join('')
}
