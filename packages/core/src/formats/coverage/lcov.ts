import { type LineListener, LineReader } from '../lines.js'
import { type FileFindings, Refusal, type ResultFormat } from '../result.js'
import { WarningLog } from '../warnings.js'
import { coverageFindings } from './findings.js'
import { CoverageTally, mark } from './tally.js'

/** LCOV's trace files, after geninfo(1): SF, DA, BRDA and TN; sums in the file are not trusted. */
export const lcov: ResultFormat = {
  id: 'lcov',
  recognises: (head) => /^(?:TN:.*\r?\n)?SF:.+/m.test(new TextDecoder().decode(head)) && !/^\s*[<{[]/.test(new TextDecoder().decode(head)),
  open: () => {
    const warnings = new WarningLog()
    return new LineReader(new Lcov(warnings), warnings)
  },
}

class Lcov implements LineListener {
  private readonly tally = new CoverageTally()
  private test = ''
  private file: ReturnType<CoverageTally['file']> | null = null
  private ended = true

  constructor(private readonly warnings: WarningLog) {}

  line(text: string, number: number): void {
    const colon = text.indexOf(':')
    const value = text.slice(colon + 1)
    switch (text.slice(0, colon)) {
      case 'TN':
        this.test = value.trim()
        return
      case 'SF':
        this.file = this.tally.file(value.trim())
        if (this.test !== '') this.file.tests.add(this.test)
        this.ended = false
        return
      case 'DA':
        return this.data(value, number)
      case 'BRDA':
        return this.branch(value)
    }
    if (text.startsWith('end_of_record')) {
      this.file = null
      this.ended = true
    }
  }

  private data(value: string, number: number): void {
    const [line, hits] = value.split(',').map(Number)
    if (this.file && line !== undefined && hits !== undefined && Number.isInteger(line) && Number.isFinite(hits))
      mark(this.file.lines, line, hits > 0)
    else this.warnings.add('illFormed', `“DA:${value.slice(0, 60)}” can't be read; it was passed over`, { line: number, column: 1 })
  }

  private branch(value: string): void {
    const [line = '', block = '', branch = '', taken = '-'] = value.split(',')
    if (this.file) mark(this.file.branches, `${line}:${block}:${branch}`, taken !== '-' && Number(taken) > 0)
  }

  finish(): FileFindings {
    if (!this.ended) throw new Refusal('illFormed', 'The file breaks off: its last record has no “end_of_record”')
    return coverageFindings('lcov', this.tally.list(), this.warnings)
  }
}
