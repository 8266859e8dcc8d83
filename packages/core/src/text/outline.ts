export interface OutlineCase {
  areas: string[]
  title: string
  line: number
}

interface OutlineLine {
  indent: number
  text: string
  line: number
}

/**
 * Reads pasted lines: one line, one case; a line with deeper lines below it is an area. Tabs count as four spaces;
 * list marks (`-`, `*`, `1.`) are dropped. Lines are numbered from 1.
 */
export function readOutline(text: string): OutlineCase[] {
  const lines = text.split(/\r?\n/).flatMap((raw, i) => readLine(raw, i + 1))
  const cases: OutlineCase[] = []
  const open: OutlineLine[] = []
  lines.forEach((line, i) => {
    while (open.length > 0 && (open.at(-1)?.indent ?? 0) >= line.indent) open.pop()
    const next = lines[i + 1]
    if (next && next.indent > line.indent) open.push(line)
    else cases.push({ areas: open.map((area) => area.text), title: line.text, line: line.line })
  })
  return cases
}

function readLine(raw: string, line: number): OutlineLine[] {
  const spaced = raw.replace(/\t/g, '    ')
  const indent = spaced.length - spaced.trimStart().length
  const text = spaced.trim().replace(/^([-*•]|\d+[.)])\s+/, '')
  return text === '' ? [] : [{ indent, text, line }]
}
