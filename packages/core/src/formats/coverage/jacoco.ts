import type { FileCoverage, FileFindings } from '../result.js'
import type { RawElement } from '../xml/events.js'
import { type Vocabulary, type XmlContext, xmlFormat } from '../xml/reader.js'
import { coverageFindings } from './findings.js'

/** JaCoCo's report (report.dtd 1.1). Counters stand at every level; those of source files are taken, and nothing is added twice. */
export const jacoco = xmlFormat('jacoco-xml', ['report'], (context) => new Jacoco(context))

class Jacoco implements Vocabulary {
  private readonly files: FileCoverage[] = []
  private package = ''
  private file: FileCoverage | null = null

  constructor(private readonly context: XmlContext) {}

  open({ name, attributes }: RawElement): void {
    if (name === 'package') this.package = attributes.get('name') ?? ''
    else if (name === 'sourcefile') {
      const path = [this.package, attributes.get('name') ?? ''].filter((part) => part !== '').join('/')
      this.file = { path, linesCovered: 0, linesTotal: 0, branchesCovered: 0, branchesTotal: 0, tests: [] }
      this.files.push(this.file)
    } else if (name === 'counter' && this.file) {
      const covered = Number(attributes.get('covered') ?? 0)
      const total = covered + Number(attributes.get('missed') ?? 0)
      const type = attributes.get('type')
      if (type === 'LINE') Object.assign(this.file, { linesCovered: covered, linesTotal: total })
      else if (type === 'BRANCH') Object.assign(this.file, { branchesCovered: covered, branchesTotal: total })
    }
  }

  close(name: string): void {
    if (name === 'sourcefile') this.file = null
  }

  finish(): FileFindings {
    return coverageFindings('jacoco-xml', this.files, this.context.warnings)
  }
}
