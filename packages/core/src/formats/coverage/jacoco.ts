import type { FileCoverage, FileFindings } from '../result.js'
import type { RawElement } from '../xml/events.js'
import { type Vocabulary, type XmlContext, xmlFormat } from '../xml/reader.js'
import { coverageFindings } from './findings.js'

/** JaCoCo's report (report.dtd 1.1). Counters stand at every level; those of source files are taken, and nothing is added twice. */
export const jacoco = xmlFormat('jacoco-xml', ['report'], (context) => new Jacoco(context))

class Jacoco implements Vocabulary {
  private readonly files = new Map<string, FileCoverage>()
  private package = ''
  private file: FileCoverage | null = null

  constructor(private readonly context: XmlContext) {}

  open({ name, attributes }: RawElement): void {
    if (name === 'package') this.package = attributes.get('name') ?? ''
    else if (name === 'sourcefile') {
      const path = [this.package, attributes.get('name') ?? ''].filter((part) => part !== '').join('/')
      // a report of several modules can hold a file of one name twice: their counters are added
      this.file = this.files.get(path) ?? { path, linesCovered: 0, linesTotal: 0, branchesCovered: 0, branchesTotal: 0, tests: [] }
      this.files.set(path, this.file)
    } else if (name === 'counter' && this.file) {
      const covered = wholeNumber(attributes.get('covered'))
      const total = covered + wholeNumber(attributes.get('missed'))
      const type = attributes.get('type')
      if (type === 'LINE') {
        this.file.linesCovered += covered
        this.file.linesTotal += total
      } else if (type === 'BRANCH') {
        this.file.branchesCovered += covered
        this.file.branchesTotal += total
      }
    }
  }

  close(name: string): void {
    if (name === 'sourcefile') this.file = null
  }

  finish(): FileFindings {
    return coverageFindings('jacoco-xml', [...this.files.values()], this.context.warnings)
  }
}

/** A counter; what is none counts nothing. */
const wholeNumber = (text: string | undefined): number => (/^\d{1,9}$/.test(text ?? '') ? Number(text) : 0)
