import { type FileFindings, Refusal } from '../result.js'
import type { RawElement } from '../xml/events.js'
import { type Vocabulary, type XmlContext, xmlFormat } from '../xml/reader.js'
import { coverageFindings } from './findings.js'
import { CoverageTally, mark } from './tally.js'

/** Cobertura's XML (coverage-04.dtd), as many tools write it. Lines stand in methods and again in classes: each is counted once a file. */
export const cobertura = xmlFormat('cobertura-xml', ['coverage'], (context) => new Cobertura(context))

class Cobertura implements Vocabulary {
  private readonly tally = new CoverageTally()
  private file: ReturnType<CoverageTally['file']> | null = null
  private inMethods = false

  constructor(private readonly context: XmlContext) {}

  open({ name, attributes, place }: RawElement): void {
    if (name === 'project')
      throw new Refusal('wrongRoot', 'This is Clover’s coverage, which is not read; Cobertura’s, LCOV and JaCoCo are', place)
    if (name === 'class') this.file = this.tally.file(attributes.get('filename') ?? '')
    else if (name === 'methods') this.inMethods = true
    else if (name === 'line' && this.file && !this.inMethods)
      this.line(this.file, attributes.get('number'), attributes.get('hits'), attributes.get('condition-coverage'))
  }

  private line(file: ReturnType<CoverageTally['file']>, number = '', hits = '0', conditions?: string): void {
    mark(file.lines, Number(number), Number(hits) > 0)
    const [, taken, all] = /\((\d+)\/(\d+)\)/.exec(conditions ?? '') ?? []
    for (let i = 0; i < Math.min(1000, Number(all ?? 0)); i++) mark(file.branches, `${number}:${i}`, i < Number(taken))
  }

  close(name: string): void {
    if (name === 'class') this.file = null
    else if (name === 'methods') this.inMethods = false
  }

  finish(): FileFindings {
    return coverageFindings('cobertura-xml', this.tally.list(), this.context.warnings)
  }
}
